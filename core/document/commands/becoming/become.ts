import type { Edit } from '../../edits/edit';
import { kindOf, statesOf, tagged } from '../../kinds/registry';
import type { Content, Page, Part } from '../../page';
import { Problem } from '../../problem';
import type { StyleMap } from '../../style-map';
import { inOrder } from '../../text/blocks';
import { textOf } from '../../text/changed-blocks';
import type { Block, Phrase, Words } from '../../text/running-text';
import { linesOf, plainWords, runningTextIn, wordsIn } from '../../text/words';
import { partOf, placeOf } from '../../tree';

/** What a part that says something can become. */
export const becomings = ['text', 'heading', 'quote', 'list', 'numbered list', 'button'] as const;
export type Becoming = (typeof becomings)[number];

const kindFor = (what: Becoming): string => (what === 'heading' || what === 'button' ? what : 'text');

const ofTag: ReadonlyMap<string, Becoming> = new Map([
  ['ul', 'list'],
  ['ol', 'numbered list'],
  ['blockquote', 'quote'],
]);

/** What a part is now, in these terms; undefined for parts that say nothing of the kind. */
export function nowIs(part: Pick<Part, 'kind' | 'tag'>): Becoming | undefined {
  if (part.kind === 'heading' || part.kind === 'button') return part.kind;
  if (part.kind !== 'text') return undefined;
  return ofTag.get(part.tag) ?? 'text';
}

/** What a part can become with what it says. */
export const canBecome = (page: Page, id: string): Becoming[] =>
  becomings.filter((what) => {
    try {
      return become(page, id, what).length > 0;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return false;
    }
  });

type Said = Record<string, unknown>;

/** What a part says, as the blocks of a text. */
function blocksSaid(kind: string, said: Said): Block[] {
  if (kind === 'text') return inOrder(runningTextIn(said['text']));
  const words = wordsIn(said['text']);
  if (kind !== 'button') return [{ tag: 'p', says: words }];
  const link = typeof said['link'] === 'string' && said['link'] !== '' ? { to: said['link'] } : undefined;
  const phrase: Phrase = { text: plainWords(words), ...(link && { link }) };
  return [{ tag: 'p', says: link && phrase.text !== '' ? [phrase] : phrase.text }];
}

const lines = (blocks: readonly Block[]): Words[] => blocks.flatMap(linesOf);

/** Lines of one paragraph, broken by hand, each by itself. */
const split = (words: Words): Words[] => (typeof words === 'string' ? words.split('\n') : [words]);

function blocksAs(what: Becoming, blocks: readonly Block[]): Block[] {
  const paragraphs = (): Block[] => lines(blocks).map((says) => ({ tag: 'p', says }));
  if (what === 'quote') return [{ tag: 'blockquote', holds: blocks.length === 0 ? [{ tag: 'p', says: '' }] : blocks }];
  if (what === 'text') return paragraphs();
  const items = lines(blocks)
    .flatMap(split)
    .map((says): Block[] => [{ tag: 'p', says }]);
  return [{ tag: what === 'list' ? 'ul' : 'ol', items: items.length === 0 ? [[{ tag: 'p', says: '' }]] : items }];
}

/** The only line there is. @throws Problem where there are several */
function onlyLine(blocks: readonly Block[], what: Becoming): Words {
  const all = lines(blocks);
  if (all.length > 1) throw new Problem(`A ${what} has one line, and this text has ${all.length}.`);
  return all[0] ?? '';
}

/** What is said, as another kind says it. @throws Problem where it cannot */
function saidAs(what: Becoming, kind: string, said: Said): Said {
  const blocks = blocksSaid(kind, said);
  if (what === 'heading') return { text: onlyLine(blocks, what) };
  if (what !== 'button') return { text: textOf(blocksAs(what, blocks)) };
  const line = onlyLine(blocks, what);
  const links =
    typeof line === 'string' ? [] : line.flatMap((one) => (typeof one === 'string' || !one.link ? [] : one.link.to));
  return { text: plainWords(line).replace(/\s*\n\s*/g, ' '), link: links[0] ?? '' };
}

/** At a breakpoint only what differs is said: a button's link is the same at all. */
function contentAs(what: Becoming, part: Part): Content {
  const { base, ...others } = part.content;
  const own = Object.entries(others).flatMap(([at, said]) => {
    if (!Object.hasOwn(said, 'text')) return [];
    const { text } = saidAs(what, part.kind, { ...base, ...said });
    return [[at, { text }] as const];
  });
  return { ...Object.fromEntries(own), base: saidAs(what, part.kind, base) };
}

/** Style in the states a kind can be in. */
function styleFor(style: StyleMap, kind: string): StyleMap {
  const allowed: readonly string[] = statesOf(kind);
  return Object.fromEntries(
    Object.entries(style).map(([at, byState]) => [
      at,
      Object.fromEntries(Object.entries(byState).filter(([state]) => allowed.includes(state))),
    ]),
  );
}

/**
 * Makes a part another kind, with its words; name, classes, style, attributes, id and place stay. @throws Problem
 * where what it says does not allow it
 */
export function become(page: Page, id: string, what: Becoming): Edit[] {
  const part = partOf(page, id);
  const is = nowIs(part);
  if (is === undefined)
    throw new Problem(`A ${kindOf(part.kind).word.toLowerCase()} says nothing that could become a ${what}.`, {
      part: id,
    });
  if (is === what) return [];
  const kind = kindFor(what);
  const content = contentAs(what, part);
  const tag = kindOf(kind).tags[what === 'heading' ? 1 : 0]!;
  const next = tagged({ ...part, kind, tag, content, style: styleFor(part.style, kind) });
  return [
    { do: 'remove', part: id },
    { do: 'insert', ...placeOf(page, id), root: id, parts: { [id]: next } },
  ];
}
