import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Slider } from 'primeng/slider';
import { debounceTime, defer, EMPTY, catchError, switchMap } from 'rxjs';
import { subtree } from '@core/document/tree';
import { hardest } from '@core/review/text-background';
import { contrastRatio, neededRatio, over } from '@core/style/colour/contrast';
import { isInSrgb, mixed, mostChroma, notationOf, notations, written, type Mixed } from '@core/style/colour/notation';
import { nearestReadable } from '@core/style/colour/palette';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { Rests } from '../../../canvas/rests';
import { Commands } from '../../../commands/commands';
import { Leaves } from '../../../state/leaves';
import { Holding } from '../../../state/holding';
import { Selection } from '../../../state/selection';
import { SpreadState } from '../../../state/spread-state';
import { SlipFocus } from '../slip-focus';
import { screenPicker } from './eye-dropper';
import { pickOnLeaf, type Picked } from './picking';

/** How well the words a colour concerns can be read on one leaf. */
interface Contrast {
  readonly ratio: number;
  readonly needed: number;
  /** The nearest colour that would do, where this one does not. */
  readonly nearest: string | undefined;
}

const black: Mixed = { lightness: 0, chroma: 0, hue: 0, alpha: 1 };
/** Words that are judged at once; a page of many would take too long to be said beside a slider. */
const mostWords = 24;

/** A colour by eye: the site's tokens, lightness, strength, hue and opacity, and how words can be read with it. */
@Component({
  selector: 'fold-colour-slip',
  imports: [FormsModule, Slider],
  templateUrl: './colour-slip.html',
  styleUrls: ['../drawing.css', './colour-slip.css'],
  hostDirectives: [{ directive: SlipFocus, inputs: ['property', 'breakpoint'] }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourSlip {
  readonly property = input.required<string>();
  readonly breakpoint = input.required<string>();
  readonly breakpointName = input.required<string>();

  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly holding = inject(Holding);
  /** What stands here now: two quick moves must not both begin at what the ledger said before the first. */
  private readonly cell = computed(() => {
    const now = this.holding.cellNow(this.breakpoint(), this.property());
    return { value: now?.value ?? '', own: now?.own ?? false };
  });
  private readonly leaves = inject(Leaves);
  private readonly spread = inject(SpreadState);

  protected readonly notations = notations;
  protected readonly mostChroma = mostChroma;
  protected readonly fromScreen = screenPicker();

  protected readonly tokens = computed(() => {
    const site = this.session.site();
    const own = this.cell().value;
    return site
      ? tokensFor(site, this.property()).map(({ id, name }) => ({
          id,
          name,
          plain: plainValue(site, `var(--${id})`, this.breakpoint()),
          isUsed: own === `var(--${id})`,
        }))
      : [];
  });
  /** What the value comes to without tokens; where that is no colour by itself, what the leaf shows. */
  private readonly plain = computed(() => {
    const [site, { value }] = [this.session.site(), this.cell()];
    const plain = site ? plainValue(site, value, this.breakpoint()) : value;
    return mixed(plain) ? plain : this.seen();
  });
  private readonly seen = computed(() => {
    this.leaves.version(this.breakpoint());
    const id = this.selection.selected()?.id;
    const element = id === undefined ? null : this.leaves.view(this.breakpoint())?.element(id);
    const view = element?.ownerDocument.defaultView;
    return element && view ? view.getComputedStyle(element).getPropertyValue(this.property()) : '';
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

  protected readonly contrast = signal<Contrast | undefined>(undefined);
  private readonly basis = computed(() => ({
    version: this.leaves.version(this.breakpoint()),
    part: this.selection.selected()?.id,
    text: this.text(),
  }));

  constructor() {
    toObservable(this.basis)
      .pipe(
        debounceTime(250),
        switchMap(() => defer(() => this.judged()).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((contrast) => this.contrast.set(contrast));
  }

  /** The words that are hardest to read among those the colour is of, or behind. */
  private async judged(): Promise<Contrast | undefined> {
    const chosen = this.selection.selected();
    const view = this.leaves.view(this.breakpoint());
    const of = this.property();
    if (!chosen || !view?.document || (of !== 'color' && of !== 'background-color')) return undefined;
    const measured = this.leaves.whole(this.breakpoint());
    if (!measured) return undefined;
    const { textBackgroundsOf } = await import('../../../canvas/text-backgrounds');
    const words = subtree(chosen.page, chosen.id).filter((id) => (measured.parts.get(id)?.lines.length ?? 0) > 0);
    const rests = new Rests(new AbortController().signal);
    const only = new Set(words.slice(0, mostWords));
    const found = await textBackgroundsOf(view.document, measured, (id) => view.element(id), rests, only);
    const judged = found.flatMap((one) => {
      const ground = hardest(one);
      if (!ground) return [];
      const ratio = contrastRatio(over(one.colour, ground), ground);
      return [{ ratio, needed: neededRatio(one.fontSize, one.bold), words: one.colour, ground }];
    });
    const worst = judged.sort((a, b) => a.ratio / a.needed - b.ratio / b.needed)[0];
    if (!worst) return undefined;
    const other = of === 'color' ? worst.ground : worst.words;
    const rgb = `rgb(${Math.round(other.r)} ${Math.round(other.g)} ${Math.round(other.b)})`;
    const passes = worst.ratio >= worst.needed;
    return { ...worst, nearest: passes ? undefined : nearestReadable(this.text(), rgb, worst.needed) };
  }

  protected mix(change: Partial<Mixed>): void {
    this.store({ ...this.colour(), ...change });
  }

  /** Stores a colour in the notation that is chosen. */
  private store(colour: Mixed): void {
    const text = written(colour, this.notation());
    this.set.set({ text, colour });
    this.write(text);
  }

  protected write(value: string): void {
    this.selection.breakpoint.set(this.breakpoint());
    if (value !== this.cell().value || !this.cell().own)
      this.commands.setHeld(this.breakpoint(), { [this.property()]: value });
  }

  /** Writes the colour in another notation; one that is inherited, or a token's, stays what it is. */
  protected rewrite(notation: (typeof notations)[number]): void {
    const colour = this.colour();
    this.notation.set(notation);
    if (this.cell().own && mixed(this.cell().value)) this.store(colour);
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
    const measured = this.leaves.whole(view.name);
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
