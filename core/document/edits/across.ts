import type { KeptSection } from '../sections/kept-section';
import { pageOfSection } from '../sections/kept-section';
import { reference, useOf } from '../sections/reference';
import type { Page, Part, Parts } from '../page';
import { Problem } from '../problem';
import { contentInUse, inUse, keyInUse } from '../seen/in-use';
import { isUse, sectionOf, slotOf } from '../seen/references';
import type { Site } from '../site';
import { partOf, partsBelow, placeOf } from '../tree';
import { kindOf } from '../kinds/registry';
import type { AcrossEdit, Cross, Differ, Own, Share } from './across-edit';
import { asValue, Field, type Edit } from './edit';
import type { AnyEdit, Primitive } from './site-edit';

/** What an edit across documents comes to, and the edit that leads back. */
export interface Lowered {
  readonly primitives: readonly Primitive[];
  readonly inverses: readonly AnyEdit[];
}

/** The primitives an edit across documents comes to on these documents. @throws Problem when it does not fit them */
export function lowered(site: Site, page: Page, edit: AcrossEdit): Lowered {
  switch (edit.do) {
    case 'move':
      return cross(site, page, edit);
    case 'share':
      return share(site, page, edit);
    case 'own':
      return own(site, page, edit);
    case 'differ':
      return differ(site, page, edit);
  }
}

/** A section the site keeps. @throws Problem */
export function keptSection(site: Pick<Site, 'sections'>, id: string): KeptSection {
  const section = site.sections?.find((one) => one.id === id);
  if (!section) throw new Problem('The site no longer has this section.', { field: `sections.${id}` });
  return section;
}

/** An id that is not taken: itself, or with a number behind it. */
function freeId(id: string, taken: (id: string) => boolean): string {
  if (!taken(id)) return id;
  for (let count = 2; ; count++) {
    const next = `${id.slice(0, 34)}-${count}`;
    if (!taken(next)) return next;
  }
}

/** A subtree under ids that are free where it goes. */
function renamedTree(
  parts: Parts,
  wanted: Readonly<Record<string, string>>,
  isTaken: (id: string) => boolean,
): { parts: Record<string, Part>; names: Record<string, string> } {
  const names: Record<string, string> = {};
  const given = new Set<string>();
  for (const id of Object.keys(parts)) {
    names[id] = freeId(Object.hasOwn(wanted, id) ? wanted[id]! : id, (one) => given.has(one) || isTaken(one));
    given.add(names[id]);
  }
  const out: Record<string, Part> = {};
  for (const [id, part] of Object.entries(parts))
    out[names[id]!] = { ...part, children: part.children.map((child) => names[child]!) };
  return { parts: out, names };
}

/** The names that lead back, where some differ. */
function namesBack(names: Readonly<Record<string, string>>): { renamed?: Record<string, string> } {
  const differing = Object.entries(names).flatMap(([from, to]) => (from === to ? [] : [[to, from] as const]));
  return differing.length > 0 ? { renamed: Object.fromEntries(differing) } : {};
}

const within = <E extends Edit>(section: string | undefined, edit: E): Primitive =>
  section === undefined ? edit : { ...edit, on: 'site', section };

/** The page, or one that holds the section a part stands in. @throws Problem where that has gone */
const pageAt = (site: Site, page: Page, section: string | undefined): Page =>
  section === undefined ? page : pageOfSection(keptSection(site, section));

function cross(site: Site, page: Page, edit: Cross): Lowered {
  const { from, to, part } = edit;
  const [source, target] = [pageAt(site, page, from), pageAt(site, page, to)];
  if (from === to) throw new Problem('A part that stays in its document is moved there.', { part });
  const place = placeOf(source, part);
  if (from !== undefined && keptSection(site, from).root === part)
    throw new Problem('A shared section goes as a whole, by what refers to it.', { part });
  partOf(target, edit.parent);
  const { parts, names } = renamedTree(partsBelow(source, part), edit.renamed ?? {}, (id) =>
    Object.hasOwn(target.parts, id),
  );
  if (Object.values(parts).some((one) => sectionOf(one) !== undefined && !isUse(one)))
    throw new Problem('A shared section stands on the page itself.', { part });
  const root = names[part]!;
  const inverse: Cross = {
    do: 'move',
    on: 'both',
    part: root,
    ...(to !== undefined && { from: to }),
    ...(from !== undefined && { to: from }),
    ...place,
    ...namesBack(names),
  };
  return {
    primitives: [
      within(from, { do: 'remove', part }),
      within(to, { do: 'insert', parent: edit.parent, index: edit.index, root, parts }),
    ],
    inverses: [inverse],
  };
}

