import { escapeHtml } from '../kinds/escape';
import { inOrder } from './blocks';
import { wordsHtml, type WordsContext } from './line-html';
import type { Block, RunningText } from './running-text';

/** What stands inside a block's element. */
function insideOf(block: Block, context: WordsContext): string {
  switch (block.tag) {
    case 'pre':
      return `<code>${escapeHtml(block.says)}</code>`;
    case 'ul':
    case 'ol':
      return block.items.map((item) => `<li>${heldHtml(item, context)}</li>`).join('');
    case 'blockquote':
      return heldHtml(block.holds, context);
    default:
      return wordsHtml(block.says, context);
  }
}

const blockHtml = (block: Block, context: WordsContext): string =>
  `<${block.tag}>${insideOf(block, context)}</${block.tag}>`;

/** What a list's item or a quote holds: its first paragraph needs no element where nothing but lists follows it. */
function heldHtml(blocks: readonly Block[], context: WordsContext): string {
  const [first, ...rest] = blocks;
  if (first?.tag === 'p' && rest.every((one) => one.tag === 'ul' || one.tag === 'ol'))
    return wordsHtml(first.says, context) + rest.map((one) => blockHtml(one, context)).join('');
  return blocks.map((one) => blockHtml(one, context)).join('');
}

/**
 * What stands inside the element of a text: its only block's own contents where that element is the block's, else its
 * blocks.
 */
export function textHtml(text: RunningText, own: string, context: WordsContext): string {
  if (typeof text === 'string') return own === 'p' ? wordsHtml(text, context) : `<p>${wordsHtml(text, context)}</p>`;
  const blocks = inOrder(text);
  const [only] = blocks;
  return blocks.length === 1 && only!.tag === own
    ? insideOf(only!, context)
    : blocks.map((one) => blockHtml(one, context)).join('');
}
