import { newIdentifier } from '../identifier';
import { pageOfSection } from '../sections/kept-section';
import { Problem } from '../problem';
import { frameOf, framing, isOfFrame } from '../frames/shown-frame';
import type { Part, Parts } from '../page';
import { keyInUse, ofKey } from '../seen/in-use';
import { fillOf } from '../sections/reference';
import { allReferencesOf, idWithin, isUse, pathOfId, sectionOf, slotOf, stepsOf } from '../seen/references';
import { subtree } from '../tree';
import type { Cross, Own, Share } from './across-edit';
import { keptSection } from './across';
import type { Documents } from './batch';
import { Field, type Edit, type Insert, type Move, type SetField } from './edit';
import { fillName, SinceFree } from './since-free';
import { isInSection, isOnPage, isOnSite, type AnyEdit, type SectionEdit } from './site-edit';

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
  /** What parts of the page, and parts put somewhere by these edits, refer to, by the ids they are seen under. */
  private readonly sections: Map<string, string | undefined>;
  /** Where parts stand that these edits have put somewhere, by the ids the edits know them by. */
  private readonly put = new Map<string, Address>();
  /** What these edits have put into slots with, by the ids the slots are seen under. */
  private readonly fills = new Map<string, string>();

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

  /**
   * Where the part itself stands that is seen under an id; what refers to something is that part.
   * @throws Problem where what it stood in has gone
   */
  standing(id: string): Address {
    const known = this.put.get(id);
    if (known) return known;
    const [first = id, ...steps] = stepsOf(id);
    let at: Address = this.put.get(first) ?? { part: first };
    let reference = first;
    for (const part of steps) {
      const section = this.referredBy(reference, at);
      if (section === undefined) return this.ownSince(id, part, first);
      at = { part, section, reference };
      reference = idWithin(reference, part);
    }
    return steps.length === 0 && at.section === undefined ? (this.sharedSince(id) ?? at) : at;
  }

  /** Where that stands which is seen under an id: the root of what a part refers to. @throws Problem as above */
  of(id: string): Address {
    const at = this.standing(id);
    const section = this.referredBy(id, at);
    if (section === undefined) return at;
    return { part: keptSection(this.documents.site, section).root, section, reference: id };
  }

  /** What the part at an address, seen under an id, refers to. */
  private referredBy(id: string, { part, section }: Address): string | undefined {
    if (this.sections.has(id)) return this.sections.get(id);
    if (section === undefined) return undefined;
    return sectionOf(this.partsIn(section)[part]);
  }

  private partsIn = (section: string): Parts =>
    this.documents.site.sections?.find((one) => one.id === section)?.parts ?? {};

  /** Where a part stands that is the page's own meanwhile. @throws Problem where it is not */
  private ownSince(id: string, part: string, first: string): Address {
    const { site, page } = this.documents;
    const now = new SinceFree(site, page).part(first, part);
    if (now !== undefined) return { part: now };
    throw new Problem('This part is no longer on the page.', { part: id });
  }

  /** Where a part stands that somebody has shared meanwhile, with the section it stood in. */
  private sharedSince(id: string): Address | undefined {
    if (Object.hasOwn(this.documents.page.parts, id)) return undefined;
    for (const [reference, section] of this.sections)
      if (section !== undefined && Object.hasOwn(this.partsIn(section), id)) return { part: id, section, reference };
    return undefined;
  }

  isReference = (id: string): boolean => this.referredBy(id, this.standing(id)) !== undefined;

  /** A part within an own part, with the use that shows it here and where that stands; undefined for any other. */
  inUse(
    id: string,
  ): { readonly inner: Part; readonly part: string; readonly use: Address; readonly by: Part } | undefined {
    const { part, section, reference } = this.of(id);
    if (section === undefined || reference === undefined) return undefined;
    const inner = this.partsIn(section)[part];
    const use = this.standing(reference);
    const by = (use.section === undefined ? this.documents.page.parts : this.partsIn(use.section))[use.part];
    return inner && by && isUse(by) ? { inner, part, use, by } : undefined;
  }

  /**
   * Where something stands that is put into the part seen under an id: in a slot of an own part, that is what the use
   * has in it, which is made where it has nothing yet. What belongs to the own part (`from`) goes on doing so. @throws Problem where what it stands in has gone
   */
  into(
    id: string,
    index: number,
    from?: Address,
  ): { readonly parent: Address; readonly index: number; readonly made: AnyEdit[] } {
    const parent = this.of(id);
    const shown = this.inUse(id);
    const stays = from?.section !== undefined && from.section === parent.section && from.reference === parent.reference;
    if (!shown || shown.inner.slot === undefined || stays)
      return { parent, index: this.indexIn(parent, index), made: [] };
    const { inner, part, use, by } = shown;
    const before = Math.max(index - inner.children.length, 0); // what stands there in every use comes first
    const there = use.section === undefined ? this.documents.page.parts : this.partsIn(use.section);
    const known = this.fills.get(id) ?? by.children.find((one) => slotOf(there[one]) === part);
    const fill = known ?? fillName(there, use.part, part);
    this.fills.set(id, fill);
    const made: Edit = {
      ...{ do: 'insert', parent: use.part, index: by.children.length, root: fill },
      parts: { [fill]: fillOf(part) },
    };
    const at: Address = { ...use, part: fill };
    return { parent: at, index: before, made: known === undefined ? [inPlace(use, made)] : [] };
  }

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
    this.sections.set(id, section);
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
  const { parent, index, made } = at.into(edit.parent, edit.index);
  const ids = Object.keys(edit.parts);
  const names = new Map(ids.map((id) => [id, at.moved(id, parent)]));
  const parts = Object.fromEntries(
    ids.map((id) => {
      const part = edit.parts[id]!;
      return [names.get(id)!, { ...part, children: part.children.map((child) => names.get(child) ?? child) }];
    }),
  );
  for (const id of ids) {
    const section = sectionOf(edit.parts[id]);
    if (section !== undefined) at.refers(id, section);
  }
  const root = names.get(edit.root) ?? edit.root;
  return [...made, inPlace(parent, { ...edit, parent: parent.part, index, root, parts })];
}

