import { newIdentifier } from '../identifier';
import { pageOfSection } from '../sections/kept-section';
import { Problem } from '../problem';
import { frameOf, framing, isOfFrame } from '../frames/shown-frame';
import { allReferencesOf, idWithin, pathOfId, sectionOf } from '../seen/seen-page';
import { isWithin, subtree } from '../tree';
import type { Cross } from './across-edit';
import { keptSection } from './across';
import type { Documents } from './batch';
import type { Edit, Insert, Move } from './edit';
import { isInSection, isOnPage, isOnSite, type AnyEdit } from './site-edit';

/** Edits as they are stored, and under which ids the page will show parts they put somewhere. */
export interface Addressed {
  readonly edits: readonly AnyEdit[];
  readonly seen: ReadonlyMap<string, string>;
}

/** Where a part stands: on the page, or in a section it shows by a reference. */
interface Address {
  readonly part: string;
  readonly section?: string;
  readonly reference?: string;
}

/** Tells, while edits are gone through, where the parts they speak of stand by then. */
class Addresses {
  private readonly sections: Map<string, string>;
  /** Where parts stand that these edits have put somewhere, by the ids the edits know them by. */
  private readonly put = new Map<string, Address>();

  /** How many sections the page is seen to have before its own, where places among them are those seen. */
  constructor(
    private readonly documents: Documents,
    private readonly framedBefore: number,
  ) {
    this.sections = new Map(allReferencesOf(documents.site, documents.page));
  }

  /** A place in a parent as it is stored; one behind the page's own sections is read as their end. */
  indexIn({ part, section }: Address, index: number): number {
    const isRoot = section === undefined && part === this.documents.page.root;
    return isRoot ? Math.max(index - this.framedBefore, 0) : index;
  }

  /** @throws Problem for a section of the page's frame, which stands there for all its pages */
  checkOwn(id: string): void {
    if (!isOfFrame(id) || pathOfId(id)) return;
    const frame = frameOf(this.documents.site, this.documents.page);
    throw new Problem(
      `This section stands in the page frame${frame ? ` “${frame.name}”` : ''}: change the frame, or choose another for this page.`,
      { part: id },
    );
  }

  /** @throws Problem where what it stood in has gone */
  of(id: string): Address {
    const known = this.put.get(id);
    if (known) return known;
    const path = pathOfId(id);
    const reference = path?.reference ?? id;
    const section = this.sections.get(reference);
    if (section !== undefined)
      return { part: path?.part ?? keptSection(this.documents.site, section).root, section, reference };
    if (!path) return this.sharedSince(id) ?? { part: id };
    const { page } = this.documents;
    const isOwnSince = Object.hasOwn(page.parts, path.part) && isWithin(page, path.part, path.reference);
    if (!isOwnSince) throw new Problem('This part is no longer on the page.', { part: id });
    return { part: path.part };
  }

  /** Where a part stands that somebody has shared meanwhile, with the section it stood in. */
  private sharedSince(id: string): Address | undefined {
    const { site, page } = this.documents;
    if (Object.hasOwn(page.parts, id)) return undefined;
    for (const [reference, section] of this.sections)
      if (Object.hasOwn(site.sections?.find((one) => one.id === section)?.parts ?? {}, id))
        return { part: id, section, reference };
    return undefined;
  }

  isReference = (id: string): boolean => this.sections.has(id);

  /** A part stands somewhere by another edit; the id it is stored under there. */
  moved(id: string, to: Address, part = pathOfId(id) ? newIdentifier() : id): string {
    const { section, reference } = to;
    this.put.set(id, section === undefined ? { part } : { part, section, reference: reference! }); // they come together
    return part;
  }

  /** A part goes into another document, with all that is in it. */
  crossed(from: Address, to: Address): void {
    const { site, page } = this.documents;
    const source = from.section === undefined ? page : pageOfSection(keptSection(site, from.section));
    // or put there by an edit before
    const all = Object.hasOwn(source.parts, from.part) ? subtree(source, from.part) : [from.part];
    for (const part of all) this.moved(from.reference === undefined ? part : idWithin(from.reference, part), to, part);
  }

  refers(id: string, section: string | undefined): void {
    if (section === undefined) this.sections.delete(id);
    else this.sections.set(id, section);
  }

  /** The ids under which the page shows what was put somewhere, where those are others. */
  seen(): Map<string, string> {
    const all = [...this.put].map(
      ([id, { part, reference }]) => [id, reference === undefined ? part : idWithin(reference, part)] as const,
    );
    return new Map(all.filter(([id, seen]) => id !== seen));
  }
}

const inPlace = (address: Address, edit: Edit): AnyEdit =>
  address.section === undefined ? edit : { ...edit, on: 'site', section: address.section };

