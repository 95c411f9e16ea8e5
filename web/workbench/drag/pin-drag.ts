import { inject, Injectable } from '@angular/core';
import { styleEdit } from '@core/document/commands/style';
import { containingBlock } from '@core/geometry/containing-block';
import { isOutOfFlow } from '@core/geometry/measured';
import { dragPins, type Edge, type Values } from '@core/geometry/pins';
import { guidesOf, moveBy } from '@core/geometry/resize';
import type { Point } from '@core/geometry/box';
import { Selection } from '../state/selection';
import { DragState } from '../state/drag-state';
import { Commands } from '../commands/commands';
import { Leaves } from '../state/leaves';
import { ResolvedValues } from '../state/resolved-values';

/** Moves an absolute or fixed part on a leaf: it keeps the edges it is pinned to, and their units. */
@Injectable()
export class PinDrag {
  private readonly values = inject(ResolvedValues);
  private readonly selection = inject(Selection);
  private readonly dragState = inject(DragState);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  /** The page as it was measured when the drag began: what is shown meanwhile does not count. */
  private measureFrom: ReturnType<Leaves['around']>;
  private drag:
    | {
        readonly breakpoint: string;
        readonly id: string;
        readonly start: Point;
        readonly scale: number;
        moved: boolean;
        values: Values;
      }
    | undefined;

  /** Takes hold of a part that is out of the flow on this leaf; false for any other. */
  press(breakpoint: string, id: string, start: Point, scale: number): boolean {
    const part = this.leaves.near(breakpoint, id)?.parts.get(id);
    if (!part || !isOutOfFlow(part)) return false;
    this.drag = { breakpoint, id, start, scale, moved: false, values: {} };
    return true;
  }

  /** The insets after a move by so many px, or nothing for a part that is not pinned; measured from `page`. */
  moved(
    breakpoint: string,
    id: string,
    by: Point,
    unsnapped = true,
    page = this.leaves.around(breakpoint, id),
  ): Values | undefined {
    const part = page?.parts.get(id);
    const basis = this.leaves.basis(breakpoint, id, 'left');
    if (!page || !part || !isOutOfFlow(part) || !basis) return undefined;
    const inset = (edge: Edge): string => this.values.value(id, breakpoint, edge);
    const others = [...page.parts.values()].filter((one) => one.id !== id && one.parent !== id);
    const drawn = moveBy(part.box, by, guidesOf(others.map((one) => one.box)), { unsnapped, both: false });
    return dragPins(
      part,
      containingBlock(page, id).box,
      { top: inset('top'), right: inset('right'), bottom: inset('bottom'), left: inset('left') },
      drawn,
      basis,
    );
  }

  move(point: Point, unsnapped: boolean): boolean {
    const { drag } = this;
    if (!drag) return false;
    if (!drag.moved && Math.hypot(point.x - drag.start.x, point.y - drag.start.y) < 4) return true;
    drag.moved = true;
    this.measureFrom ??= this.leaves.around(drag.breakpoint, drag.id);
    drag.values =
      this.moved(
        drag.breakpoint,
        drag.id,
        { x: (point.x - drag.start.x) / drag.scale, y: (point.y - drag.start.y) / drag.scale },
        unsnapped,
        this.measureFrom,
      ) ?? {};
    this.dragState.previewed.set({ breakpoint: drag.breakpoint, values: new Map([[drag.id, drag.values]]) });
    return true;
  }

  /** Ends the drag; whether something was moved. */
  release(): boolean {
    const { drag } = this;
    this.cancel();
    if (!drag?.moved) return false;
    this.commands.attempt(() =>
      Object.entries(drag.values).map(([property, value]) =>
        styleEdit(drag.id, drag.breakpoint, this.selection.state(), property, value),
      ),
    );
    return true;
  }

  cancel(): void {
    if (this.drag?.moved) this.dragState.previewed.set(undefined);
    this.drag = undefined;
    this.measureFrom = undefined;
  }
}
