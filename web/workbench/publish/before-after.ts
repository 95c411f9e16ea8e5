import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Button } from 'primeng/button';
import type { Breakpoint } from '@core/document/breakpoint';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Box } from '@core/geometry/box';
import type { Place } from '@core/review/differing';
import { PageWorker } from '../../services/page-worker';
import { FilesAsData, paintingOf, type Painting } from '../canvas/painting';

/** A page under a site. */
export interface Under {
  readonly site: Site;
  readonly page: Page;
}

/** A page as it is live, nothing where it is not, and as it will be. */
export interface Pair {
  readonly before: Under | undefined;
  readonly after: Under;
}

interface Seen {
  readonly before: Painting | undefined;
  readonly after: Painting | undefined;
  readonly places: readonly Place[];
}

const files = new FilesAsData();

/** A page as it is live and as it will be, side by side at a breakpoint, with the places marked that differ. */
@Component({
  selector: 'fold-before-after',
  imports: [Button],
  templateUrl: './before-after.html',
  styleUrl: './before-after.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeforeAfter {
  readonly pair = input.required<Pair>();
  readonly breakpoint = input.required<Breakpoint>();

  private readonly worker = inject(PageWorker);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly seen = signal<Seen | undefined>(undefined);
  protected readonly failed = signal(false);
  private readonly left = viewChild<ElementRef<HTMLElement>>('left');
  private readonly right = viewChild<ElementRef<HTMLElement>>('right');
  /** The place that was gone to last, counted from 1; 0 for none. */
  protected readonly at = signal(0);

  protected readonly says = computed(() => {
    const seen = this.seen();
    if (!seen) return 'Drawing the page …';
    if (!seen.before) return 'It goes live for the first time.';
    const count = seen.places.length;
    if (count === 0) return `No difference is seen at ${this.breakpoint().name}.`;
    return `${count} ${count === 1 ? 'place looks' : 'places look'} different at ${this.breakpoint().name}.`;
  });
  protected readonly marks = computed(() => {
    const seen = this.seen();
    const of = (side: 'before' | 'after'): { at: number; style: string }[] => {
      const whole = seen?.[side];
      return (seen?.places ?? []).flatMap((place, index) => {
        const box = place[side];
        return box && whole ? [{ at: index + 1, style: percent(box, whole) }] : [];
      });
    };
    return { before: of('before'), after: of('after') };
  });

  constructor() {
    effect((onCleanup) => {
      const asked = { ...this.pair(), breakpoint: this.breakpoint() };
      const over = new AbortController();
      onCleanup(() => over.abort());
      untracked(() => void this.draw(asked, over.signal));
    });
    this.show(this.left, 'before');
    this.show(this.right, 'after');
  }

  /** Puts a painting where it is to be seen. */
  private show(place: () => ElementRef<HTMLElement> | undefined, side: 'before' | 'after'): void {
    effect(() => {
      const canvas = this.seen()?.[side]?.canvas;
      if (canvas) place()?.nativeElement.replaceChildren(canvas);
    });
  }

  private async draw(
    { before, after, breakpoint }: Pair & { readonly breakpoint: Breakpoint },
    over: AbortSignal,
  ): Promise<void> {
    this.seen.set(undefined);
    this.failed.set(false);
    this.at.set(0);
    try {
      const is = await paintingOf(after, breakpoint, files);
      if (over.aborted) return;
      const was = before && (await paintingOf(before, breakpoint, files));
      if (over.aborted) return;
      const places = was ? await this.worker.differing(was, is) : [];
      if (!over.aborted) this.seen.set({ before: was, after: is, places });
    } catch {
      if (!over.aborted) this.failed.set(true);
    }
  }

  /** Goes to the next or the one before, round and round. */
  protected go(by: 1 | -1): void {
    const count = this.seen()?.places.length ?? 0;
    if (count === 0) return;
    this.at.update((at) => ((at - 1 + by + count * 2) % count) + 1);
    const mark = this.host.nativeElement.querySelector(`[data-place="${this.at()}"]`);
    mark?.scrollIntoView({ block: 'center', behavior: 'auto' });
  }
}

/** Where a box lies in a picture, whatever size that is shown in. */
function percent({ left, top, width, height }: Box, whole: Painting): string {
  const of = (part: number, all: number): string => `${((part / all) * 100).toFixed(3)}%`;
  return `left:${of(left, whole.width)};top:${of(top, whole.height)};width:${of(width, whole.width)};height:${of(height, whole.height)}`;
}
