import fc from 'fast-check';
import { compile } from '../../../compile/compile';
import { addressed } from '../../edits/addressed';
import { applyEdits } from '../../edits/apply';
import { applyBatch, type Documents } from '../../edits/batch';
import { readPage, readSite } from '../../edits/check/check-page';
import { areTextsAndPictures } from '../../edits/check/texts-and-pictures';
import { seenEdits } from '../../edits/seen-edits';
import { AnyEdits, isOnPage, isOnSite, type AnyEdit } from '../../edits/site-edit';
import { kindOf } from '../../kinds/registry';
import { blankPage } from '../../page';
import { Problem } from '../../problem';
import { useOf } from '../../sections/reference';
import { idWithin, isUse } from '../../seen/references';
import { seenPage } from '../../seen/seen-page';
import { cards, done, seenOf, type Cards } from '../../testing/cards';
import { RandomPages } from '../../testing/random-page';
import { randomly } from '../../testing/randomly';
import { trying, workedOn } from '../../testing/worked-on';
import { partOf, subtree } from '../../tree';
import { duplicate } from '../arrange';
import { clipOf } from '../clipboard/clip';
import { paste } from '../clipboard/paste';
import {
  differEdit,
  forEveryUse,
  keepAsOwn,
  asInOwn,
  canBeOwn,
  landingOfUse,
  setFree,
  useThing,
  withinOwn,
} from './own-parts';
import { canPlace, place } from '../place';

const published = ({ site, page }: Documents): string => {
  const { html, css } = compile(site, page);
  return html.replace(/menu-[\w-]+/g, 'menu') + css; // a menu's links are called by its id
};
/** A random page of which boxes are kept as own parts, some of them within others. */
function usingOwn(random: RandomPages): Documents | undefined {
  const site = random.site();
  let now: Documents = { site, page: random.page(site, 24) };
  for (let count = 0; count < 3; count++) {
    const seen = seenOf(now);
    const boxes = subtree(seen, seen.root).filter((id) => canBeOwn(seen, id));
    if (boxes.length === 0) return count > 0 ? now : undefined;
    now = done(now, keepAsOwn(seen, random.pick(boxes), `Own ${count}`));
  }
  return now;
}

const textOf = (now: Documents, id: string): unknown => seenOf(now).parts[id]!.content.base['text'];

