import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Page, Part } from '@core/document/page';
import type { Breakpoint } from '@core/document/breakpoint';
import { inPlain } from '@core/document/text/words';

/** A part as a row of the outline. */
export interface Row {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly words: string;
  readonly depth: number;
  /** Its place among the rows of the same parent, from 1, and how many these are. */
  readonly place: number;
  readonly of: number;
  readonly holds: boolean;
  readonly open: boolean;
  /** Names of the breakpoints at which it is not displayed. */
  readonly hidden: readonly string[];
  readonly off: boolean;
  readonly shared: boolean;
}

/** What decides which rows there are, besides the page. */
export interface Shown {
  readonly closed: ReadonlySet<string>;
  readonly query: string;
  readonly shared: ReadonlySet<string>;
  readonly breakpoints: readonly Breakpoint[];
}

/** Most edits change no row: then nothing is drawn anew. */
export const sameRows = (a: readonly Row[], b: readonly Row[]): boolean =>
  a.length === b.length && a.every((row, index) => row === b[index] || sameRow(row, b[index]!));

const compared = ['id', 'name', 'words', 'depth', 'place', 'of', 'holds', 'open', 'kind', 'off', 'shared'] as const;
const sameRow = (a: Row, b: Row): boolean =>
  compared.every((field) => a[field] === b[field]) && a.hidden.join() === b.hidden.join();

/** Where a row stands. */
type Standing = Pick<Row, 'id' | 'depth' | 'place' | 'of' | 'open' | 'shared'>;
const stands = (row: Row, at: Standing): boolean =>
  row.id === at.id &&
  row.depth === at.depth &&
  row.place === at.place &&
  row.of === at.of &&
  row.open === at.open &&
  row.shared === at.shared;

/** Makes the rows of a page. Parts are never changed in place, so a part that is the same keeps its row. */
export class RowMaker {
  private readonly made = new WeakMap<Part, Row>();

  rows(page: Page, shown: Shown): Row[] {
    const words = shown.query.trim().toLowerCase();
    const rows: Row[] = [];
    const visit = (ids: readonly string[], depth: number): void =>
      ids.forEach((id, index) => {
        const part = page.parts[id]!;
        const open = words !== '' || !shown.closed.has(id);
        const at = { id, depth, place: index + 1, of: ids.length, open, shared: shown.shared.has(id) };
        rows.push(this.row(part, at, shown.breakpoints));
        if (open) visit(part.children, depth + 1);
      });
    visit(page.parts[page.root]?.children ?? [], 0);
    if (words === '') return rows;
    const says = (row: Row): string => `${row.name} ${row.words} ${kindOf(row.kind).word}`.toLowerCase();
    return rows.filter((row) => says(row).includes(words));
  }

  private row(part: Part, at: Standing, breakpoints: readonly Breakpoint[]): Row {
    const known = this.made.get(part);
    if (known && stands(known, at)) return known;
    const text = inPlain(part.content.base['text']);
    const row: Row = {
      ...at,
      kind: part.kind,
      name: nameOf(part),
      words: part.name ? '' : text,
      holds: part.children.length > 0,
      hidden: breakpoints.filter((one) => part.style[one.id]?.normal?.['display'] === 'none').map((one) => one.name),
      off: part.off === true,
    };
    this.made.set(part, row);
    return row;
  }
}

/** The index after the last row below the one at `index`. */
export function endOf(rows: readonly Row[], index: number): number {
  let end = index + 1;
  while (rows[end] && rows[end]!.depth > rows[index]!.depth) end++;
  return end;
}
