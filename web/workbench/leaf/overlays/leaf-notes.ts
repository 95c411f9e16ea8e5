import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { nameOf } from '@core/document/kinds/registry';
import type { Box } from '@core/geometry/box';
import { containingBlock } from '@core/geometry/containing-block';
import { cutOff, hiddenReach } from '@core/geometry/cut-off';
import { distances, type Gap } from '@core/geometry/distances';
import { gridLines } from '@core/geometry/grid-cells';
import { bottom, paddingBox, right, type Measured, type MeasuredPage } from '@core/geometry/measured';
import { distancesTo } from '@core/geometry/pins';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { DragState } from '../../state/drag-state';
import { LedgerState } from '../../state/ledger-state';
import { Leaves } from '../../state/leaves';
import { ResolvedValues } from '../../state/resolved-values';

/** A shape drawn over the page, with a word on it. */
interface Note {
  readonly kind: 'cells' | 'block' | 'pin across' | 'pin down' | 'cut' | 'gap across' | 'gap down';
  readonly box: Box;
  readonly label: string;
}

/**
 * What is drawn over a leaf about the selection: the grid with its track sizes, what it is placed against and its
 * pins, what overflow takes away, distances.
 */
@Component({
  selector: 'fold-leaf-notes',
  template: `
    @for (note of notes(); track $index) {
      <div [class]="'note ' + note.kind" [style]="placed(note.box)">
        @if (note.label) {
          <span>{{ note.label }}</span>
        }
      </div>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    .note {
      position: absolute;
    }
    span {
      position: absolute;
      left: 2px;
      top: 2px;
      padding: 0 4px;
      font: 10px/1.5 var(--values);
      white-space: nowrap;
      color: #fff;
      background: var(--ink-soft);
      border-radius: 2px;
    }
    .cells {
      outline: 1px dashed rgb(143 43 55 / 0.7);
    }
    .cells span {
      background: rgb(143 43 55 / 0.85);
    }
    .block {
      outline: 2px dashed var(--lichen);
      outline-offset: -2px;
    }
    .block span {
      left: auto;
      right: 2px;
      top: auto;
      bottom: 2px;
      background: var(--lichen);
    }
    .across {
      border-top: 1.5px solid var(--lichen);
    }
    .down {
      border-left: 1.5px solid var(--lichen);
    }
    .across span {
      left: 50%;
      top: 1px;
      translate: -50%;
      background: var(--lichen);
    }
    .down span {
      left: 1px;
      top: 50%;
      translate: 0 -50%;
      background: var(--lichen);
    }
    .gap.across,
    .gap.down {
      border-color: var(--madder);
    }
    .gap span {
      background: var(--madder);
    }
    .cut {
      outline: 1.5px dashed var(--ochre);
      background: repeating-linear-gradient(135deg, rgb(185 119 14 / 0.16) 0 4px, transparent 4px 10px);
    }
    .cut span {
      top: auto;
      bottom: 2px;
      background: #8a5a06;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeafNotes {
  readonly breakpoint = input.required<string>();
  readonly scale = input.required<number>();
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly dragState = inject(DragState);
  private readonly ledgerState = inject(LedgerState);
  private readonly leaves = inject(Leaves);

  protected readonly notes = computed<readonly Note[]>(() => {
    const chosen = this.selection.selected();
    const group = this.ledgerState.group();
    const measuring = this.dragState.distances();
    if (
      !chosen ||
      chosen.id === chosen.page.root ||
      !(measuring || group === 'flow' || group === 'place' || group === 'box')
    )
      return [];
    this.leaves.version(this.breakpoint());
    const page = this.leaves.around(this.breakpoint(), chosen.id);
    const part = page?.parts.get(chosen.id);
    if (!page || !part || part.style.display === 'none') return [];
    return [
      ...(group === 'flow' ? this.cells(page, part) : []),
      ...(group === 'place' ? this.placing(page, part) : []),
      ...(group === 'box' ? this.cut(page, part) : []),
      ...(measuring ? this.gaps(part) : []),
    ];
  });

  protected placed({ left, top, width, height }: Box): string {
    const scale = this.scale();
    return `left:${left * scale}px;top:${top * scale}px;width:${width * scale}px;height:${height * scale}px`;
  }

  private name(id: string | undefined): string {
    const page = this.session.page();
    const part = id === undefined ? undefined : page?.parts[id];
    return part ? (id === page?.root ? 'the page' : nameOf(part)) : 'the screen';
  }

  /**
   * The cells of the selected grid, or of the grid the selection stands in; the first row and column say how large
   * their tracks are.
   */
  private cells(page: MeasuredPage, part: Measured): Note[] {
    const grid = gridLines(part) ?? (part.parent === undefined ? undefined : gridLines(page.parts.get(part.parent)!));
    if (!grid) return [];
    return grid.rows.flatMap((row, at) =>
      grid.columns.map((column, index): Note => {
        const label = [at === 0 ? `${Math.round(column.size)}` : '', index === 0 ? `↕${Math.round(row.size)}` : '']
          .filter((one) => one !== '')
          .join(' ');
        return {
          kind: 'cells',
          box: { left: column.start, top: row.start, width: column.size, height: row.size },
          label,
        };
      }),
    );
  }

  private placing(page: MeasuredPage, part: Measured): Note[] {
    const { position } = part.style;
    if (position !== 'absolute' && position !== 'fixed') return [];
    const block = containingBlock(page, part.id);
    const notes: Note[] = [{ kind: 'block', box: block.box, label: `placed against ${this.name(block.part)}` }];
    const away = distancesTo(part, block.box);
    const value = (edge: string): string => this.declared(part.id, edge);
    const { box, margin } = part;
    const middle = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    const across = (from: number, length: number, label: string): void =>
      void notes.push({
        kind: 'pin across',
        box: { left: Math.min(from, from + length), top: middle.y, width: Math.abs(length), height: 0 },
        label,
      });
    const down = (from: number, length: number, label: string): void =>
      void notes.push({
        kind: 'pin down',
        box: { left: middle.x, top: Math.min(from, from + length), width: 0, height: Math.abs(length) },
        label,
      });
    if (value('left') !== 'auto') across(block.box.left, away.left, value('left'));
    if (value('right') !== 'auto') across(right(box) + margin.right, away.right, value('right'));
    if (value('top') !== 'auto') down(block.box.top, away.top, value('top'));
    if (value('bottom') !== 'auto') down(bottom(box) + margin.bottom, away.bottom, value('bottom'));
    return notes;
  }

  private declared(id: string, property: string): string {
    return this.values.value(id, this.breakpoint(), property) || 'auto';
  }

  /** What the selection's overflow hides, and by how much; or what the box around it hides of the selection. */
  private cut(page: MeasuredPage, part: Measured): Note[] {
    const hidden = hiddenReach(page, part.id);
    if (!hidden) return [];
    const port = paddingBox(part);
    const out = cutOff(page, part.id);
    const scrolls = /auto|scroll/.test(part.style['overflow-y'] + part.style['overflow-x']);
    const by = [
      right(hidden) - right(port) > 1 ? `${Math.round(part.scroll.width - port.width)} px to the side` : '',
      bottom(hidden) - bottom(port) > 1 ? `${Math.round(part.scroll.height - port.height)} px below` : '',
    ].filter((one) => one !== '');
    return [
      {
        kind: 'cut',
        box: hidden,
        label: `${scrolls ? 'scrolls' : 'cut off'}: ${by.join(', ') || `${out.length} parts`}`,
      },
    ];
  }

  private gaps(part: Measured): Note[] {
    const hover = this.dragState.hover();
    if (!hover || hover.breakpoint !== this.breakpoint() || hover.part === part.id) return [];
    const box = this.leaves.view(this.breakpoint())?.element(hover.part)?.getBoundingClientRect();
    if (!box) return [];
    return distances(part.box, box).map((gap: Gap): Note => ({
      kind: gap.axis === 'x' ? 'gap across' : 'gap down',
      box: {
        left: gap.from.x,
        top: gap.from.y,
        width: gap.axis === 'x' ? gap.length : 0,
        height: gap.axis === 'y' ? gap.length : 0,
      },
      label: `${Math.round(gap.length)}`,
    }));
  }
}