describe('An own part', () => {
  it('is worked on where it is used as if it stood there: the page looks as it would, what is stored can be read, and all can be undone', () => {
    let within = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const start = usingOwn(random);
        if (!start) return;
        const { now, restored } = workedOn(random, start, {
          // a second use would change with the first
          passes: (_seen, edit) => edit.do === 'insert' && Object.values(edit.parts).some(isUse),
          step: ({ before, plainly, stored, after }) => {
            within += stored.edits.filter((edit) => !isOnPage(edit)).length;
            expect(published(after)).toBe(published({ site: after.site, page: plainly }));
            const seen = seenOf(after);
            const drawn = seenEdits({ before: before.page, after, seen }, after.edits);
            if (drawn !== 'all')
              expect(Object.keys(applyEdits(after.site, seenOf(before), drawn).page.parts).sort()).toEqual(
                Object.keys(seen.parts).sort(),
              );
          },
        });
        readSite(now.site);
        readPage(now.site, now.page);
        expect(restored.page).toEqual(start.page);
        expect(restored.site).toEqual(start.site);
      }),
      { numRuns: 120 },
    );
    expect(within).toBeGreaterThan(60);
  });

  it('looks the same before it is kept, while it is used, and when it is set free, and each is undone', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const before = { site, page: random.page(site, 18) };
        const boxes = subtree(before.page, before.page.root).filter((id) => canBeOwn(before.page, id));
        if (boxes.length === 0) return;
        const part = random.pick(boxes);
        const kept = done(before, keepAsOwn(before.page, part, 'Box'));
        expect(published(kept)).toBe(published(before));
        expect(done(kept, kept.inverses)).toEqual(jasmine.objectContaining(before));
        const free = done(kept, setFree(part));
        expect(free.page).toEqual(before.page);
        expect(done(free, free.inverses).page).toEqual(kept.page);
      }),
      { numRuns: 60 },
    );
  });

  it('is changed once for all its uses, where they don’t say otherwise', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const { heading, button, text } = start.inner;
    let now: Documents = done(start, [
      { do: 'set', part: idWithin(second, heading), field: ['content', 'base', 'text'], value: 'Second' },
      { do: 'set', part: idWithin(second, button), field: ['content', 'base', 'link'], value: '/second' },
      { do: 'set', part: idWithin(second, heading), field: ['style', 'wide', 'normal', 'color'], value: 'red' },
    ]);
    expect([textOf(now, idWithin(first, heading)), textOf(now, idWithin(second, heading))]).toEqual([
      'Title',
      'Second',
    ]);
    expect(partOf(seenOf(now), idWithin(first, heading)).style['wide']!.normal!['color']).toBe('red');
    expect(compile(now.site, now.page).html.match(/href="\/[^"]*"/g)).toEqual(['href="/book"', 'href="/second"']);
    // what an own part says is said where it differs no more, and each use has its own again where it does
    now = done(now, [differEdit(seenOf(now), idWithin(second, heading), 'text', false)]);
    expect(textOf(now, idWithin(second, heading))).toBe('Title');
    now = done(now, [{ do: 'set', part: idWithin(second, heading), field: ['content', 'base', 'text'], value: 'All' }]);
    expect([textOf(now, idWithin(first, heading)), textOf(now, idWithin(second, heading))]).toEqual(['All', 'All']);
    now = done(now, [differEdit(seenOf(now), idWithin(first, heading), 'text', true)]);
    expect([textOf(now, idWithin(first, heading)), textOf(now, idWithin(second, heading))]).toEqual(['All', 'Second']);
    // a use says for all what it said for itself, or what all say
    const at = idWithin(second, heading);
    const within = withinOwn(now.site, seenOf(now), at)!;
    const every = done(now, forEveryUse(seenOf(now), at, within, 'text'));
    expect([textOf(every, idWithin(first, heading)), textOf(every, at)]).toEqual(['Second', 'Second']);
    expect(done(every, every.inverses).page).toEqual(now.page);
    expect(textOf(done(now, asInOwn(seenOf(now), at, within, 'text')), at)).toBe('All');
    // a use that says a breakpoint for itself alone has the rest from its own part
    const phone = done(now, [
      { do: 'set', part: idWithin(first, text), field: ['content', 'phone', 'text'], value: 'Short' },
    ]);
    expect(partOf(seenOf(phone), idWithin(first, text)).content).toEqual({
      base: jasmine.objectContaining({ text: 'Words' }),
      phone: { text: 'Short' },
    });
    expect(readPage(phone.site, structuredClone(phone.page))).toEqual(phone.page);
  });

  it('whose text two people write in at once in one use loses neither’s paragraph', () => {
    const start = cards();
    const [first] = start.uses as [string, string];
    const id = idWithin(first, start.inner.text);
    const two = {
      a: { at: 'a0', block: { tag: 'p', says: 'One' } },
      b: { at: 'a1', block: { tag: 'p', says: 'Two' } },
    };
    const now = done(start, forAll(start, id, two));
    const block = (name: string, says: string): AnyEdit[] => {
      const value = { at: name === 'a' ? 'a0' : 'a1', block: { tag: 'p', says } };
      return [{ do: 'set', part: id, field: ['content', 'base', 'text', name], value }];
    };
    const [ours, theirs] = [addressed(now, block('a', 'Ours')).edits, addressed(now, block('b', 'Theirs')).edits];
    const both = applyBatch(applyBatch(now, ours), theirs);
    expect(JSON.stringify(textOf(both, id))).toContain('Ours');
    expect(JSON.stringify(textOf(both, id))).toContain('Theirs');
    expect(JSON.stringify(textOf(both, idWithin(start.uses[1]!, start.inner.text)))).toContain('One');
    expect(AnyEdits.parse(JSON.parse(JSON.stringify(ours)))).toEqual([...ours]);
    // and still where somebody sets it free meanwhile
    const free = applyBatch(
      done(now, setFree(first)),
      theirs.filter((edit) => isOnPage(edit)),
    );
    expect(JSON.stringify(free.page.parts[start.inner.text]!.content)).toContain('Theirs');
  });

  /** The edit that makes a text another in every use. */
  function forAll(now: Cards, id: string, value: unknown): AnyEdit[] {
    const { section, part } = withinOwn(now.site, seenOf(now), id)!;
    return [
      { do: 'set', on: 'site', section: section.id, part, field: ['content', 'base', 'text'], value: value as string },
    ];
  }

  it('is written by a content editor where each use differs, and no more', () => {
    const start = cards();
    const [first] = start.uses as [string, string];
    const may = (edits: readonly AnyEdit[]): boolean => areTextsAndPictures(start, addressed(start, edits).edits);
    const set = (part: string, field: string, value: string): AnyEdit[] => [
      { do: 'set', part: idWithin(first, part), field: ['content', 'base', field], value },
    ];
    expect(may(set(start.inner.heading, 'text', 'Written'))).toBeTrue();
    expect(may(set(start.inner.button, 'link', '/elsewhere'))).toBeFalse();
    expect(may([differEdit(seenOf(start), idWithin(first, start.inner.heading), 'text', false)])).toBeFalse();
    expect(may(setFree(first))).toBeFalse();
    expect(may([{ do: 'set', part: first, field: ['content', 'base', 'section'], value: 'x' } as AnyEdit])).toBeFalse();
  });

  it('goes on being used by a copy of its use, by mouse or clipboard, and stands by itself at another site', () => {
    const start = cards();
    const [first] = start.uses as [string, string];
    const now = done(start, [
      { do: 'set', part: idWithin(first, start.inner.heading), field: ['content', 'base', 'text'], value: 'Mine' },
    ]);
    const { edits, made } = duplicate(seenOf(now), first);
    const twice = done(now, edits);
    expect(twice.page.parts[made]).toEqual(now.page.parts[first]!);
    expect(textOf(twice, idWithin(made, start.inner.heading))).toBe('Mine');
    const section = duplicate(seenOf(now), 'the-section');
    const copied = done(now, section.edits);
    expect(Object.values(copied.page.parts).filter((part) => part.kind === 'own').length).toBe(4);
    const clip = clipOf(now.site, seenOf(now), [first]);
    const pasted = paste(now.site, seenOf(now), clip, first);
    expect(done(now, pasted.edits).page.parts[pasted.made[0]!]).toEqual(now.page.parts[first]!);
    const elsewhere = { ...now.site, id: 'other', sections: undefined };
    const page = blankPage('q', 'Q', '/q');
    const there = paste(elsewhere, page, clip, undefined);
    const plain = applyBatch({ site: elsewhere, page }, there.edits).page;
    expect(
      Object.values(plain.parts)
        .map((part) => part.kind)
        .sort(),
    ).toEqual(['button', 'container', 'heading', 'page', 'section', 'text'].sort());
    expect(JSON.stringify(plain)).toContain('Mine');
    expect(JSON.stringify(plain)).not.toContain('differs');
    // what stands within is copied, too
    const inner = clipOf(now.site, seenOf(now), [idWithin(first, start.inner.button)]);
    expect(paste(now.site, seenOf(now), inner, 'the-section').made.length).toBe(1);
  });

  it('can’t stand in itself, go while it is used, be what it is not, or come to more than a page can have', () => {
    const start = cards();
    const [first, second] = start.uses as [string, string];
    const own = start.site.sections![0]!;
    const into = (parent: string): AnyEdit[] => [{ do: 'move', part: second, parent, index: 0 }];
    expect(() => done(start, into(first))).toThrowError(/can’t stand in itself/);
    expect(() => done(start, [{ do: 'remove', on: 'site', from: 'sections', id: own.id }])).toThrowError(
      /still has this own part/,
    );
    expect(() => keepAsOwn(seenOf(start), first, 'Again')).toThrowError(/made of a box/);
    expect(() => keepAsOwn(seenOf(start), idWithin(first, start.inner.heading), 'Title')).toThrowError(/made of a box/);
    // it lands behind the one it would stand in, unless in a slot of that
    const thing = useThing(own);
    const landing = landingOfUse(seenOf(start), idWithin(first, start.inner.button), thing);
    expect(landing).toEqual({ where: 'inside', parent: 'the-section', index: 1 });
    expect(canPlace(seenOf(start), thing, { where: 'beside', part: first, side: 'left' })).toBeTrue();
    expect(canPlace(seenOf(start), { part: second }, { where: 'inside', parent: first, index: 0 })).toBeFalse();
    const open = done(start, [{ do: 'set', part: first, field: ['slot'], value: 'Below' }]);
    const within = landingOfUse(seenOf(open), first, thing);
    expect(within).toEqual({ where: 'inside', parent: first, index: 3 });
    const inSlot = done(open, place(open.site, seenOf(open), thing, within));
    expect(compile(inSlot.site, inSlot.page).html.match(/Title/g)?.length).toBe(3);
    const deeper = landingOfUse(seenOf(inSlot), idWithin(thing.root, start.inner.button), useThing(own));
    expect(deeper).toEqual({ where: 'inside', parent: thing.root, index: 3 }); // its own slot
    const gone = { ...start.site, sections: [] };
    expect(seenPage(gone, start.page).parts[first]!.off).toBeTrue();
    expect(() => compile(gone, start.page)).not.toThrow();
    // by the other name: a shared section is no own part, and the other way round
    const wrong = { ...useOf(own.id), kind: 'shared', tag: 'section' };
    const edits: AnyEdit[] = [{ do: 'insert', parent: start.page.root, index: 0, root: 'wrong', parts: { wrong } }];
    expect(() => applyBatch(start, edits)).toThrowError(/no longer has this shared section/);
    // twice the one in the next, twenty times over, would be a million
    let now: Documents = start;
    const nested = (): void => {
      for (let count = 0; count < 20; count++) {
        const last = now.site.sections!.at(-1)!;
        const item = {
          ...{ id: `own-${count}`, name: `Own ${count}`, purpose: 'cards' as const, shared: true, own: true as const },
          root: 'box',
          parts: {
            box: { ...own.parts[own.root]!, children: ['a', 'b'] },
            a: useOf(last.id),
            b: useOf(last.id),
          },
        };
        now = applyBatch(now, [{ do: 'insert', on: 'site', into: 'sections', index: now.site.sections!.length, item }]);
      }
    };
    expect(nested).toThrowError(/more than 5,000 parts/);
    const last = now.site.sections!.at(-1)!;
    const many = Array.from({ length: 40 }, (_, count) => [`use-${count}`, useOf(last.id)] as const);
    const box = { ...own.parts[own.root]!, children: many.map(([id]) => id) };
    expect(() =>
      applyBatch(now, [
        { do: 'insert', parent: 'the-section', index: 0, root: 'box', parts: { box, ...Object.fromEntries(many) } },
      ]),
    ).toThrowError(/more than 30,000 parts/);
  });

  it('shows nothing of what a use says that its part cannot, be it stored by whom it may', () => {
    const start = cards();
    const [first] = start.uses as [string, string];
    const key = `${start.inner.button}.link`;
    const set = (key: string, value: string): AnyEdit =>
      ({ do: 'set', part: first, field: ['content', 'base', key], value }) as AnyEdit;
    expect(() => applyBatch(start, [set(key, 'javascript:alert(1)')])).toThrowError();
    expect(() => applyBatch(start, [set('section', 'x')])).toThrowError(Problem);
    expect(() => applyBatch(start, [set('text', 'x')])).toThrowError(Problem);
    // what does not differ may be said, and shows nowhere
    const kept = applyBatch(start, [set(`${start.inner.heading}.nothing`, 'x'), set('nobody.text', 'x')]);
    expect(published(kept)).toBe(published(start));
    const use = kept.page.parts[first]!;
    const forged = {
      ...kept.page,
      parts: {
        ...kept.page.parts,
        [first]: { ...use, content: { base: { ...use.content.base, [key]: 'javascript:1' } } },
      },
    };
    expect(compile(kept.site, forged).html).not.toContain('javascript');
    expect(() => readPage(kept.site, structuredClone(forged))).toThrowError();
    expect(kindOf('own').content.safeParse({ section: 'a', __proto: 1 }).success).toBeFalse();
    const late = trying(() => applyBatch(kept, [differEdit(seenOf(kept), first, 'constructor', true)]));
    expect(late).toBeUndefined();
  });

  it('is logged as primitives alone', () => {
    const start = cards();
    const log = done(start, setFree(start.uses[0]!)) as ReturnType<typeof applyBatch>;
    expect(log.edits.every((edit) => isOnPage(edit) || isOnSite(edit))).toBeTrue();
    expect(applyBatch(start, AnyEdits.parse(JSON.parse(JSON.stringify(log.edits)))).page).toEqual(log.page);
  });
});
