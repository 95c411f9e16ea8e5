import fc from 'fast-check';
import { applyEdits } from '../../edits/apply';
import { readPage } from '../../edits/check/check-page';
import { Problem } from '../../problem';
import { blankSite } from '../../site';
import { someText } from '../../text/testing/some-text';
import { tagOf } from '../../text/blocks';
import { textOf } from '../../text/changed-blocks';
import { inPlain } from '../../text/words';
import { pageHolding, plainPart } from '../../testing/plain-part';
import { become, becomings, canBecome, nowIs } from './become';

describe('A part that becomes another kind', () => {
  const site = blankSite('s', 'S', 's');
  const letters = (value: unknown): string => inPlain(value).replace(/\s/g, '');
  const kept = {
    name: 'Greeting',
    classes: ['card'],
    attributes: { id: 'hello' },
    style: { wide: { normal: { color: '#22333b' }, hover: { color: '#c04040' } } },
  };

  it('keeps its words, name, classes, style, id and place, whatever it says, and is undone to the very document', () => {
    fc.assert(
      fc.property(someText, fc.constantFrom(...becomings), (text, what) => {
        const page = pageHolding({
          before: plainPart('image', 'img', { content: { base: { alt: '' } } }),
          t: plainPart('text', tagOf([text]), { ...kept, content: { base: { text } } }),
        });
        try {
          const done = applyEdits(site, page, become(page, 't', what));
          const part = done.page.parts['t']!;
          expect(nowIs(part)).toBe(what === nowIs(page.parts['t']!) ? nowIs(page.parts['t']!) : what);
          expect(letters(part.content.base['text'])).toBe(letters(text));
          expect([part.name, part.classes, part.attributes, part.style]).toEqual([
            kept.name,
            kept.classes,
            kept.attributes,
            kept.style,
          ]);
          expect(done.page.parts['s']!.children).toEqual(['before', 't']);
          expect(readPage(site, done.page)).toEqual(done.page);
          expect(applyEdits(site, done.page, done.inverses).page).toEqual(page);
        } catch (error) {
          if (!(error instanceof Problem)) throw error;
          expect(error.message).toMatch(/has one line, and this text has \d+|at most|longer than|too deep/);
        }
      }),
    );
  });

  it('takes a button’s link into the words, and back', () => {
    const page = pageHolding({
      b: plainPart('button', 'a', { content: { base: { text: 'Fares', link: 'page:fares' } } }),
    });
    const asText = applyEdits(site, page, become(page, 'b', 'text')).page;
    expect(asText.parts['b']!.content.base['text']).toEqual(
      textOf([{ tag: 'p', says: [{ text: 'Fares', link: { to: 'page:fares' } }] }]),
    );
    const back = applyEdits(site, asText, become(asText, 'b', 'button')).page;
    expect(back.parts['b']).toEqual(page.parts['b']!);
  });

  it('makes an item of each line, with a wording of its own at a breakpoint', () => {
    const page = pageHolding({
      t: plainPart('text', 'p', { content: { base: { text: 'One\nTwo' }, phone: { text: '1' } } }),
    });
    const list = applyEdits(site, page, become(page, 't', 'list')).page.parts['t']!;
    expect(list.tag).toBe('div'); // several wordings
    expect(letters(list.content.base['text'])).toBe('OneTwo');
    expect(letters(list.content['phone']?.['text'])).toBe('1');
    expect(() => become(page, 's', 'list')).toThrowError(/says nothing/);
    expect([canBecome(page, 's'), canBecome(page, 't')]).toEqual([
      [],
      ['heading', 'quote', 'list', 'numbered list', 'button'],
    ]);
  });
});
