import { asValue, Field, type SetField } from '../edits/edit';
import { fieldOfKey, insideOf, kindOf } from '../kinds/registry';
import type { Page, Part } from '../page';
import type { RunningText, Words } from '../text/running-text';
import { isText, linksIn, withLinks, withoutLinks } from '../text/words';
import { subtree } from '../tree';

/** One of the links of a part: the whole part's, or one in its words. */
export interface PartLink {
  /** The breakpoint it is at, or `base`. */
  readonly at: string;
  readonly to: string;
  /** The edit that makes it lead elsewhere: every link of the same words' text that led to the same. */
  put(part: string, to: string): SetField;
  /** The edit that leaves its words without a link; undefined for a link that is the whole part. */
  drop?(part: string): SetField;
}

const linkOf = (at: string, key: string, to: unknown): PartLink[] =>
  typeof to === 'string'
    ? [{ at, to, put: (part, value) => ({ do: 'set', part, field: Field.parse(['content', at, key]), value }) }]
    : [];

const linksOfText = (at: string, key: string, text: unknown): PartLink[] =>
  isText(text) ? linksOfWords(at, key, text) : [];

const linksOfWords = (at: string, key: string, text: RunningText | Words): PartLink[] =>
  [...new Set(linksIn(text).map((one) => one.to))].map((to) => ({
    at,
    to,
    put: (part, value) => ({
      do: 'set',
      part,
      field: Field.parse(['content', at, key]),
      value: asValue(withLinks(text, (one) => (one === to ? value : undefined))),
    }),
    drop: (part) => ({
      do: 'set',
      part,
      field: Field.parse(['content', at, key]),
      value: asValue(withoutLinks(text, to)),
    }),
  }));

/** Where a part leads, as a whole and in its words, at whichever breakpoint; a use of an own part, where it differs. */
export const linksOfPart = ({ content }: Pick<Part, 'content'>): PartLink[] =>
  Object.entries(content).flatMap(([at, said]) =>
    Object.entries(said).flatMap(([key, value]) => {
      const field = fieldOfKey(key);
      return field === 'link' ? linkOf(at, key, value) : field === 'text' ? linksOfText(at, key, value) : [];
    }),
  );

/** Where each link of a part leads, as a whole and in its words: as often as it is there. */
export const targetsOfPart = ({ content }: Pick<Part, 'content'>): string[] =>
  Object.values(content).flatMap((said) =>
    Object.entries(said).flatMap(([key, value]) => {
      const field = fieldOfKey(key);
      if (field === 'link') return typeof value === 'string' ? [value] : [];
      return field === 'text' ? linksIn(value).map((one) => one.to) : [];
    }),
  );

/** The edits that let links of a part lead elsewhere, where `change` says where to: one for each field it changes. */
export const relinkedPart = (
  id: string,
  { content }: Pick<Part, 'content'>,
  change: (to: string) => string | undefined,
): SetField[] =>
  Object.entries(content).flatMap(([at, said]) =>
    Object.entries(said).flatMap(([key, value]): SetField[] => {
      const next = otherLinks(fieldOfKey(key), value, change);
      if (next === undefined) return [];
      return [{ do: 'set', part: id, field: Field.parse(['content', at, key]), value: asValue(next) }];
    }),
  );

/** What a field says with other links; undefined where none of them changes. */
function otherLinks(field: string, value: unknown, change: (to: string) => string | undefined): unknown {
  if (field === 'link' && typeof value === 'string') return change(value);
  if (field !== 'text' || !isText(value)) return undefined;
  const next = withLinks(value, change);
  return next === value ? undefined : next;
}

/** Whether what stands in a part leads somewhere itself. */
export const holdsLinks = (page: Page, id: string): boolean =>
  subtree(page, id)
    .slice(1)
    .some((one) => {
      const part = page.parts[one]!;
      return part.tag === 'a' || insideOf(part).tags.includes('a') || kindOf(part.kind).interactive === true;
    });
