import { signal } from '@angular/core';
import type { Box, Point } from '@core/geometry/box';
import { bottom, right, type MeasuredPage } from '@core/geometry/measured';

/** A box drawn over a leaf with Shift held, to select what it touches. */
export class Marquee {
  private start: Point | undefined;
  readonly box = signal<Box | undefined>(undefined);

  begin(point: Point): void {
    this.start = point;
  }

  /** Whether a sweep is under way. */
  move(point: Point): boolean {
    if (!this.start) return false;
    this.box.set({
      left: Math.min(point.x, this.start.x),
      top: Math.min(point.y, this.start.y),
      width: Math.abs(point.x - this.start.x),
      height: Math.abs(point.y - this.start.y),
    });
    return true;
  }

  /** Ends the sweep; its box, of no size when nothing was drawn. */
  end(): Box | undefined {
    if (!this.start) return undefined;
    const box = this.box() ?? { left: this.start.x, top: this.start.y, width: 0, height: 0 };
    this.start = undefined;
    this.box.set(undefined);
    return box;
  }

  /** Parts that hold nothing and touch the box, and boxes that lie in it whole, without what those hold. */
  touched(page: MeasuredPage, box: Box): string[] {
    const holders = new Set([...page.parts.values()].map((one) => one.parent));
    const inside: string[] = [];
    const taken = new Set<string>();
    for (const one of page.parts.values()) {
      if (one.parent !== undefined && taken.has(one.parent)) taken.add(one.id);
      if (one.parent === undefined || one.box.width === 0 || taken.has(one.id)) continue;
      const whole =
        one.box.left >= box.left &&
        one.box.top >= box.top &&
        right(one.box) <= right(box) &&
        bottom(one.box) <= bottom(box);
      const touches =
        one.box.left < right(box) &&
        right(one.box) > box.left &&
        one.box.top < bottom(box) &&
        bottom(one.box) > box.top;
      if (!whole && (!touches || holders.has(one.id))) continue;
      inside.push(one.id);
      taken.add(one.id);
    }
    return inside;
  }
}
