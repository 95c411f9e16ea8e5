import * as z from 'zod';
import { pageOfSection } from '../sections/kept-section';
import { leaves } from '../leaves';
import type { Page, Part } from '../page';
import { settledPart } from '../seen/settled';
import type { Site } from '../site';
import type { Documents } from './batch';
import { Field, type Edit } from './edit';
import { isInSection, isOnPage, isOnSite, type AnyEdit } from './site-edit';

/**
 * The edits after which these parts of a page are stored as they are meant: they come before others of the same
 * parts.
 */
export function settlingEdits(site: Site, page: Page, ids: Iterable<string>): Edit[] {
  const { retired } = site;
  if (!retired) return [];
  return [...new Set(ids)].flatMap((id): Edit[] => {
    const part = Object.hasOwn(page.parts, id) ? page.parts[id] : undefined;
    if (!part) return [];
    const next = settledPart(retired, part);
    const set = (field: Field, value: unknown): Edit => ({
      do: 'set',
      part: id,
      field,
      ...(value !== undefined && { value: z.json().parse(value) }),
    });
    return [
      ...leaves(part.style, next.style).map(({ path, is }) => set(Field.parse(['style', ...path]), is)),
      ...changedContent(part.content, next.content).map(({ path, is }) => set(Field.parse(['content', ...path]), is)),
    ];
  });
}

/** Fields of content that differ; a field is a leaf, whatever it holds. */
function changedContent(before: Part['content'], after: Part['content']): { path: readonly string[]; is: unknown }[] {
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((at) =>
    [...new Set([...Object.keys(before[at] ?? {}), ...Object.keys(after[at] ?? {})])].flatMap((key) => {
      const [was, is] = [before[at]?.[key], after[at]?.[key]];
      return JSON.stringify(was) === JSON.stringify(is) ? [] : [{ path: [at, key], is }];
    }),
  );
}

/**
 * The edits after which the parts that others set something of are stored as they are meant: they come before those.
 */
export function settlingBefore({ site, page }: Documents, edits: readonly AnyEdit[]): AnyEdit[] {
  const onPage = edits.flatMap((edit) => (isOnPage(edit) && edit.do === 'set' ? [edit.part] : []));
  const inSections = edits.flatMap((edit) => (isOnSite(edit) && isInSection(edit) && edit.do === 'set' ? [edit] : []));
  const ofSections = (site.sections ?? []).flatMap((section): AnyEdit[] => {
    const parts = inSections.filter((edit) => edit.section === section.id).map((edit) => edit.part);
    if (parts.length === 0) return [];
    return settlingEdits(site, pageOfSection(section), parts).map((edit) => ({
      ...edit,
      on: 'site',
      section: section.id,
    }));
  });
  return [...settlingEdits(site, page, onPage), ...ofSections];
}
