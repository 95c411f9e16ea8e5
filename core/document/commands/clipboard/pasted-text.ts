import { newIdentifier } from '../../identifier';
import { kindOf } from '../../kinds/registry';
import type { Part } from '../../page';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { cutText } from '../../storable';
import type { Clip } from './clip';

/** The longest text that can be pasted, in characters. */
export const longestPaste = 5_000_000;

/** The longest paragraph a text part holds, in characters. */
const longestParagraph = 100_000;

/** A text in pieces no longer than a part holds: broken at the last line end, sentence or word that fits. */
function* piecesOf(text: string): Generator<string> {
  let rest = text;
  while (rest.length > longestParagraph) {
    const head = cutText(rest, longestParagraph);
    const end =
      ['\n', '. ', ' '].map((sign) => head.lastIndexOf(sign) + sign.length).find((at) => at > longestParagraph / 2) ??
      head.length;
    yield rest.slice(0, end).trim();
    rest = rest.slice(end).trimStart();
  }
  yield rest;
}

/** The paragraphs of plain text, which empty lines part; nothing of it is left out. */
export function paragraphsOf(text: string): string[] {
  const paragraphs = text.replace(/\r\n?/g, '\n').split(/\n[^\S\n]*\n\s*/);
  return paragraphs
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .flatMap((one) => [...piecesOf(one)]);
}

/**
 * Plain text as text parts, one a paragraph, in a clip; undefined where there are no words in it. @throws Problem
 * when it is too long
 */
export function clipOfText(site: Site, text: string): Clip | undefined {
  if (text.length > longestPaste)
    throw new Problem(
      `This text has ${text.length.toLocaleString('en')} characters; at most ${longestPaste.toLocaleString('en')} can be pasted at once. Paste it in parts.`,
    );
  const paragraphs = paragraphsOf(text);
  if (paragraphs.length === 0) return undefined;
  if (paragraphs.length > 20_000)
    throw new Problem(
      `This text has ${paragraphs.length.toLocaleString('en')} paragraphs; at most 20,000 can be pasted at once. Paste it in parts.`,
    );
  const fresh = kindOf('text').fresh(site);
  const parts = Object.fromEntries(
    paragraphs.map((words): [string, Part] => [
      newIdentifier(),
      { kind: 'text', children: [], classes: [], attributes: {}, ...fresh, content: { base: { text: words } } },
    ]),
  );
  return {
    format: 'fold-line/clip',
    version: 1,
    site: site.id,
    roots: Object.keys(parts),
    parts,
    classes: [],
    tokens: {},
  };
}
