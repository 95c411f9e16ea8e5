import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, EMPTY, switchMap } from 'rxjs';
import { subtree } from '@core/document/tree';
import { hardestToRead, saidRatio } from '@core/review/text-background';
import {
  isInSrgb,
  mixed,
  mostChroma,
  notationOf,
  notations,
  remixed,
  written,
  type Mixed,
} from '@core/style/colour/notation';
import { nearestReadable } from '@core/style/colour/palette';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { whileWanted } from '../../../../services/while-wanted';
import { Rests } from '../../../canvas/rests';
import { Leaves } from '../../../state/leaves';
import { Selection } from '../../../state/selection';
import { SpreadState } from '../../../state/spread-state';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';
import { screenPicker } from './eye-dropper';
import { pickOnLeaf, type Picked } from './picking';

/** How well the words a colour concerns can be read on one leaf. */
interface Contrast {
  readonly ratio: string;
  readonly needed: number;
  readonly suffices: boolean;
  /** The nearest colour that would do, where this one does not. */
  readonly nearest: string | undefined;
}

const black: Mixed = { lightness: 0, chroma: 0, hue: 0, alpha: 1 };
/** Words that are judged at once; a page of many would take too long to be said beside a slider. */
const mostWords = 24;

/** A colour by eye: the site's tokens, lightness, strength, hue and opacity, and how words can be read with it. */
@Component({
  selector: 'fold-colour-slip',
  imports: [SlipSlider],
  templateUrl: './colour-slip.html',
  styleUrls: ['../drawing.css', './colour-slip.css'],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly leaves = inject(Leaves);
  private readonly spread = inject(SpreadState);

  protected readonly notations = notations;
  protected readonly fromScreen = screenPicker();

  protected readonly tokens = computed(() => {
    const site = this.session.site();
    const own = this.slip.cell().value;
    return site
      ? tokensFor(site, this.slip.property()).map(({ id, name }) => ({
          id,
          name,
          plain: plainValue(site, `var(--${id})`, this.slip.breakpoint()),
          isUsed: own === `var(--${id})`,
        }))
      : [];
  });
  /** What the value comes to without tokens; where that is no colour by itself, what the leaf shows. */
  private readonly plain = computed(() => {
    const [site, { value }] = [this.session.site(), this.slip.cell()];
    const plain = site ? plainValue(site, value, this.slip.breakpoint()) : value;
    return mixed(plain) ? plain : this.seen();
  });
  private readonly seen = computed(() => {
    this.leaves.version(this.slip.breakpoint());
    const id = this.selection.selected()?.id;
    const element = id === undefined ? null : this.leaves.view(this.slip.breakpoint())?.element(id);
    const view = element?.ownerDocument.defaultView;
    return element && view ? view.getComputedStyle(element).getPropertyValue(this.slip.property()) : '';
  });
  /** What this slip has set last: a grey keeps the hue it was mixed with. */
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

  protected readonly contrast = signal<Contrast | undefined>(undefined);
  private readonly basis = computed(() => ({
    version: this.leaves.version(this.slip.breakpoint()),
    part: this.selection.selected()?.id,
    text: this.text(),
  }));

  constructor() {
    toObservable(this.basis)
      .pipe(
        debounceTime(250),
        switchMap(() => whileWanted((over) => this.judged(over)).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((contrast) => this.contrast.set(contrast));
  }

  /** The words that are hardest to read among those the colour is of, or behind. */
  private async judged(over: AbortSignal): Promise<Contrast | undefined> {
    const chosen = this.selection.selected();
    const view = this.leaves.view(this.slip.breakpoint());
    const of = this.slip.property();
    if (!chosen || !view?.document || (of !== 'color' && of !== 'background-color')) return undefined;
    const rests = new Rests(over);
    const measured = await this.leaves.wholeCalmly(this.slip.breakpoint(), rests);
    if (!measured || !view.document) return undefined;
    const { textBackgroundsOf } = await import('../../../canvas/text-backgrounds');
    const words = subtree(chosen.page, chosen.id).filter((id) => (measured.parts.get(id)?.lines.length ?? 0) > 0);
    const only = new Set(words.slice(0, mostWords));
    const found = await textBackgroundsOf(view.document, measured, (id) => view.element(id), rests, only);
    const worst = hardestToRead(found);
    if (!worst) return undefined;
    const { ground, ratio, needed, suffices } = worst;
    const { r, g, b } = of === 'color' ? ground : worst.text.colour;
    const other = `rgb(${Math.round(r)} ${Math.round(g)} ${Math.round(b)})`;
    return {
      ...{ ratio: saidRatio(ratio), needed, suffices },
      nearest: suffices ? undefined : nearestReadable(this.text(), other, needed),
    };
  }

  protected mix(change: Partial<Mixed>): void {
    this.store(remixed(this.colour(), change));
  }

  /** Stores a colour in the notation that is chosen. */
  private store(colour: Mixed): void {
    const text = written(colour, this.notation());
    this.set.set({ text, colour });
    this.slip.write(text);
  }

  /** Writes the colour in another notation; one that is inherited, or a token's, stays what it is. */
  protected rewrite(notation: (typeof notations)[number]): void {
    const colour = this.colour();
    this.notation.set(notation);
    if (this.slip.cell().own && mixed(this.slip.cell().value)) this.store(colour);
  }

  protected take(css: string | undefined): void {
    const colour = css === undefined ? undefined : mixed(css);
    if (colour) this.store(colour);
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
    this.take(await pickOnLeaf(views, (picked) => this.seenAt(picked)));
  }
}
