import { newIdentifier } from '../identifier';
import type { Page, Parts } from '../page';
import { ofKey } from '../seen/in-use';
import { isUse, sectionOf, slotOf } from '../seen/references';
import type { Site } from '../site';
import { isWithin, partOf, subtree } from '../tree';
import type { Differ } from './across-edit';
import { Field, type Edit, type Insert, type Move, type SetField } from './edit';

const filling = '-in-';
const longest = 40;

/**
 * What holds the content of a slot in a use is called after both, so that two who fill it at once fill the same, and
 * what is put in is not lost where the use is set free meanwhile.
 */
export function fillName(parts: Parts, use: string, slot: string): string {
  const name = slot + filling + use;
  return name.length <= longest && !Object.hasOwn(parts, name) ? name : newIdentifier();
}

/** Whether a part was called so before, and its name was taken where it came to stand. */
const isRenamed = (id: string, was: string): boolean => {
  const stem = `${was.slice(0, 34)}-`;
  return id.startsWith(stem) && /^\d+$/.test(id.slice(stem.length));
};

/** What came of the parts of an own part whose use was set free, by the names they had in it. */
export class SinceFree {
  /** @param page the page, or one that holds the section, in which the use stood */
  constructor(
    private readonly site: Pick<Site, 'sections'>,
    private readonly page: Page,
  ) {}

  /** The part that stands where a use, or shared section, showed this one before it was set free; undefined for none. */
  part(free: string, part: string): string | undefined {
    const { page } = this;
    if (!Object.hasOwn(page.parts, free) || sectionOf(page.parts[free]) !== undefined) return undefined;
    if (Object.hasOwn(page.parts, part) && isWithin(page, part, free)) return part;
    if (this.site.sections?.some(({ own, root }) => own === true && root === part)) return free;
    const found = subtree(page, free).filter((id) => isRenamed(id, part));
    return found.length === 1 ? found[0] : undefined;
  }

  /** An edit as it is now, where it speaks of what has been set free; undefined for all others. */
  edit(edit: Edit): readonly Edit[] | undefined {
    if (edit.do === 'set') return this.said(edit);
    if (edit.do === 'insert' || edit.do === 'move') return this.filled(edit) ?? this.putIn(edit);
    return undefined;
  }

  /** Whether an edit says for a use what is a part’s own by now. */
  isNeedless({ part, inner }: Differ): boolean {
    return this.part(part, inner) !== undefined;
  }

  /** What a use says for itself, as the part says it that stood in the use. */
  private said(edit: SetField): readonly Edit[] | undefined {
    const [what, at = 'base', key = '', ...block] = edit.field;
    const ofUse = what === 'content' ? ofKey(key) : undefined;
    if (!ofUse || isUse(this.page.parts[edit.part])) return undefined;
    const part = this.part(edit.part, ofUse.part);
    return part === undefined
      ? undefined
      : [{ ...edit, part, field: Field.parse(['content', at, ofUse.field, ...block]) }];
  }

  /** What is to hold the content of a slot, where that is there, or where there is no slot any more. */
  private filled(edit: Insert | Move): readonly Edit[] | undefined {
    if (edit.do === 'move' || Object.keys(edit.parts).length > 1) return undefined;
    const slot = slotOf(edit.parts[edit.root]);
    if (slot === undefined) return undefined;
    const there = slotOf(this.page.parts[edit.root]) === slot && isWithin(this.page, edit.root, edit.parent);
    return there || this.part(edit.parent, slot) !== undefined ? [] : undefined;
  }

  /** What is put into a slot, put into the box that was one. */
  private putIn(edit: Insert | Move): readonly Edit[] | undefined {
    if (Object.hasOwn(this.page.parts, edit.parent)) return undefined;
    const steps = edit.parent.split(filling);
    for (let at = 1; at < steps.length; at++) {
      const [slot, use] = [steps.slice(0, at).join(filling), steps.slice(at).join(filling)];
      const parent = this.part(use, slot);
      if (parent !== undefined) return [{ ...edit, parent, index: partOf(this.page, parent).children.length }];
    }
    return undefined;
  }
}
