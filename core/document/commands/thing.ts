import { baseOf, outwards } from '../breakpoint';
import { newIdentifier } from '../identifier';
import { kindOf } from '../kinds/registry';
import type { Edit } from '../edits/edit';
import type { Page, Part, Parts } from '../page';
import type { Site } from '../site';
import type { Declarations } from '../style-map';
import { partOf, placeOf, subtree } from '../tree';

/** What is put somewhere: a new subtree, or parts that are on the page already. */
export type Thing = { readonly root: string; readonly parts: Parts } | { readonly part: string };

export const kindOfThing = (page: Page, thing: Thing): string =>
  'part' in thing ? partOf(page, thing.part).kind : thing.parts[thing.root]!.kind;

export const idOfThing = (thing: Thing): string => ('part' in thing ? thing.part : thing.root);

/** One new part of a kind, holding the given children. */
export function freshPart(site: Site, kind: string, children: string[] = []): Part {
  return { kind, children, classes: [], attributes: {}, ...kindOf(kind).fresh(site) };
}

/** Two rows, each a picture beside words, as rows begin. */
function newRows(site: Site, root: string): Parts {
  const base = baseOf(site.breakpoints).id;
  const narrowest = outwards(site.breakpoints).filter((one) => one.reach === 'down').at(-1);
  const parts: Record<string, Part> = {};
  const add = (kind: string, style: Declarations, children: string[] = []): string => {
    const id = newIdentifier();
    const fresh = freshPart(site, kind, children);
    parts[id] = { ...fresh, style: { [base]: { normal: { ...fresh.style[base]?.normal, ...style } }, ...(narrowest && style['width'] !== undefined && { [narrowest.id]: { normal: { width: '100%' } } }) } };
    return id;
  };
  const one = (): string => add('container', { 'align-items': 'center', 'row-gap': '24px', 'column-gap': '48px' }, [add('image', { width: '50%' }), add('container', { width: '50%' }, [add('heading', {}), add('text', {})])]);
  const rows = [one(), one()];
  return { ...parts, [root]: freshPart(site, 'rows', rows) };
}

/** A new subtree of a kind as the parts drawer adds it; columns come with two of them, rows with two of theirs. */
export function newThing(site: Site, kind: string): { root: string; parts: Parts } {
  const root = newIdentifier();
  if (kind === 'rows') return { root, parts: newRows(site, root) };
  if (kind !== 'columns') return { root, parts: { [root]: freshPart(site, kind) } };
  const columns = [newIdentifier(), newIdentifier()];
  const held = Object.fromEntries(columns.map((id) => [id, freshPart(site, 'column')]));
  return { root, parts: { [root]: freshPart(site, kind, columns), ...held } };
}

/** A copy of a subtree under new ids. */
export function copyOf(page: Page, id: string): { root: string; parts: Parts } {
  const ids = subtree(page, id);
  const renamed = new Map(ids.map((one) => [one, newIdentifier()]));
  const parts: Record<string, Part> = {};
  for (const one of ids) {
    const part = partOf(page, one);
    const { id: _dropped, ...attributes } = part.attributes; // an id attribute is unique on a page
    parts[renamed.get(one)!] = { ...part, attributes, children: part.children.map((child) => renamed.get(child)!) };
  }
  return { root: renamed.get(id)!, parts };
}

/** The edit that puts a thing at a place given as it is before the edit. */
export function put(page: Page, thing: Thing, parent: string, index: number): Edit {
  if (!('part' in thing)) return { do: 'insert', parent, index, root: thing.root, parts: thing.parts };
  const from = placeOf(page, thing.part);
  const shift = from.parent === parent && from.index < index ? 1 : 0;
  return { do: 'move', part: thing.part, parent, index: index - shift };
}