function insertAddressed(at: Addresses, edit: Insert): AnyEdit[] {
  const parent = at.of(edit.parent);
  const ids = Object.keys(edit.parts);
  const names = new Map(ids.map((id) => [id, at.moved(id, parent)]));
  const parts = Object.fromEntries(
    ids.map((id) => {
      const part = edit.parts[id]!;
      return [names.get(id)!, { ...part, children: part.children.map((child) => names.get(child) ?? child) }];
    }),
  );
  for (const [id, part] of Object.entries(parts)) {
    const section = sectionOf(part);
    if (section !== undefined) at.refers(id, section);
  }
  const index = at.indexIn(parent, edit.index);
  return [inPlace(parent, { ...edit, parent: parent.part, index, root: names.get(edit.root) ?? edit.root, parts })];
}

function moveAddressed(at: Addresses, edit: Move): AnyEdit[] {
  at.checkOwn(edit.part);
  const parent = at.of(edit.parent);
  const index = at.indexIn(parent, edit.index);
  if (at.isReference(edit.part)) {
    if (parent.section !== undefined)
      throw new Problem('A shared section stands on the page itself.', { part: edit.part });
    return [{ ...edit, parent: parent.part, index }];
  }
  const from = at.of(edit.part);
  if (from.section === parent.section) {
    if (from.reference !== parent.reference) at.moved(edit.part, parent, from.part);
    return [inPlace(parent, { do: 'move', part: from.part, parent: parent.part, index })];
  }
  const across: Cross = {
    do: 'move',
    on: 'both',
    part: from.part,
    ...(from.section !== undefined && { from: from.section }),
    ...(parent.section !== undefined && { to: parent.section }),
    parent: parent.part,
    index,
  };
  at.crossed(from, parent);
  return [across];
}

function addressedOne(at: Addresses, edit: AnyEdit): AnyEdit[] {
  if (!isOnPage(edit)) return [edit];
  switch (edit.do) {
    case 'insert':
      return insertAddressed(at, edit);
    case 'move':
      return moveAddressed(at, edit);
    case 'remove': {
      at.checkOwn(edit.part);
      if (!at.isReference(edit.part)) {
        const { part, ...address } = at.of(edit.part);
        return [inPlace({ part, ...address }, { do: 'remove', part })];
      }
      at.refers(edit.part, undefined);
      return [edit];
    }
    case 'set': {
      if (edit.field[0] === 'off') at.checkOwn(edit.part);
      if (at.isReference(edit.part) && edit.field[0] === 'off') return [edit]; // of this page alone
      const address = at.of(edit.part);
      return [inPlace(address, { ...edit, part: address.part })];
    }
  }
}

/**
 * Edits of a page as it is seen, as edits of what is stored: those of parts within something shared speak of the
 * site's.
 * Places among the sections of a page count those of its frame.
 * @throws Problem where what a part stood in has gone, and for a section of a frame, which no page moves
 */
export function addressed(documents: Documents, edits: readonly AnyEdit[]): Addressed {
  return addressedBy(new Addresses(documents, framing(documents.site, documents.page).before.length), edits);
}

function addressedBy(at: Addresses, edits: readonly AnyEdit[]): Addressed {
  return { edits: edits.flatMap((edit) => addressedOne(at, edit)), seen: at.seen() };
}

/** The parts an edit needs to be where it says. */
const needed = (edit: Edit): string[] =>
  edit.do === 'insert' ? [edit.parent] : edit.do === 'move' ? [edit.part, edit.parent] : [edit.part];

/**
 * An edit made before somebody shared what it speaks of, or made it a page's own, as an edit of where that stands
 * now; any other comes back as it is.
 * So nothing is lost by that. @throws Problem
 */
export function redirected(documents: Documents, edit: AnyEdit): readonly AnyEdit[] {
  const { site, page } = documents;
  const onPage = (id: string): boolean => Object.hasOwn(page.parts, id);
  if (isOnPage(edit)) {
    const changesShared = (edit.do === 'set' && edit.field[0] !== 'off') || edit.do === 'insert';
    const isAstray = needed(edit).some(
      (id) => !onPage(id) || (changesShared && sectionOf(page.parts[id]) !== undefined),
    );
    return isAstray ? addressedBy(new Addresses(documents, 0), [edit]).edits : [edit];
  }
  if (!isOnSite(edit) || !isInSection(edit)) return [edit];
  const { on: _on, section, ...plain } = edit;
  const there = site.sections?.find((one) => one.id === section)?.parts ?? {};
  const isGone = needed(plain).some((id) => !Object.hasOwn(there, id)) && needed(plain).every(onPage);
  return isGone ? [plain] : [edit];
}
