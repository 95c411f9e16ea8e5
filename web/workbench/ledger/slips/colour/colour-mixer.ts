import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import {
  isInSrgb,
  mixed,
  mostChroma,
  notationOf,
  notations,
  remixed,
  written,
  type Mixed,
  type Notation,
} from '@core/style/colour/notation';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { Rests } from '../../../canvas/rests';
import { Leaves } from '../../../state/leaves';
import { SpreadState } from '../../../state/spread-state';
import { SlipSlider } from '../slip-slider';
import { screenPicker } from './eye-dropper';
import { pickOnLeaf, type Picked } from '../../../state/picking';

const black: Mixed = { lightness: 0, chroma: 0, hue: 0, alpha: 1 };

/** One colour by eye: the site's tokens, lightness, strength, hue and opacity, or taken from a page or the screen. */
@Component({
  selector: 'fold-colour-mixer',
  imports: [SlipSlider],
  templateUrl: './colour-mixer.html',
  styleUrls: ['../drawing.css', '../controls.css', './colour-mixer.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourMixer {
  /** As it is stored. */
  readonly value = input.required<string>();
  /** What is painted where the value is no colour by itself. */
  readonly seen = input('');
  /** Whether the value stands here and is not inherited. */
  readonly isOwn = input(true);
  readonly breakpoint = input.required<string>();
  /** What it is of, for screen readers: `at Wide`, `of stop 1 at Wide`. */
  readonly of = input.required<string>();
  /** Another colour, as it is stored. */
  readonly chosen = output<string>();

  private readonly session = inject(PageSession);
  private readonly leaves = inject(Leaves);
  private readonly spread = inject(SpreadState);

  protected readonly notations = notations;
  protected readonly fromScreen = screenPicker();

  protected readonly tokens = computed(() => {
    const site = this.session.site();
    const own = this.value();
    return site
      ? tokensFor(site, 'color').map(({ id, name }) => ({
          id,
          name,
          plain: plainValue(site, `var(--${id})`, this.breakpoint()),
          isUsed: own === `var(--${id})`,
        }))
      : [];
  });
  /** What the value comes to without tokens; where that is no colour by itself, what is painted. */
  private readonly plain = computed(() => {
    const [site, value] = [this.session.site(), this.value()];
    const plain = site ? plainValue(site, value, this.breakpoint()) : value;
    return mixed(plain) ? plain : this.seen();
  });
  /** What was mixed here last: a grey keeps the hue it was mixed with. */
  private readonly set = signal<{ readonly text: string; readonly colour: Mixed } | undefined>(undefined);
  protected readonly colour = computed<Mixed>(() => {
    const [plain, last] = [this.plain(), this.set()];
    return last?.text === plain ? last.colour : (mixed(plain) ?? black);
  });
  protected readonly notation = linkedSignal(() => notationOf(this.plain()));
  protected readonly text = computed(() => written(this.colour(), this.notation()));
  protected readonly isWide = computed(() => !isInSrgb(this.colour()));
  /** The tracks of the sliders: the colour as it would become along each. */
  protected readonly tracks = computed(() => {
    const colour = this.colour();
    const along = (of: (share: number) => Mixed): string =>
      `linear-gradient(to right, ${[0, 0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1]
        .map((share) => written(of(share), 'rgb'))
        .join(', ')})`;
    const solid = { ...colour, alpha: 1 };
    return {
      lightness: along((share) => ({ ...solid, lightness: share })),
      chroma: along((share) => ({ ...solid, chroma: share * mostChroma })),
      hue: along((share) => ({ ...solid, hue: share * 359.9, chroma: Math.max(colour.chroma, 0.08) })),
      alpha: along((share) => ({ ...colour, alpha: share })),
    };
  });

  /** The four lines of sliders. */
  protected readonly lines = computed(() => {
    const [{ lightness, chroma, hue, alpha }, tracks] = [this.colour(), this.tracks()];
    const share = (part: number): string => `${(part * 100).toFixed(0)} %`;
    return [
      {
        ...{ word: 'lightness', most: 100, value: lightness * 100, said: share(lightness), track: tracks.lightness },
        of: (moved: number): Partial<Mixed> => ({ lightness: moved / 100 }),
      },
      {
        ...{ word: 'strength', most: 100, value: (chroma / mostChroma) * 100, said: chroma.toFixed(3) },
        track: tracks.chroma,
        of: (moved: number): Partial<Mixed> => ({ chroma: (moved / 100) * mostChroma }),
      },
      {
        ...{ word: 'hue', most: 359, value: hue, said: `${hue.toFixed(0)}°`, track: tracks.hue },
        of: (moved: number): Partial<Mixed> => ({ hue: moved }),
      },
      {
        ...{ word: 'opacity', most: 100, value: alpha * 100, said: share(alpha), track: tracks.alpha },
        of: (moved: number): Partial<Mixed> => ({ alpha: moved / 100 }),
      },
    ];
  });

  protected mix(change: Partial<Mixed>): void {
    this.give(remixed(this.colour(), change));
  }

  /** Gives a colour in the notation that is chosen. */
  private give(colour: Mixed): void {
    const text = written(colour, this.notation());
    this.set.set({ text, colour });
    this.chosen.emit(text);
  }

  /** Writes the colour in another notation; one that is inherited, or a token's, stays what it is. */
  protected rewrite(notation: Notation): void {
    const colour = this.colour();
    this.notation.set(notation);
    if (this.isOwn() && mixed(this.value())) this.give(colour);
  }

  /** Takes a colour, written as the one before it. */
  take(css: string | undefined): void {
    const colour = css === undefined ? undefined : mixed(css);
    if (colour) this.give(colour);
  }

  protected async pickOnScreen(): Promise<void> {
    this.take(await this.fromScreen?.());
  }

  /** The colour at a place of a leaf, as CSS. */
  private async seenAt({ view, point }: Picked): Promise<string | undefined> {
    const measured = await this.leaves.wholeCalmly(view.name, new Rests(new AbortController().signal));
    if (!view.document || !measured) return undefined;
    const { colourAt } = await import('../../../canvas/text-backgrounds');
    const { r, g, b } = await colourAt(view.document, measured, point, (id) => view.element(id));
    return `rgb(${Math.round(r)} ${Math.round(g)} ${Math.round(b)})`;
  }

  protected async pickOnLeaf(): Promise<void> {
    const views = this.spread.leaves().flatMap(({ breakpoint }) => this.leaves.view(breakpoint.id) ?? []);
    this.take(await pickOnLeaf(views, { says: 'Click the colour on any page', read: (picked) => this.seenAt(picked) }));
  }
}
