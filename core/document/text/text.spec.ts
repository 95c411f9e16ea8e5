import fc from 'fast-check';
import * as parse5 from 'parse5';
import { blockEdits, someBlocks, someText, someWords } from './testing/some-text';
import { applyEdits } from '../edits/apply';
import { asValue, type SetField } from '../edits/edit';
import { kindOf } from '../kinds/registry';
import { pageHolding, plainPart } from '../testing/plain-part';
import { blankSite } from '../site';
import { blocksOf, inOrder, orderOf, tagOf, withBlock } from './blocks';
import { changedBlocks, textOf } from './changed-blocks';
import { textHtml } from './html';
import { inkClass, wordsHtml } from './line-html';
import { RunningText, firstBlock, wordsOfAtMost, type Block, type RunningText as Text } from './running-text';
import { inPlain, insideText, linksIn, withLinks } from './words';

const context = {
  className: (id: string) => `named-${id}`,
  addressOf: (link: string) => (link === 'page:gone' ? undefined : link),
};
const said = (text: Text): string => textHtml(text, tagOf([text]), context);
const p = (says: string): Block => ({ tag: 'p', says });

describe('A running text', () => {
  it('of one plain paragraph is a string, and publishes as light as one', () => {
    expect(textOf([p('One < two\nthree')])).toBe('One < two\nthree');
    expect(textOf([])).toBe('');
    expect(tagOf(['One'])).toBe('p');
    expect(said('One < two\nthree')).toBe('One &lt; two<br>three');
    const plain = { [firstBlock.id]: { at: firstBlock.at, block: p('One') } };
    expect(RunningText.safeParse(plain).error?.issues[0]?.message).toContain('is written as a string');
  });

  it('of one block is published as that block’s element, of several in a div', () => {
    const list: Block = { tag: 'ul', items: [[p('One')], [p('Two'), { tag: 'ol', items: [[p('Deeper')]] }]] };
    expect(tagOf([textOf([list])])).toBe('ul');
    expect(said(textOf([list]))).toBe('<li>One</li><li>Two<ol><li>Deeper</li></ol></li>');
    expect(tagOf([textOf([p('One'), list])])).toBe('div');
    expect(
      said(textOf([p('One'), { tag: 'blockquote', holds: [p('Said'), p('So')] }, { tag: 'pre', says: '\n a < b' }])),
    ).toBe('<p>One</p><blockquote><p>Said</p><p>So</p></blockquote><pre><code>\n a &lt; b</code></pre>');
    expect(tagOf([textOf([list]), 'Shorter']))
      .withContext('wordings of several kinds')
      .toBe('div');
    expect(tagOf(['Longer', 'Shorter'])).toBe('p');
  });

  it('nests what words are, joins what is equal side by side, and closes everything in order', () => {
    expect(
      wordsHtml(
        [
          'We ',
          { text: 'sail', as: ['em', 'strong'] },
          { text: ' today', as: ['strong'] },
          ' ',
          { text: 'fares', link: { to: 'page:fares', newTab: true, label: 'All fares' }, lang: 'fr' },
        ],
        context,
      ),
    ).toBe(
      'We <strong><em>sail</em></strong><strong> today</strong> <a href="page:fares" target="_blank" rel="noopener" aria-label="All fares"><span lang="fr">fares</span></a>'.replace(
        '</strong><strong>',
        '',
      ),
    );
    expect(wordsHtml([{ text: 'x', link: { to: 'page:gone', newTab: true } }], context)).toBe(
      '<a role="link" aria-disabled="true">x</a>',
    );
    expect(wordsHtml([{ text: 'x', class: 'loud', color: 'var(--ink)' }], context)).toBe(
      `<span class="named-loud ${inkClass('var(--ink)')}">x</span>`,
    );
    expect(inkClass('var(--ink)')).toMatch(/^_ink-[a-z0-9-]+$/);
  });

  it('says the same once parse5 (HTML, section 13.2) has read what it is published as', () => {
    const text = (node: parse5.DefaultTreeAdapterMap['node']): string =>
      'value' in node
        ? node.value
        : node.nodeName === 'br'
          ? '\n'
          : 'childNodes' in node
            ? node.childNodes.map(text).join('')
            : '';
    fc.assert(
      fc.property(someText, (given) => {
        const tag = tagOf([given]);
        const html = `<${tag}>${textHtml(given, tag, context)}</${tag}>`;
        const tree = parse5.parseFragment(html);
        expect(parse5.serialize(tree)).toBe(html.replaceAll('&quot;', '"')); // parse5 writes quotes in text as they are
        expect(text(tree).replaceAll('\n', '')).toBe(inPlain(given).replaceAll('\n', ''));
      }),
    );
  });

  it('is read by its schema, whatever blocks it is made of', () => {
    fc.assert(
      fc.property(someBlocks, (blocks) => {
        const text = textOf(blocks);
        expect(RunningText.safeParse(text).error?.issues).toBeUndefined();
        expect(inOrder(text)).toEqual(blocks.length === 1 && text === '' ? [] : blocks);
      }),
    );
  });

  it('refuses what no text can be, and says why', () => {
    const deep = (levels: number): Block => (levels === 0 ? p('x') : { tag: 'blockquote', holds: [deep(levels - 1)] });
    const problem = (block: unknown): string | undefined =>
      RunningText.safeParse({ a: { at: 'a0', block } }).error?.issues[0]?.message;
    expect(RunningText.safeParse({ a: { at: 'a0', block: deep(7) } }).success).toBeTrue();
    for (const block of [
      deep(8),
      { tag: 'script', says: 'x' },
      { tag: 'p', says: [{ text: 'x', as: ['script'] }] },
      { tag: 'p', says: [{ text: 'x', link: { to: 'javascript:alert(1)' } }] },
      { tag: 'p', says: [{ text: 'x', lang: '"><script>' }] },
      { tag: 'p', says: 'x', onclick: 'alert(1)' },
      { tag: 'ul', items: [] },
    ])
      expect(problem(block))
        .withContext(JSON.stringify(block))
        .toMatch(/\w+ \w+/);
    expect(problem(undefined)).toBeDefined();
  });

  it('says how long a line may be, plain or not', () => {
    const line = wordsOfAtMost(20);
    for (const words of ['x'.repeat(21), [{ text: 'x'.repeat(15), as: ['em'] }, 'x'.repeat(6)]])
      expect(line.safeParse(words).error?.issues[0]?.message).toBe(
        'This is longer than the 20 characters there is room for.',
      );
    expect(line.safeParse([{ text: 'x'.repeat(15), as: ['em'] }, 'x'.repeat(5)]).success).toBeTrue();
  });

  it('keeps the blocks in the order they were written, whoever else puts some in', () => {
    fc.assert(
      fc.property(someText, blockEdits, (text, edit) => {
        const written = edit(orderOf(text).map((id) => ({ id, block: blocksOf(text)[id]!.block })));
        let count = 0;
        const { changes, ids } = changedBlocks(text, written, () => `new-${count++}`);
        const after = changes.reduce<Text>((one, { id, placed }) => withBlock(one, id, placed), text);
        const plainNothing = after === '' && written.length === 1; // an empty paragraph alone says nothing
        if (!plainNothing) expect(inOrder(after)).toEqual(written.map((one) => one.block));
        if (!plainNothing) expect(orderOf(after)).toEqual([...ids]);
        expect(RunningText.safeParse(after).success).toBeTrue();
      }),
    );
  });

  it('takes two people’s paragraphs in, in either order, and ends the same', () => {
    const site = blankSite('s', 'S', 's');
    const kind = kindOf('text');
    fc.assert(
      fc.property(someText, blockEdits, blockEdits, (text, one, other) => {
        const part = plainPart('text', kind.tagFor!([{ text }]), { content: { base: { text } } });
        const page = pageHolding({ t: part });
        const sets = (edit: typeof one, name: string): SetField[] => {
          let count = 0;
          const written = edit(orderOf(text).map((id) => ({ id, block: blocksOf(text)[id]!.block })));
          return changedBlocks(text, written, () => `${name}-${count++}`).changes.map(({ id, placed }) => ({
            do: 'set',
            part: 't',
            field: ['content', 'base', 'text', id],
            ...(placed && { value: asValue(placed) }),
          }));
        };
        const [mine, theirs] = [sets(one, 'mine'), sets(other, 'theirs')];
        const both = new Set(mine.map((edit) => edit.field[3]));
        fc.pre(theirs.every((edit) => !both.has(edit.field[3])));
        const first = applyEdits(site, page, [...mine, ...theirs]);
        const second = applyEdits(site, page, [...theirs, ...mine]);
        expect(first.page).toEqual(second.page);
        expect(applyEdits(site, first.page, first.inverses).page)
          .withContext('undone')
          .toEqual(page);
      }),
    );
  });

  it('knows the tags, classes and links in it, and changes links alone', () => {
    const text = textOf([
      {
        tag: 'ul',
        items: [
          [
            {
              tag: 'p',
              says: ['a', { text: 'b', as: ['em'], class: 'loud', color: '#c04040', link: { to: '/fares' } }],
            },
          ],
        ],
      },
      p('c'),
    ]);
    expect(insideText(text)).toEqual({ tags: ['em', 'a', 'ul', 'li', 'p'], classes: ['loud'], values: ['#c04040'] });
    expect(linksIn(text)).toEqual([{ to: '/fares' }]);
    expect(linksIn(withLinks(text, () => 'page:fares'))).toEqual([{ to: 'page:fares' }]);
    expect(withLinks(text, () => undefined)).toBe(text);
    fc.assert(fc.property(someWords, (words) => expect(withLinks(words, (to) => to)).toBe(words)));
  });
});
