import { asValue, type Edit } from '../../document/edits/edit';
import type { Page } from '../../document/page';
import { inPlain, isText, phrasesOf, withPhrases } from '../../document/text/words';
import { subtree } from '../../document/tree';
import type { Check } from '../check';
import type { Finding } from '../finding';

/** Words as they are compared: case, spaces and punctuation say nothing. */
const heard = (words: string): string =>
  words
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

const says = (label: string, seen: string): boolean => ` ${heard(label)} `.includes(` ${heard(seen)} `);

/** What a part and all it holds say at the base. */
const seenIn = (page: Page, id: string): string =>
  subtree(page, id)
    .map((one) => inPlain(page.parts[one]!.content.base['text']))
    .filter((words) => words !== '')
    .join(' ');

interface Unheard {
  readonly at: string;
  readonly seen: string;
  readonly label: string;
  cure(label: string): Edit;
}

/** The words for screen readers of a part that is a link. */
function ofPart(page: Page, id: string): Unheard[] {
  const { content } = page.parts[id]!;
  return Object.entries(content).flatMap(([at, said]) => {
    const label = said['linkLabel'];
    if (typeof label !== 'string' || label === '') return [];
    const seen = isText(said['text']) ? inPlain(said['text']) : seenIn(page, id);
    return [
      { at, seen, label, cure: (value): Edit => ({ do: 'set', part: id, field: ['content', at, 'linkLabel'], value }) },
    ];
  });
}

/** Those of links in a part's words. */
function ofWords(page: Page, id: string): Unheard[] {
  return Object.entries(page.parts[id]!.content).flatMap(([at, { text }]) =>
    phrasesOf(text).flatMap(({ text: seen, link }) => {
      if (!isText(text) || link?.label === undefined) return [];
      const { label } = link;
      const cure = (value: string): Edit => ({
        ...{ do: 'set', part: id, field: ['content', at, 'text'] },
        value: asValue(
          withPhrases(text, (one) =>
            one.text === seen && one.link?.label === label ? { ...one, link: { ...one.link, label: value } } : one,
          ),
        ),
      });
      return [{ at, seen, label, cure }];
    }),
  );
}

export const labelInName: Check = {
  name: 'label in name',
  severity: 'error',
  source: 'WCAG 2.2, 2.5.3',
  looks: 'page',
  find: ({ page }) =>
    Object.keys(page.parts).flatMap((id) =>
      [...ofPart(page, id), ...ofWords(page, id)]
        .filter(({ seen, label }) => heard(seen) !== '' && !says(label, seen))
        .map(({ at, seen, label, cure }): Finding => {
          const after = `${seen.replaceAll('\n', ' ')}: ${label}`;
          return {
            check: 'label in name',
            severity: 'error',
            part: id,
            ...(at !== 'base' && { breakpoints: [at] }),
            reason: `Its words for screen readers, “${label}”, don’t contain what is seen, “${seen}”: who says what they see can’t press it.`,
            ...(after.length <= 300 && {
              cure: { says: 'Begin with what is seen', edits: [cure(after)], before: label, after },
            }),
          };
        }),
    ),
};
