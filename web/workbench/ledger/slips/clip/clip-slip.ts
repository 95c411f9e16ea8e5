import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import {
  clipOf,
  clipPoints,
  clipText,
  firstClips,
  withClipPoint,
  withCorner,
  type Clip,
  type ClipShape,
  type Place,
  type Size,
} from '@core/style/drawn/clips';
import { Leaves } from '../../../state/leaves';
import { Selection } from '../../../state/selection';
import { Choices } from '../choices';
import { arrowWay, heldBy, takeHold } from '../hold';
import { Slip } from '../slip';

const shapes: readonly (ClipShape | 'none')[] = ['none', 'circle', 'ellipse', 'inset', 'polygon'];
const square: Size = { width: 100, height: 100 };

/** The shape a part is cut to, on a drawing of its box: its points dragged, or moved by keys. */
@Component({
  selector: 'fold-clip-slip',
  imports: [Choices],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './clip-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './clip-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClipSlip {
  protected readonly slip = inject(Slip);
  private readonly leaves = inject(Leaves);
  private readonly selection = inject(Selection);
  private readonly pad = viewChild<ElementRef<HTMLElement>>('pad');
  protected readonly shapes = shapes;
  /** The point worked with last. */
  protected readonly at = signal(0);

  protected readonly value = computed(() => this.slip.cell().value);
  protected readonly clip = computed(() => clipOf(this.value()));
  /** There is a value that can only be typed. */
  protected readonly isTyped = computed(() => !this.clip() && this.value() !== '' && this.value() !== 'none');
  protected readonly shape = computed(() => this.clip()?.shape ?? (this.isTyped() ? undefined : 'none'));
  /** The box the part has on this leaf. */
  protected readonly box = computed<Size>(() => {
    const [breakpoint, id] = [this.slip.breakpoint(), this.selection.id()];
    this.leaves.version(breakpoint);
    const element = id === undefined ? null : this.leaves.view(breakpoint)?.element(id);
    return element && element.offsetWidth > 0 && element.offsetHeight > 0
      ? { width: element.offsetWidth, height: element.offsetHeight }
      : square;
  });
  protected readonly points = computed(() => {
    const clip = this.clip();
    return clip ? clipPoints(clip, this.box()) : [];
  });
  /** No narrower or higher than can be worked on. */
  protected readonly ratio = computed(() => {
    const { width, height } = this.box();
    return Math.min(Math.max(width / height, 0.6), 4);
  });

  protected choose(shape: ClipShape | 'none'): void {
    this.at.set(0);
    this.slip.write(shape === 'none' ? 'none' : clipText(firstClips[shape]));
  }

  private write(clip: Clip): void {
    this.slip.write(clipText(clip));
  }

  protected taken(event: PointerEvent, at: number): void {
    this.at.set(at);
    takeHold(event);
  }

  protected dragged(event: PointerEvent, at: number): void {
    const [clip, pad] = [this.clip(), this.pad()?.nativeElement.getBoundingClientRect()];
    if (!clip || !pad || !heldBy(event)) return;
    const share = (part: number): number => Math.round(Math.min(Math.max(part, -0.5), 1.5) * 100);
    const place = {
      x: share((event.clientX - pad.left) / pad.width),
      y: share((event.clientY - pad.top) / pad.height),
    };
    this.write(withClipPoint(clip, at, place, this.box()));
  }

  protected keyed(event: KeyboardEvent, at: number): void {
    this.at.set(at);
    const way = event.altKey ? undefined : arrowWay(event);
    const clip = this.clip();
    const from: Place | undefined = clip && clipPoints(clip, this.box())[at];
    if (clip && way && from) this.write(withClipPoint(clip, at, { x: from.x + way.x, y: from.y + way.y }, this.box()));
  }

  protected addCorner(): void {
    const clip = this.clip();
    if (clip?.shape !== 'polygon') return;
    this.write({ ...clip, points: withCorner(clip.points, Math.min(this.at(), clip.points.length - 1)) });
    this.at.update((at) => at + 1);
  }

  protected removeCorner(): void {
    const clip = this.clip();
    if (clip?.shape !== 'polygon' || clip.points.length < 4) return;
    this.write({ ...clip, points: clip.points.toSpliced(Math.min(this.at(), clip.points.length - 1), 1) });
    this.at.update((at) => Math.max(at - 1, 0));
  }
}