function share(site: Site, page: Page, edit: Share): Lowered {
  const { part, section, index = site.sections?.length ?? 0, renamed = {} } = edit;
  const source = pageAt(site, page, edit.in);
  const whole = partOf(source, part);
  if (section.own) checkOwn(site, edit, whole);
  else if (edit.in !== undefined || whole.kind !== 'section' || !partOf(page, page.root).children.includes(part))
    throw new Problem('Only a section of the page can be kept.', { part });
  const { off, ...on } = whole;
  const { parts, names } = renamedTree({ ...partsBelow(source, part), [part]: on }, renamed, () => false);
  const item: KeptSection = { ...section, shared: true, root: names[part]!, parts };
  const stands = { ...(section.own ? useOf(section.id) : reference(section.id)), ...(off && { off }) };
  return {
    primitives: [
      { do: 'insert', on: 'site', into: 'sections', index, item },
      within(edit.in, { do: 'remove', part }),
      within(edit.in, { do: 'insert', ...placeOf(source, part), root: part, parts: { [part]: stands } }),
    ],
    inverses: [{ do: 'own', on: 'both', part, ...inOf(edit), ends: true, ...namesBack(names) }],
  };
}

const inOf = ({ in: section }: { readonly in?: string | undefined }): { in?: string } =>
  section === undefined ? {} : { in: section };

/** An own part is a box, and no other own part. @throws Problem */
function checkOwn(site: Site, { part, in: section }: Share, whole: Part): void {
  if (kindOf(whole.kind).group !== 'box' || isUse(whole))
    throw new Problem('An own part is made of a box. Wrap what you want to keep first.', { part });
  if (section !== undefined && keptSection(site, section).root === part)
    throw new Problem('This is an own part already.', { part });
}

function own(site: Site, page: Page, edit: Own): Lowered {
  const { part, ends, renamed = {} } = edit;
  const source = pageAt(site, page, edit.in);
  const stands = partOf(source, part);
  const id = sectionOf(stands);
  if (id === undefined) throw new Problem('This is no shared section.', { part });
  const section = keptSection(site, id);
  const { parts, names } = renamedTree(
    isUse(stands) && !ends ? freed(section.parts, stands) : section.parts,
    { ...renamed, [section.root]: part },
    (one) => one !== part && (Object.hasOwn(source.parts, one) || one === page.root),
  );
  const whole = withFills(source, stands, parts, names);
  const root = { ...whole[part]!, ...(stands.off && { off: stands.off }) };
  const instead = (by: Parts): Primitive[] => [
    within(edit.in, { do: 'remove', part }),
    within(edit.in, { do: 'insert', ...placeOf(source, part), root: part, parts: by }),
  ];
  const primitives = instead({ ...whole, [part]: root });
  if (!ends) return { primitives, inverses: instead(partsBelow(source, part)) };
  const { name, purpose } = section;
  const again: Share = {
    do: 'share',
    on: 'both',
    part,
    ...inOf(edit),
    section: { id, name, purpose, ...(section.own && { own: section.own }) },
    index: site.sections!.indexOf(section),
    ...namesBack(names),
  };
  return { primitives: [...primitives, { do: 'remove', on: 'site', from: 'sections', id }], inverses: [again] };
}

/** The parts of an own part, under new names, with what a use has in its slots. */
function withFills(
  source: Page,
  use: Part,
  parts: Parts,
  names: Readonly<Record<string, string>>,
): Readonly<Record<string, Part>> {
  const out = { ...parts };
  for (const id of use.children) {
    const fill = partOf(source, id);
    const slot = slotOf(fill);
    const at = slot === undefined ? undefined : names[slot];
    if (at === undefined || !out[at]) continue;
    out[at] = { ...out[at], children: [...out[at].children, ...fill.children] };
    for (const one of fill.children) Object.assign(out, partsBelow(source, one));
  }
  return out;
}

/** The parts of an own part as a use shows them, where nothing differs any more. */
const freed = (parts: Parts, use: Part): Parts =>
  Object.fromEntries(
    Object.entries(parts).map(([id, part]) => {
      const { differs: _none, slot: _closed, ...free } = inUse(part, id, use);
      return [id, free];
    }),
  );

function differ(site: Site, page: Page, edit: Differ): Lowered {
  const use = partOf(pageAt(site, page, edit.in), edit.part);
  const key = keyInUse(edit.inner, edit.field);
  if (Object.hasOwn(use.content[edit.at] ?? {}, key)) return { primitives: [], inverses: [] };
  const inner = isUse(use) ? keptSection(site, sectionOf(use) ?? '').parts[edit.inner] : undefined;
  const said = inner && contentInUse(inner, edit.inner, use)[edit.at];
  if (!said || !Object.hasOwn(said, edit.field))
    throw new Problem('The text this paragraph stands in is no longer there.', { part: edit.part });
  const set = { do: 'set', part: edit.part, field: Field.parse(['content', edit.at, key]) } as const;
  return {
    primitives: [within(edit.in, { ...set, value: asValue(said[edit.field]) })],
    inverses: [within(edit.in, set)],
  };
}
