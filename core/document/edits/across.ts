import type { KeptSection } from '../sections/kept-section';
import { pageOfSection } from '../sections/kept-section';
import { reference } from '../sections/reference';
import type { Page, Part, Parts } from '../page';
import { Problem } from '../problem';
import { sectionOf } from '../seen/seen-page';
import type { Site } from '../site';
import { partOf, partsBelow, placeOf } from '../tree';
import type { AcrossEdit, Cross, Own, Share } from './across-edit';
import type { Edit, Insert, Remove } from './edit';
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

const within = <E extends Insert | Remove>(section: string | undefined, edit: E): Primitive =>
  section === undefined ? edit : { ...edit, on: 'site', section };

function cross(site: Site, page: Page, edit: Cross): Lowered {
  const { from, to, part } = edit;
  const pageAt = (section: string | undefined): Page =>
    section === undefined ? page : pageOfSection(keptSection(site, section));
  const [source, target] = [pageAt(from), pageAt(to)];
  if (from === to) throw new Problem('A part that stays in its document is moved there.', { part });
  const place = placeOf(source, part);
  if (from !== undefined && keptSection(site, from).root === part)
    throw new Problem('A shared section goes as a whole, by what refers to it.', { part });
  partOf(target, edit.parent);
  const { parts, names } = renamedTree(partsBelow(source, part), edit.renamed ?? {}, (id) =>
    Object.hasOwn(target.parts, id),
  );
  if (Object.values(parts).some((one) => sectionOf(one) !== undefined))
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
  const whole = partOf(page, part);
  if (whole.kind !== 'section' || !partOf(page, page.root).children.includes(part))
    throw new Problem('Only a section of the page can be kept.', { part });
  const { off, ...on } = whole;
  const { parts, names } = renamedTree({ ...partsBelow(page, part), [part]: on }, renamed, () => false);
  const item: KeptSection = { ...section, shared: true, root: names[part]!, parts };
  const stands = { ...reference(section.id), ...(off && { off }) };
  return {
    primitives: [
      { do: 'insert', on: 'site', into: 'sections', index, item },
      { do: 'remove', part },
      { do: 'insert', ...placeOf(page, part), root: part, parts: { [part]: stands } },
    ],
    inverses: [{ do: 'own', on: 'both', part, ends: true, ...namesBack(names) }],
  };
}

function own(site: Site, page: Page, { part, ends, renamed = {} }: Own): Lowered {
  const stands = partOf(page, part);
  const id = sectionOf(stands);
  if (id === undefined) throw new Problem('This is no shared section.', { part });
  const section = keptSection(site, id);
  const { parts, names } = renamedTree(
    section.parts,
    { ...renamed, [section.root]: part },
    (one) => one !== part && (Object.hasOwn(page.parts, one) || one === page.root),
  );
  const place = placeOf(page, part);
  const root = { ...parts[part]!, ...(stands.off && { off: stands.off }) };
  const primitives: Primitive[] = [
    { do: 'remove', part },
    { do: 'insert', ...place, root: part, parts: { ...parts, [part]: root } },
  ];
  if (!ends) {
    const back: Edit[] = [
      { do: 'remove', part },
      { do: 'insert', ...place, root: part, parts: { [part]: stands } },
    ];
    return { primitives, inverses: back };
  }
  const { name, purpose } = section;
  return {
    primitives: [...primitives, { do: 'remove', on: 'site', from: 'sections', id }],
    inverses: [
      {
        do: 'share',
        on: 'both',
        part,
        section: { id, name, purpose },
        index: site.sections!.indexOf(section),
        ...namesBack(names),
      },
    ],
  };
}
