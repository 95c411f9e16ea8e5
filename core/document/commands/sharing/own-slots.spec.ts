import { compile } from '../../../compile/compile';
import { addressed } from '../../edits/addressed';
import { applyBatch, type Documents } from '../../edits/batch';
import { readPage, readSite } from '../../edits/check/check-page';
import { AnyEdits, type AnyEdit } from '../../edits/site-edit';
import { Problem } from '../../problem';
import { planted } from '../../sections/planting';
import { idWithin } from '../../seen/references';
import { withoutGone } from '../../seen/without-gone';
import { cards, done, seenOf } from '../../testing/cards';
import { partOf } from '../../tree';
import { duplicate } from '../arrange';
import { setFree } from './own-parts';
import { place } from '../place';

const published = ({ site, page }: Documents): string => {
  const { html, css } = compile(site, page);
  return html + css;
};

describe('An own part with a slot', () => {
  it('gets of each use what is its own, behind what all have, and goes where the use goes', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const { heading } = start.inner;
    let now: Documents = done(start, [{ do: 'set', part: first, field: ['slot'], value: 'Below' }]);
    const words = (says: string) => planted(now.site, { kind: 'text', content: { text: says } });
    const put = (use: string, says: string): string => {
      const thing = words(says);
      now = done(now, place(now.site, seenOf(now), thing, { where: 'inside', parent: use, index: 99 }));
      return thing.root;
    };
    const inIt = (use: string): unknown[] =>
      partOf(seenOf(now), use).children.map((id) => partOf(seenOf(now), id).content.base['text']);
    const mine = put(first, 'Mine');
    const more = put(first, 'More');
    put(second, 'Theirs');
    expect([inIt(first), inIt(second)]).toEqual([
      ['Title', 'Words', 'Book', 'Mine', 'More'],
      ['Title', 'Words', 'Book', 'Theirs'],
    ]);
    const filled = now;
    // it is worked on and moved as any part is, within the slot, out of it, into another use's
    now = done(now, [{ do: 'move', part: more, parent: first, index: 3 }]);
    expect(inIt(first)).toEqual(['Title', 'Words', 'Book', 'More', 'Mine']);
    now = done(now, [{ do: 'set', part: mine, field: ['content', 'base', 'text'], value: 'Mine still' }]);
    now = done(now, [{ do: 'move', part: mine, parent: second, index: 3 }]);
    expect([inIt(first), inIt(second)]).toEqual([
      ['Title', 'Words', 'Book', 'More'],
      ['Title', 'Words', 'Book', 'Mine still', 'Theirs'],
    ]);
    now = done(now, [{ do: 'move', part: idWithin(first, heading), parent: first, index: 2 }]); // of all uses, still
    expect([inIt(first), inIt(second)]).toEqual([
      ['Words', 'Book', 'Title', 'More'],
      ['Words', 'Book', 'Title', 'Mine still', 'Theirs'],
    ]);
    readPage(now.site, structuredClone(now.page));
    readSite(structuredClone(now.site));
    expect(compile(now.site, now.page).html).toMatch(/Title[^]*More[^]*Title[^]*Mine still[^]*Theirs/);
    // a copy has them, too, and one that is set free
    const { edits, made } = duplicate(seenOf(now), second);
    now = done(now, edits);
    expect(inIt(made)).toEqual(['Words', 'Book', 'Title', 'Mine still', 'Theirs']);
    const before = now;
    const free = done(now, setFree(second));
    expect(published(free)).toBe(published(before));
    expect(free.page.parts[mine]).toEqual(before.page.parts[mine]);
    expect(applyBatch(free, free.inverses).page).toEqual(before.page);
    // what was put in stays, unseen, while it is no slot; a slot itself does not go
    now = done(filled, [{ do: 'set', part: first, field: ['slot'] }]);
    expect([inIt(first), inIt(second)]).toEqual([
      ['Title', 'Words', 'Book'],
      ['Title', 'Words', 'Book'],
    ]);
    expect(Object.keys(seenOf(now).parts)).not.toContain(mine);
    expect(() => compile(now.site, now.page)).not.toThrow();
    now = done(now, [{ do: 'set', part: second, field: ['slot'], value: 'Again' }]);
    expect(inIt(first)).toEqual(['Title', 'Words', 'Book', 'Mine', 'More']);
    const box = done(cards(), [
      {
        do: 'insert',
        parent: first,
        index: 0,
        root: 'inner',
        parts: { inner: { ...start.site.sections![0]!.parts['the-container']!, children: [] } },
      },
    ]);
    const slotted = done(box, [{ do: 'set', part: idWithin(first, 'inner'), field: ['slot'], value: 'Inner' }]);
    expect(() => done(slotted, [{ do: 'remove', part: idWithin(first, 'inner') }])).toThrowError(/is a slot/);
    expect(() =>
      done(slotted, [{ do: 'set', part: idWithin(first, heading), field: ['slot'], value: 'No' }]),
    ).toThrowError(/holds boxes and widgets/);
  });

  it('leaves what was put in it, in a plain box, on a page that comes back when the own part has gone', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const open = done(start, [{ do: 'set', part: first, field: ['slot'], value: 'Below' }]);
    const mine = planted(open.site, { kind: 'text', content: { text: 'Mine' } });
    const now = done(open, place(open.site, seenOf(open), mine, { where: 'inside', parent: first, index: 3 }));
    const { sections: _gone, ...site } = now.site;
    const back = withoutGone(now.page, () => false);
    expect(readPage(site, structuredClone(back))).toEqual(back);
    expect([back.parts[first]!.kind, back.parts[first]!.children]).toEqual(['container', [mine.root]]);
    expect(Object.keys(back.parts)).not.toContain(second);
    expect(withoutGone(now.page, () => true)).toBe(now.page);
  });

  it('is filled by two people at once, of whom each sees both', () => {
    const start = cards();
    const [first] = start.uses as [string, string];
    const now = done(start, [{ do: 'set', part: first, field: ['slot'], value: 'Below' }]);
    const insert = (says: string): readonly AnyEdit[] => {
      const thing = planted(now.site, { kind: 'text', content: { text: says } });
      return addressed(now, place(now.site, seenOf(now), thing, { where: 'inside', parent: first, index: 3 })).edits;
    };
    const one = applyBatch(now, insert('One'));
    const both = applyBatch(one, insert('Two'));
    expect(partOf(seenOf(both), first).children.length).toBe(5);
    const known = place(both.site, seenOf(one), planted(now.site, { kind: 'text', content: { text: 'Three' } }), {
      ...{ where: 'inside', parent: first, index: 4 },
    });
    const three = done(one, known);
    const undone = applyBatch(three, one.inverses); // the first takes back what they did: what stands beside it stays
    expect(partOf(seenOf(undone), first).children.length).toBe(4);
    expect(applyBatch(undone, undone.inverses).page).toEqual(three.page);
  });

  it('keeps what somebody wrote and put in, by a copy from before, while another set the use free', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const box = { ...start.site.sections![0]!.parts['the-container']!, children: [] };
    const boxed = done(start, [{ do: 'insert', parent: first, index: 1, root: 'inner', parts: { inner: box } }]);
    for (const slot of ['root', 'inner'] as const) {
      const slotIn = (use: string): string => (slot === 'root' ? use : idWithin(use, 'inner'));
      const open = done(boxed, [{ do: 'set', part: slotIn(first), field: ['slot'], value: 'Below' }]);
      const put = (now: Documents, use: string, says: string): readonly AnyEdit[] => {
        const thing = planted(now.site, { kind: 'text', content: { text: says } });
        const target = { where: 'inside', parent: slotIn(use), index: 99 } as const;
        return addressed(now, place(now.site, seenOf(now), thing, target)).edits;
      };
      for (const filled of [open, applyBatch(open, put(open, second, 'Before'))]) {
        const field = ['content', 'base', 'text'] as const;
        const writes = (use: string): readonly AnyEdit[] =>
          addressed(filled, [{ do: 'set', part: idWithin(use, start.inner.heading), field: [...field], value: 'New' }])
            .edits;
        // the first takes the names the parts had in the own part, the second others
        const free = applyBatch(applyBatch(filled, setFree(first)), setFree(second));
        for (const use of [first, second]) {
          const late = [...put(filled, use, 'Late'), ...put(filled, use, 'Later'), ...writes(use)];
          const now = applyBatch(free, late);
          readPage(now.site, structuredClone(now.page));
          const said = (id: string): unknown[] => {
            const { children, content } = partOf(now.page, id);
            return [content.base['text'], ...children.flatMap(said)].filter((one) => one !== undefined);
          };
          const before = use === second && filled !== open ? ['Before'] : [];
          const here = [...before, 'Late', 'Later'];
          expect(said(use))
            .withContext(`${slot} of ${use}`)
            .toEqual(slot === 'root' ? ['New', 'Words', 'Book', ...here] : ['New', ...here, 'Words', 'Book']);
          expect(said(use === first ? second : first)).not.toContain('New');
          expect(applyBatch(now, now.inverses).page).toEqual(free.page);
        }
      }
    }
  });

  it('keeps a text that begins to differ while another sets the use free', () => {
    const start = cards();
    const [, second] = start.uses as [string, string];
    const value = { at: 'a0', block: { tag: 'p', says: 'Theirs' } };
    const kept = start.site.sections![0]!;
    const set = { do: 'set', on: 'site', section: kept.id, part: start.inner.text } as const;
    const open = applyBatch(start, [{ ...set, field: ['content', 'base', 'text'], value: { a: value } }]);
    const block = { ...value, block: { tag: 'p', says: 'Ours' } };
    const late = addressed(open, [
      { do: 'set', part: idWithin(second, start.inner.text), field: ['content', 'base', 'text', 'a'], value: block },
    ]).edits;
    expect(late.map((one) => one.do)).toEqual(['differ', 'set']);
    const free = applyBatch(applyBatch(open, setFree(start.uses[0]!)), setFree(second));
    const now = applyBatch(free, late);
    const whole = (id: string): string =>
      [JSON.stringify(partOf(now.page, id).content), ...partOf(now.page, id).children.map(whole)].join();
    expect([whole(second).includes('Ours'), whole(start.uses[0]!).includes('Theirs')]).toEqual([true, true]);
  });

  it('lets nobody who reads the source come further with edits of a use that is free', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const free = applyBatch(applyBatch(start, setFree(first)), setFree(second));
    const empty = planted(free.site, { kind: 'text' });
    const keys = ['.', '.text', 'the-heading.', '(a.text', '(a+)+$.text', '__proto__.text', 'the-heading.__proto__'];
    const sets = keys.map((key): AnyEdit => ({
      ...{ do: 'set', part: second, value: 'Mine' },
      field: ['content', 'base', key] as unknown as ['content', 'base', string], // as it may be sent
    }));
    const parents = ['-in-', '-in-the-container', 'the-heading-in-', 'x-in-y-in-the-container', '(a-in-the-container'];
    const inserts = parents.map((parent): AnyEdit => ({ do: 'insert', parent, index: 0, ...empty }));
    const moves = parents.map((parent): AnyEdit => ({ do: 'move', part: first, parent, index: 0 }));
    const into = { do: 'move', part: 'the-section', parent: `the-container-in-${second}`, index: 0 } as const; // in itself
    const sent = [...sets, ...inserts, ...moves, into].filter((edit) => AnyEdits.safeParse([edit]).success);
    expect(sent.length).toBe(5); // the others come no further than the boundary
    for (const edit of sent)
      expect(() => applyBatch(free, [edit]))
        .withContext(JSON.stringify(edit))
        .toThrowMatching((error) => error instanceof Problem);
  });
});
