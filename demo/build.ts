import { kindOf } from '@core/document/kinds/registry';
import { blankPage, type Page, type Part } from '@core/document/page';
import type { Declarations, StyleMap } from '@core/document/style-map';

/** A part of a demo page as it is written down: a tree instead of a flat map. */
export interface Plan {
  readonly kind: string;
  readonly name?: string;
  readonly tag?: string;
  readonly classes?: readonly string[];
  readonly content?: Record<string, unknown>;
  readonly attributes?: Record<string, string>;
  readonly wide?: Declarations;
  readonly tablet?: Declarations;
  readonly phone?: Declarations;
  readonly hover?: Declarations;
  readonly holds?: readonly Plan[];
}

/** `box('padding', 12, 24)` in px or with units, as the four longhands. */
export function around(property: 'padding' | 'margin', ...values: readonly (string | number)[]): Declarations {
  const [top = 0, right = top, bottom = top, left = right] = values;
  const written = (value: string | number): string => (typeof value === 'number' ? `${value}px` : value);
  return {
    [`${property}-top`]: written(top),
    [`${property}-right`]: written(right),
    [`${property}-bottom`]: written(bottom),
    [`${property}-left`]: written(left),
  };
}

export const gap = (row: number, column = row): Declarations => ({ 'row-gap': `${row}px`, 'column-gap': `${column}px` });

export const radius = (value: string): Declarations =>
  Object.fromEntries(['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => [`border-${corner}-radius`, value]));

function styleOf({ wide, tablet, phone, hover }: Plan): StyleMap {
  const base = { ...(wide && { normal: wide }), ...(hover && { hover }) };
  return {
    ...(Object.keys(base).length > 0 && { wide: base }),
    ...(tablet && { tablet: { normal: tablet } }),
    ...(phone && { phone: { normal: phone } }),
  };
}

/** A page from planned sections, with ids that tell kind and place; `style` is the page's own. */
export function pageFrom(id: string, title: string, path: string, description: string, sections: readonly Plan[], style: Pick<Plan, 'wide' | 'tablet' | 'phone'> = {}): Page {
  const page = blankPage(id, title, path);
  const parts: Record<string, Part> = {};
  let count = 0;
  const enter = (plan: Plan): string => {
    const own = `${plan.kind}-${++count}`;
    const children = (plan.holds ?? []).map(enter);
    parts[own] = {
      kind: plan.kind,
      ...(plan.name !== undefined && { name: plan.name }),
      children,
      tag: plan.tag ?? kindOf(plan.kind).tags[0]!,
      classes: [...(plan.classes ?? [])],
      style: styleOf(plan),
      content: { base: plan.content ?? {} },
      attributes: plan.attributes ?? {},
    };
    return own;
  };
  const children = sections.map(enter);
  const root = page.parts[page.root]!;
  return { ...page, parts: { [page.root]: { ...root, children, style: styleOf({ kind: 'page', ...style }), content: { base: { title, description } } }, ...parts } };
}
