import { blankPage, type Page, type Part } from '../page';

/** A part with nothing of its own but what is named. */
export const plainPart = (kind: string, tag: string, more: Partial<Part> = {}): Part => ({
  ...{ kind, tag, children: [], classes: [], style: {}, content: { base: {} }, attributes: {} },
  ...more,
});

/** A page of one section, `s`, that holds these parts, save for those that others of them hold. */
export function pageHolding(parts: Readonly<Record<string, Part>>): Page {
  const blank = blankPage('p', 'Page', '/');
  const root = { ...blank.parts[blank.root]!, children: ['s'] };
  const held = new Set(Object.values(parts).flatMap((one) => one.children));
  const children = Object.keys(parts).filter((id) => !held.has(id));
  return { ...blank, parts: { root, s: plainPart('section', 'section', { children }), ...parts } };
}
