import fc from 'fast-check';
import { someBlocks, someWords } from '@core/document/text/testing/some-text';
import type { Block, Words } from '@core/document/text/running-text';
import type { WrittenBlock } from '@core/document/text/changed-blocks';
import { frameWith, type TestFrame } from '../../testing/frame';
import { RichText, type Writing } from './rich-text';

describe('The editor of a text', () => {
  let frame: TestFrame;
  let text: RichText | undefined;
  let dropped: string[];
  let changes: number;
  beforeEach(() => {
    frame = frameWith('<div data-part="text"></div>');
    dropped = [];
    changes = 0;
  });
  afterEach(() => {
    text?.destroy();
    text = undefined;
    frame.remove();
  });
  const editing = (blocks: readonly WrittenBlock[]): RichText => opened({ form: 'blocks', blocks });
  const editingLine = (words: Words): RichText => opened({ form: 'words', words });
  const opened = (writing: Writing): RichText => {
    text?.destroy();
    text = new RichText(writing, (id) => id, {
      changed: () => changes++,
      moved: () => undefined,
      dropped: (what) => dropped.push(...what),
    });
    text.mount(frame.find('text'));
    return text;
  };
  const p = (says: Words): Block => ({ tag: 'p', says });
  const written = (blocks: readonly Block[]): WrittenBlock[] =>
    blocks.map((block, index) => ({ id: `b${index}`, block }));
  const blocksOf = (one: RichText): Block[] => one.written().map(({ block }) => block);
  const paste = (kind: string, data: string): void => {
    const clipboardData = new DataTransfer();
    clipboardData.setData(kind, data);
    frame.find('text').dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  };

  /** Joined as a text joins them: what is the same side by side is one phrase. */
  const joined = (words: Words): string => JSON.stringify(editingLine(words).words());

  it('gives back what it was given, whatever it is (ProseMirror’s own round trip), and lines as lines', () => {
    fc.assert(
      fc.property(someBlocks, (blocks) => {
        const first = editing(written(blocks)).written();
        expect(editing(first).written()).toEqual(first);
        if (blocks.length > 0) expect(first.map(({ id }) => id)).toEqual(blocks.map((_, index) => `b${index}`));
        const plain = (all: readonly Block[]): string => JSON.stringify(all).replace(/[^a-zé字🙂]/gu, '');
        if (blocks.length > 0) expect(plain(first.map(({ block }) => block)).length).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
    fc.assert(
      fc.property(someWords, (words) => {
        const once = editingLine(words).words();
        expect(joined(once)).toBe(JSON.stringify(once));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps plain words plain, and phrases as they are', () => {
    expect(editingLine('One\ntwo').words()).toBe('One\ntwo');
    const words: Words = [
      'We ',
      { text: 'sail', as: ['strong', 'em'], lang: 'fr' },
      { text: 'now', link: { to: 'page:fares', newTab: true } },
    ];
    expect(editingLine(words).words()).toEqual(words);
    expect(blocksOf(editing(written([p('One'), { tag: 'pre', says: 'a\n  b' }])))).toEqual([
      p('One'),
      { tag: 'pre', says: 'a\n  b' },
    ]);
  });

  it('takes in what others changed, and hears nothing of it itself', () => {
    const editor = editing(written([p('One'), p('Two'), p('Three')]));
    editor.replace([
      { id: 'b0', block: p('One') },
      { id: 'new', block: p('Between') },
      { id: 'b1', block: p('Two, theirs') },
    ]);
    expect(editor.written()).toEqual([
      { id: 'b0', block: p('One') },
      { id: 'new', block: p('Between') },
      { id: 'b1', block: p('Two, theirs') },
    ]);
    editor.identify(['x', 'y', 'z']);
    expect(editor.written().map(({ id }) => id)).toEqual(['x', 'y', 'z']);
    expect(changes).toBe(0);
  });

  it('pastes plain text as paragraphs', () => {
    editing(written([p('')])).focus();
    paste('text/plain', 'One\r\nand on\r\n\r\nTwo');
    expect(blocksOf(text!)).toEqual([p('One\nand on'), p('Two')]);
  });

  it('pastes what a word processor or a page gives with its structure, drops the rest and says what', () => {
    editing(written([p('')])).focus();
    paste(
      'text/html',
      `<html><head><style>p{color:red}</style></head><body><h1>Title</h1><p class="MsoNormal">A <span style="font-weight:700">bold</span> and <i>slanted</i> word</p>
       <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·  </span>One</p><p style="mso-list:l0 level2 lfo1"><span style="mso-list:Ignore">1. </span>Deeper</p>
       <p style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">· </span>Two</p>
       <img src="https://elsewhere.example/a.png" onerror="alert(1)"><script>alert(2)</script><a href="javascript:alert(3)">bad</a> <a href="https://tidewick.example/">good</a>
       <table><tr><td>Cell</td></tr></table></body></html>`,
    );
    const all = blocksOf(text!);
    expect(all[0]).toEqual({ tag: 'h2', says: 'Title' });
    expect(all[1]).toEqual(
      p(['A ', { text: 'bold', as: ['strong'] }, ' and ', { text: 'slanted', as: ['em'] }, ' word']),
    );
    expect(all[2]).toEqual({
      tag: 'ul',
      items: [[p('One'), { tag: 'ol', items: [[p('Deeper')]] }], [p('Two')]],
    });
    const rest = JSON.stringify(all.slice(3));
    expect(rest).toContain('Cell');
    expect(rest).toContain('"to":"https://tidewick.example/"');
    expect(rest).not.toMatch(/javascript|alert|elsewhere/);
    expect(dropped).toEqual(['pictures', 'tables (their words are kept)', 'links without a whole address']);
  });

  it('makes words bold, a link and a list, and takes it back', () => {
    const editor = editing(written([p('Sailings')]));
    editor.focus();
    editor.selectAll();
    editor.toggle('bold');
    editor.link({ to: '/fares', newTab: false, label: '' }, '');
    editor.become('ul');
    expect(blocksOf(editor)).toEqual([
      { tag: 'ul', items: [[p([{ text: 'Sailings', as: ['strong'], link: { to: '/fares' } }])]] },
    ]);
    expect(editor.at().blocks).toContain('ul');
    expect([...editor.at().marks]).toEqual(['bold', 'link']);
    expect(editor.undo() && editor.undo() && editor.undo()).toBeTrue();
    expect(blocksOf(editor)).toEqual([p('Sailings')]);
  });

  it('works on what is selected, also where the browser has not said yet that this is another', () => {
    const one = editing(written([p('First'), p('Second'), p('Third')]));
    one.focus();
    const lines = [...frame.find('text').querySelectorAll('p')];
    const select = (line: Element): void => {
      const { firstChild } = line;
      frame.view.getSelection()?.setBaseAndExtent(firstChild!, line.textContent.length, firstChild!, 0); // backwards
    };
    const to = { to: '/fares', newTab: false, label: '' };
    for (const line of [2, 1, 0]) {
      select(lines[line]!);
      one.readSelection(); // in the same turn: no event has told of it
      expect(one.at().empty).toBeFalse();
      one.link({ ...to, to: `/${line}` }, '');
    }
    expect(blocksOf(one).map((block) => JSON.stringify(block))).toEqual(
      ['First', 'Second', 'Third'].map((text, line) =>
        jasmine.stringContaining(`"text":"${text}","link":{"to":"/${line}"`),
      ),
    );
    one.toggle('bold');
    expect(JSON.stringify(blocksOf(one)[0])).toContain('strong');
    expect(JSON.stringify(blocksOf(one)[1])).not.toContain('strong');
    one.selectAll();
    one.readSelection();
    one.toggle('italic');
    expect(blocksOf(one).every((block) => JSON.stringify(block).includes('em'))).toBeTrue();
    const all = { key: 'a', code: 'KeyA', ctrlKey: true, bubbles: true, cancelable: true };
    frame.find('text').dispatchEvent(new KeyboardEvent('keydown', all)); // all of it, as the editor selects it
    one.toggle('underline');
    expect(blocksOf(one).every((block) => JSON.stringify(block).includes('"u"'))).toBeTrue();
    frame.view.getSelection()?.selectAllChildren(frame.find('text').querySelectorAll('p')[1]!);
    one.toggle('strike');
    expect(blocksOf(one).map((block) => JSON.stringify(block).includes('"s"'))).toEqual([false, true, false]);
  });
});
