import fc from 'fast-check';
import { applyEdits } from '../../edits/apply';
import { blankPage, type Page, type Part } from '../../page';
import { blankSite, type Site } from '../../site';
import { pageHolding, plainPart } from '../../testing/plain-part';
import type { Words } from '../../text/running-text';
import { inPlain } from '../../text/words';
import { clipOf } from './clip';
import { clipNaming, picturesOf } from './clip-pictures';
import { paste, pasteText } from './paste';
import { clipOfText, longestPaste, paragraphsOf } from './pasted-text';

const site = blankSite('s', 'S', 'site');
const picture: Site['pictures'][string] = {
  ...{ name: 'Sea', alt: '', width: 640, height: 400, type: 'image/jpeg' },
  files: [{ width: 640, file: 'sea.jpg' }],
};
const blank = blankPage('p', 'P', '/');
const letters = (text: string): string => text.replace(/\s+/g, '');

describe('A pasted text', () => {
  const pasted = (text: string, selection?: string, page = blank): Part[] => {
    const result = pasteText(site, page, text, selection)!;
    const after = applyEdits(site, page, result.edits).page;
    return result.made.map((id) => after.parts[id]!);
  };
  const said = (parts: readonly Part[]): string[] => parts.map((one) => String(one.content.base['text']));

  it('keeps every paragraph, in order, however many there are', () => {
    for (const count of [1, 2, 199, 200, 201, 500, 3000]) {
      const words = Array.from({ length: count }, (_, at) => `Paragraph ${at}`);
      expect(said(pasted(words.join('\n\n'))))
        .withContext(`${count}`)
        .toEqual(words);
    }
  });
  it('keeps every letter of half a megabyte without an empty line, in pieces that a part holds', () => {
    const long = Array.from({ length: 9000 }, (_, at) => `Sentence number ${at} of a text with no end. `).join('');
    for (const text of [
      long,
      long.replace(/\. /g, '.\n'),
      'x'.repeat(500_000),
      '👩‍👩‍👧 '.repeat(40_000),
      '船の時刻表'.repeat(60_000),
    ]) {
      const pieces = said(pasted(text));
      expect(letters(pieces.join(''))).toBe(letters(text));
      for (const piece of pieces) {
        expect(piece.length).toBeLessThanOrEqual(100_000);
        expect(/^[\udc00-\udfff]|[\ud800-\udbff]$/.test(piece)).toBeFalse();
      }
    }
  });
  it('of any make loses no letter (random texts with every kind of line end)', () => {
    const line = fc.oneof(fc.string({ maxLength: 60 }), fc.constantFrom('\n', '\r\n', '\r', '\n \n', '\n\n\n', '\t'));
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 60 }),
        (lines) => letters(paragraphsOf(lines.join('')).join('')) === letters(lines.join('')),
      ),
    );
  });
  it('that is too long is refused whole, with its length', () => {
    expect(() => clipOfText(site, 'x'.repeat(longestPaste + 1))).toThrowError(/5,000,001 characters/);
    expect(() => clipOfText(site, 'x\n\n'.repeat(20_001))).toThrowError(/20,001 paragraphs/);
    expect(clipOfText(site, ' \n\n ')).toBeUndefined();
  });
  it('stands behind the selection, one after the other', () => {
    const page = applyEdits(site, blank, pasteText(site, blank, 'First\n\nLast', undefined)!.edits).page;
    const first = Object.keys(page.parts).find((id) => page.parts[id]!.content.base['text'] === 'First')!;
    const { edits } = pasteText(site, page, 'Second\n\nThird', first)!;
    const after = applyEdits(site, page, edits).page;
    const holder = Object.values(after.parts).find((one) => one.children.includes(first))!;
    expect(holder.children.map((id) => after.parts[id]!.content.base['text'])).toEqual([
      'First',
      'Second',
      'Third',
      'Last',
    ]);
  });
});

describe('Pictures of what is copied', () => {
  it('are named as the other site names them: in parts, behind them, in classes, and where words lead', () => {
    const from: Site = {
      ...blankSite('from', 'From', 'from'),
      pictures: { shore: picture, dune: picture, tide: picture },
      classes: [{ id: 'a1', name: 'sea', style: { wide: { normal: { 'background-image': 'url("picture:tide")' } } } }],
    };
    const page = pageHolding({
      i: plainPart('image', 'img', { content: { base: { picture: 'shore', alt: '' }, phone: { picture: 'dune' } } }),
      c: plainPart('container', 'div', {
        classes: ['a1'],
        style: { phone: { hover: { 'background-image': 'url("picture:shore"), none' } } },
      }),
      t: plainPart('heading', 'h2', {
        content: { base: { text: [{ text: 'picture:shore is its name', link: { to: 'picture:shore' } }] } },
      }),
    });
    const clip = clipOf(from, page, ['i', 'c', 't']);
    expect(picturesOf(clip).sort()).toEqual(['dune', 'shore', 'tide']);
    const to: Site = { ...site, pictures: { here: picture, tide: picture } };
    const { edits, made } = paste(to, blank, clipNaming(clip, { shore: 'here', tide: 'tide' }), undefined);
    const { parts } = applyEdits(to, blank, edits).page;
    const [image, box, text] = made.map((id) => parts[id]!);
    expect(image!.content).toEqual({ base: { picture: 'here', alt: '' } }); // the dune stayed behind
    expect(box!.style['phone']?.hover).toEqual({ 'background-image': 'url("picture:here"), none' });
    expect(box!.style['wide']?.normal).toEqual({ 'background-image': 'url("picture:tide")' });
    expect(text!.content.base['text']).toEqual([{ text: 'picture:shore is its name', link: { to: 'picture:here' } }]);
  });
});

describe('Words that are copied to another site', () => {
  it('keep what they are, a class by its name and a colour by its value, and lose what it has not', () => {
    const from: Site = {
      ...blankSite('from', 'From', 'from'),
      classes: [
        { id: 'a1', name: 'fine', style: {} },
        { id: 'a2', name: 'rare', style: {} },
      ],
      tokens: { sea: '#1d6170' },
    };
    const to: Site = { ...site, classes: [{ id: 'b1', name: 'fine', style: {} }] };
    const says = (phrases: Words): Page =>
      pageHolding({
        t: plainPart('text', 'p', {
          content: { base: { text: { p1: { at: 'a0', block: { tag: 'p', says: phrases } } } } },
        }),
      });
    const page = says([
      'Plain ',
      { text: 'fine', class: 'a1', as: ['strong'] },
      { text: 'rare', class: 'a2' },
      { text: 'sea', color: 'var(--sea)', link: { to: 'https://tides.example/' } },
    ]);
    const clip = clipOf(from, page, ['t']);
    expect(clip.classes.map((one) => one.name)).toEqual(['fine', 'rare']);
    const { edits, made } = paste(to, blank, clip, undefined);
    const pasted = applyEdits(to, blank, edits).page.parts[made[0]!]!.content.base['text'];
    const kept = JSON.stringify(pasted);
    expect(kept).toContain('{"text":"fine","as":["strong"],"class":"b1"}');
    expect(kept).toContain('{"text":"sea","link":{"to":"https://tides.example/"},"color":"#1d6170"}');
    expect(kept).not.toContain('a2');
    expect(inPlain(pasted)).toBe('Plain fineraresea');
    // within its own site nothing is another
    const same = paste(from, blank, clip, undefined);
    const again = applyEdits(from, blank, same.edits).page.parts[same.made[0]!]!.content.base['text'];
    expect(again).toEqual(page.parts['t']!.content.base['text'] as never);
  });
});
