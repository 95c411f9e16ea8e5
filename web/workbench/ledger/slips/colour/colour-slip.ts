import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, EMPTY, switchMap } from 'rxjs';
import { subtree } from '@core/document/tree';
import { hardestToRead, saidRatio } from '@core/review/text-background';
import { mixed } from '@core/style/colour/notation';
import { nearestReadable } from '@core/style/colour/palette';
import { plainValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { whileWanted } from '../../../../services/while-wanted';
import { Rests } from '../../../canvas/rests';
import { Leaves } from '../../../state/leaves';
import { Selection } from '../../../state/selection';
import { Slip } from '../slip';
import { ColourMixer } from './colour-mixer';

/** How well the words a colour concerns can be read on one leaf. */
interface Contrast {
  readonly ratio: string;
  readonly needed: number;
  readonly suffices: boolean;
  /** The nearest colour that would do, where this one does not. */
  readonly nearest: string | undefined;
}

/** Words that are judged at once; a page of many would take too long to be said beside a slider. */
const mostWords = 24;

/** The colour of a property by eye, and how words can be read with it. */
@Component({
  selector: 'fold-colour-slip',
  imports: [ColourMixer],
  templateUrl: './colour-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', './colour-slip.css'],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly leaves = inject(Leaves);

  /** What the leaf shows of it. */
  protected readonly seen = computed(() => {
    this.leaves.version(this.slip.breakpoint());
    const id = this.selection.selected()?.id;
    const element = id === undefined ? null : this.leaves.view(this.slip.breakpoint())?.element(id);
    const view = element?.ownerDocument.defaultView;
    return element && view ? view.getComputedStyle(element).getPropertyValue(this.slip.property()) : '';
  });
  /** What the value comes to without tokens; where that is no colour by itself, what the leaf shows. */
  private readonly plain = computed(() => {
    const [site, { value }] = [this.session.site(), this.slip.cell()];
    const plain = site ? plainValue(site, value, this.slip.breakpoint()) : value;
    return mixed(plain) ? plain : this.seen();
  });

  protected readonly contrast = signal<Contrast | undefined>(undefined);
  private readonly basis = computed(() => ({
    version: this.leaves.version(this.slip.breakpoint()),
    part: this.selection.selected()?.id,
    text: this.plain(),
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
      nearest: suffices ? undefined : nearestReadable(this.plain(), other, needed),
    };
  }
}