function moveAddressed(at: Addresses, edit: Move): AnyEdit[] {
  at.checkOwn(edit.part);
  const from = at.standing(edit.part);
  const { parent, index, made } = at.into(edit.parent, edit.index, from);
  if (from.section === parent.section) {
    if (from.reference !== parent.reference) at.moved(edit.part, parent, from.part);
    return [...made, inPlace(parent, { do: 'move', part: from.part, parent: parent.part, index })];
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
  return [...made, across];
}

/** What is kept, or set free, where it stands. */
function sharingAddressed(at: Addresses, edit: Share | Own): AnyEdit[] {
  if (edit.in !== undefined) return [edit];
  const { part, section } = at.standing(edit.part);
  return [section === undefined ? edit : { ...edit, part, in: section }];
}

function addressedOne(at: Addresses, edit: AnyEdit): AnyEdit[] {
  if (isOnSite(edit)) return [edit];
  if (!isOnPage(edit)) return edit.do === 'share' || edit.do === 'own' ? sharingAddressed(at, edit) : [edit];
  switch (edit.do) {
    case 'insert':
      return insertAddressed(at, edit);
    case 'move':
      return moveAddressed(at, edit);
    case 'remove': {
      at.checkOwn(edit.part);
      const standing = at.standing(edit.part);
      if (at.isReference(edit.part)) at.refers(edit.part, undefined);
      return [inPlace(standing, { do: 'remove', part: standing.part })];
    }
    case 'set':
      return setAddressed(at, edit);
  }
}

function setAddressed(at: Addresses, edit: SetField): AnyEdit[] {
  const [what] = edit.field;
  if (what === 'off' || (what === 'content' && ofKey(String(edit.field[2])))) {
    if (what === 'off') at.checkOwn(edit.part);
    const standing = at.standing(edit.part); // what refers to something is switched off, and says what differs, where it stands
    return [inPlace(standing, { ...edit, part: standing.part })];
  }
  const address = at.of(edit.part);
  const shown = what === 'content' ? at.inUse(edit.part) : undefined;
  if (shown?.inner.differs?.includes(String(edit.field[2]))) return setInUse(shown, edit);
  return [inPlace(address, { ...edit, part: address.part })];
}

/** What one use says for itself is set there. One block of a text is, once the use has a text of its own. */
function setInUse({ part, use, by }: NonNullable<ReturnType<Addresses['inUse']>>, edit: SetField): AnyEdit[] {
  const [, at = 'base', field = '', block] = edit.field;
  const key = keyInUse(part, field);
  const path = block === undefined ? ['content', at, key] : ['content', at, key, block];
  const set = inPlace(use, { ...edit, part: use.part, field: Field.parse(path) });
  if (block === undefined || Object.hasOwn(by.content[at] ?? {}, key)) return [set];
  const within = use.section === undefined ? {} : { in: use.section };
  return [{ do: 'differ', on: 'both', part: use.part, ...within, at, inner: part, field }, set];
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
  if (isOnPage(edit)) return new SinceFree(site, page).edit(edit) ?? onPageRedirected(documents, edit);
  if (isOnSite(edit)) return isInSection(edit) ? inSectionRedirected(documents, edit) : [edit];
  if (edit.do !== 'differ') return [edit];
  const standsIn = edit.in === undefined ? page : pageOfSection(keptSection(site, edit.in));
  return new SinceFree(site, standsIn).isNeedless(edit) ? [] : [edit];
}

function onPageRedirected(documents: Documents, edit: Edit): readonly AnyEdit[] {
  const { parts } = documents.page;
  const isFill = edit.do === 'insert' && slotOf(edit.parts[edit.root]) !== undefined;
  const changesShared = (edit.do === 'set' && edit.field[0] !== 'off') || (edit.do === 'insert' && !isFill);
  const isOfUse = edit.do === 'set' && edit.field[0] === 'content' && ofKey(String(edit.field[2])) !== undefined;
  const isAstray = needed(edit).some(
    (id) => !Object.hasOwn(parts, id) || (changesShared && sectionOf(parts[id]) !== undefined),
  );
  return isAstray && !isOfUse ? addressedBy(new Addresses(documents, 0), [edit]).edits : [edit];
}

function inSectionRedirected({ site, page }: Documents, edit: SectionEdit): readonly AnyEdit[] {
  const { on: _on, section, ...plain } = edit;
  const kept = site.sections?.find((one) => one.id === section);
  const since = kept && new SinceFree(site, pageOfSection(kept)).edit(plain);
  if (since) return since.map((one) => ({ ...one, on: 'site', section }));
  const there = kept?.parts ?? {};
  const isGone =
    needed(plain).some((id) => !Object.hasOwn(there, id)) && needed(plain).every((id) => Object.hasOwn(page.parts, id));
  return isGone ? [plain] : [edit];
}
