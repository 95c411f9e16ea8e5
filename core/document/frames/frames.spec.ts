import fc from 'fast-check';
import { compile } from '../../compile/compile';
import { recompile } from '../../compile/canvas';
import { reachedOn, reachOf, reachOfSections } from '../../style/reach';
import { addToFrame, frameFromPage, intoFrame, stepInFrame, takeIntoFrame, takeOutOfFrame } from '../commands/frames';
import { stepTarget } from '../commands/arrange';
import { addressed } from '../edits/addressed';
import { applyEdits } from '../edits/apply';
import { applyBatch, type Documents } from '../edits/batch';
import { readPage, readSite } from '../edits/check/check-page';
import { seenEdits } from '../edits/seen-edits';
import type { AnyEdit } from '../edits/site-edit';
import { newIdentifier } from '../identifier';
import { blankPage, type Page } from '../page';
import { planted } from '../sections/planting';
import { reference } from '../sections/reference';
import { idWithin } from '../seen/references';
import { seenPage } from '../seen/seen-page';
import { blankSite, type Site } from '../site';
import { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import { framed } from '../testing/sharing';
import { trying, workedOn } from '../testing/worked-on';
import { subtree } from '../tree';
import { idInFrame, isOfFrame, ownAround, ownRange } from './shown-frame';

const seenOf = ({ site, page }: Documents): Page => seenPage(site, page);
const published = ({ site, page }: Documents): string => {
  const { html, css } = compile(site, page);
  return html.replace(/menu-[\w-]+/g, 'menu') + css;
};
const childrenOf = (page: Page): readonly string[] => page.parts[page.root]!.children;

/** Whether an edit puts something above or below the page’s own sections, where nothing of a page can stand. */
const isAstray = (page: Page, edit: AnyEdit): boolean => {
  if (!('parent' in edit) || edit.parent !== page.root) return false;
  const { from, to } = ownRange(childrenOf(page));
  return edit.index < from || edit.index > to - (edit.do === 'move' ? 1 : 0);
};

/** A page with a header, two sections and a footer, each with a heading of its name. */
function pageWith(site: Site, id: string, around = true): Page {
  const page = blankPage(id, `The ${id}`, `/${id}`);
  const sections = [...(around ? ['header'] : []), 'section', 'section', ...(around ? ['footer'] : [])].map((tag) =>
    planted(site, {
      ...{ kind: 'section', tag, name: `${tag} of ${id}` },
      holds: [{ kind: 'heading', content: { text: `${tag} of ${id}` } }],
    }),
  );
  const root = { ...page.parts[page.root]!, children: sections.map((one) => one.root) };
  return { ...page, parts: Object.assign({ root }, ...sections.map((one) => one.parts)) as Page['parts'] };
}
const plainSite = blankSite('s', 'S', 'site');
const apply = (at: Documents, edits: readonly AnyEdit[]): Documents => applyBatch(at, addressed(at, edits).edits);
/** A page in the frame that was made of its header and footer. */
function standing(): Documents & { readonly frame: string } {
  const page = pageWith(plainSite, 'home');
  const { edits, made } = frameFromPage(plainSite, page, 'Standard');
  return { ...apply({ site: plainSite, page }, edits), frame: made };
}
const frameIn = ({ site }: Documents, id: string): NonNullable<Site['frames']>[number] =>
  site.frames!.find((one) => one.id === id)!;

describe('A page in a frame', () => {
  it('is published as one that refers to the same sections itself', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const at = framed(random);
        if (!at) return;
        const { frame: _frame, ...base } = at.page.parts[at.page.root]!.content.base;
        const root = at.page.parts[at.page.root]!;
        const plainly: Page = {
          ...at.page,
          parts: {
            ...at.page.parts,
            top: reference('shared-0'),
            end: reference('shared-1'),
            [at.page.root]: { ...root, content: { base }, children: ['top', ...root.children, 'end'] },
          },
        };
        // what a frame shows is never in the main part, which is skipped to
        const bare = (text: string): string =>
          text.replace(/<\/?main[^>]*>|<a class="_skip".*?<\/a>|\._skip(:not\(:focus\))?\{.*?\}/g, '');
        expect(bare(published(at))).toBe(bare(published({ site: at.site, page: plainly })));
        expect(seenPage(at.site, seenOf(at))).toBe(seenOf(at)); // seen twice it is no other
        readSite(structuredClone(at.site));
        readPage(at.site, structuredClone(at.page));
      }),
      { numRuns: 60 },
    );
  });

  it('is worked on as if all were its own, save that its frame’s sections stay where they are; all can be undone', () => {
    let done = 0;
    let kept = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const start = framed(random);
        if (!start) return;
        const { restored } = workedOn(random, start, {
          passes: isAstray,
          refused: () => kept++,
          step: ({ before, seen, plainly, after }) => {
            done++;
            expect(published(after)).toBe(published({ site: after.site, page: plainly }));
            const drawn = seenEdits({ before: before.page, after, seen: seenOf(after) }, after.edits);
            if (drawn === 'all') return;
            // what a leaf is told to patch, it can
            const addresses = { pictures: 'files/', fonts: 'files/' };
            expect(() => recompile(after.site, seen, seenOf(after), drawn, addresses, before.site)).not.toThrow();
            expect(trying(() => childrenOf(applyEdits(before.site, seen, drawn).page))).toEqual([
              ...childrenOf(seenOf(after)),
            ]);
          },
        });
        expect(restored.page).toEqual(start.page);
        expect(restored.site).toEqual(start.site);
      }),
      { numRuns: 120 },
    );
    expect(done).toBeGreaterThan(100);
    expect(kept).toBeGreaterThan(2); // about ten
  });

  it('refuses, with the frame’s name, that a page moves, removes or turns off a section of it', () => {
    const at = standing();
    const seen = seenOf(at);
    const header = childrenOf(seen)[0]!;
    expect(isOfFrame(header)).toBeTrue();
    const refused: AnyEdit[] = [
      { do: 'remove', part: header },
      { do: 'move', part: header, parent: seen.root, index: 2 },
      { do: 'set', part: header, field: ['off'], value: true },
    ];
    for (const edit of refused) expect(() => addressed(at, [edit])).toThrowError(/page frame “Standard”/);
    const own = childrenOf(seen)[1]!;
    expect(stepTarget(seen, own, 'before')).toBeUndefined(); // no step leads past it
    expect(stepTarget(seen, childrenOf(seen)[2]!, 'after')).toBeUndefined();
    expect(stepTarget(seen, own, 'after')).toBeDefined();
  });

  it('puts what is added above or below its frame’s sections next to its own', () => {
    const at = standing();
    const add = (index: number): readonly string[] => {
      const fresh = planted(at.site, { kind: 'section', name: 'New' });
      return childrenOf(seenOf(apply(at, [{ do: 'insert', parent: at.page.root, index, ...fresh }]))).map((id) =>
        isOfFrame(id) ? 'frame' : id === fresh.root ? 'new' : 'own',
      );
    };
    expect(add(0)).toEqual(['frame', 'new', 'own', 'own', 'frame']);
    expect(add(1)).toEqual(['frame', 'new', 'own', 'own', 'frame']);
    expect(add(2)).toEqual(['frame', 'own', 'new', 'own', 'frame']);
    expect(add(4)).toEqual(['frame', 'own', 'own', 'new', 'frame']);
    expect(add(99)).toEqual(['frame', 'own', 'own', 'new', 'frame']);
  });

  it('shows its frame’s sections outside main, its own inside it, whatever their tags', () => {
    const at = standing();
    const aside = planted(at.site, { kind: 'section', tag: 'section', name: 'Bar' });
    const section = { id: 'bar', name: 'Bar', purpose: 'opening' as const, shared: true, ...aside };
    const barred = applyBatch(at, [
      { do: 'insert', on: 'site', into: 'sections', index: 0, item: section },
      addToFrame(frameIn(at, at.frame), 'bar', 'before'),
    ]);
    const order = compile(barred.site, barred.page).html.match(/<(header|section|main|footer|\/main)\b/g);
    expect(order).toEqual(['<header', '<section', '<main', '<section', '<section', '</main', '<footer']);
  });
});

describe('A page frame', () => {
  it('is made of what stands above and below a page, and the page looks as before', () => {
    const page = pageWith(plainSite, 'home');
    const before = { site: plainSite, page };
    const at = standing();
    expect(published(at)).toBe(published(before));
    expect(childrenOf(at.page).length).toBe(2);
    expect(at.site.sections!.map((one) => one.name)).toEqual(['header of home', 'footer of home']);
    const { edits } = frameFromPage(plainSite, page, 'Standard');
    const made = applyBatch(before, addressed(before, edits).edits);
    expect(applyBatch(made, made.inverses)).toEqual(jasmine.objectContaining(before));
  });

  it('takes another page in: its own header and footer go where the frame has some, or stay', () => {
    const { site, frame } = standing();
    const other: Documents = { site, page: pageWith(site, 'fares') };
    const into = (replacing: boolean): Documents =>
      apply(other, intoFrame(seenOf(other), frameIn(other, frame), { replacing }));
    expect(published(into(true))).toContain('header of home');
    expect(published(into(true))).not.toContain('header of fares');
    expect(childrenOf(into(true).page).length).toBe(2);
    expect(published(into(false))).toContain('header of fares');
    expect(published(into(false))).toContain('header of home');
    const headless = apply(other, takeOutOfFrame(frameIn(other, frame), frameIn(other, frame).before[0]!));
    const kept = apply(headless, intoFrame(seenOf(headless), frameIn(headless, frame), { replacing: true }));
    expect(published(kept)).toContain('header of fares'); // the frame has none to take its place
    expect(published(kept)).not.toContain('footer of fares');
    const out = apply(into(true), intoFrame(seenOf(into(true)), undefined, { replacing: false }));
    expect(published(out)).not.toContain('header of home');
    expect(ownAround(seenOf(into(true)))).toEqual({ before: [], after: [] });
  });

  it('shows a change of it on every page that has it', () => {
    const at = standing();
    const other = { site: at.site, page: pageWith(at.site, 'fares', false) };
    const both = apply(other, intoFrame(seenOf(other), frameIn(other, at.frame), { replacing: true }));
    const seen = seenOf(both);
    const heading = subtree(seen, childrenOf(seen)[0]!).find((id) => seen.parts[id]!.kind === 'heading')!;
    const written = apply(both, [{ do: 'set', part: heading, field: ['content', 'base', 'text'], value: 'Changed' }]);
    expect(published({ site: written.site, page: at.page })).toContain('Changed');
    const stored = addressed(both, [{ do: 'set', part: heading, field: ['name'], value: 'Title' }]).edits;
    expect(stored.every((edit) => 'on' in edit && edit.on === 'site')).toBeTrue();
  });

  it('gets its sections in order: one of a page, a shared one, up and down past the pages to the other side', () => {
    const at = standing();
    const own = childrenOf(at.page)[0]!;
    const sidesOf = (documents: Documents): string[][] => {
      const { before, after } = frameIn(documents, at.frame);
      const name = (id: string): string => documents.site.sections!.find((one) => one.id === id)!.name.split(' ')[0]!;
      return [before.map(name), after.map(name)];
    };
    const taken = apply(at, takeIntoFrame(frameIn(at, at.frame), seenOf(at), own, 'before'));
    expect(sidesOf(taken)).toEqual([['header', 'section'], ['footer']]);
    expect(childrenOf(taken.page).length).toBe(1);
    const bar = frameIn(taken, at.frame).before[1]!;
    const step = (documents: Documents, by: -1 | 1): Documents =>
      apply(documents, stepInFrame(frameIn(documents, at.frame), bar, by));
    expect(sidesOf(step(taken, -1))).toEqual([['section', 'header'], ['footer']]);
    expect(sidesOf(step(taken, 1))).toEqual([['header'], ['section', 'footer']]);
    expect(sidesOf(step(step(taken, 1), 1))).toEqual([['header'], ['footer', 'section']]);
    expect(sidesOf(step(step(taken, 1), -1))).toEqual(sidesOf(taken));
    expect(stepInFrame(frameIn(taken, at.frame), frameIn(taken, at.frame).before[0]!, -1)).toEqual([]);
    const out = apply(taken, takeOutOfFrame(frameIn(taken, at.frame), bar));
    expect(sidesOf(out)).toEqual([['header'], ['footer']]);
    expect(out.site.sections!.length).toBe(3); // it stays among the shared ones
    expect(sidesOf(apply(out, [addToFrame(frameIn(out, at.frame), bar, 'after')]))).toEqual([
      ['header'],
      ['section', 'footer'],
    ]);
    expect(() => takeIntoFrame(frameIn(at, at.frame), seenOf(at), childrenOf(seenOf(at))[0]!, 'after')).toThrowError(
      /Only a section of the page/,
    );
  });

  it('shows only sections there are, each once; neither it nor they go while they are needed', () => {
    const at = standing();
    const { before } = frameIn(at, at.frame);
    const set = (value: unknown, side = 'after'): AnyEdit =>
      ({
        ...{ do: 'set', on: 'site', field: ['frames', at.frame, side] },
        value,
      }) as AnyEdit;
    expect(() => applyBatch(at, [set(['nowhere'])])).toThrowError(/isn’t among the shared ones/);
    expect(() => applyBatch(at, [set([...before])])).toThrowError(/twice/);
    expect(() => applyBatch(at, [set(Array.from({ length: 21 }, newIdentifier))])).toThrowError(/at most 20/);
    expect(() => applyBatch(at, [set('', 'name')])).toThrowError(/needs a name/);
    expect(() => applyBatch(at, [{ do: 'remove', on: 'site', from: 'sections', id: before[0]! }])).toThrowError(
      /Take it out of the frame first/,
    );
    expect(() => applyBatch(at, [{ do: 'remove', on: 'site', from: 'frames', id: at.frame }])).toThrowError(
      /still has this page frame/,
    );
    const elsewhere: AnyEdit = { do: 'set', part: at.page.root, field: ['content', 'base', 'frame'], value: 'none' };
    expect(() => applyBatch(at, [elsewhere])).toThrowError(/no longer has this page frame/);
    const torn = { ...at.site, frames: [{ ...frameIn(at, at.frame), before: ['gone'] }] };
    expect(() => readSite(structuredClone(torn))).toThrowError(/isn’t among the shared ones/);
    expect(() => compile({ ...at.site, frames: [] }, at.page)).not.toThrow(); // a frame that has gone shows nothing
    expect(childrenOf(seenPage(torn, at.page)).length).toBe(3);
  });

  it('is counted where classes and element styles are: with what it shows, on each page that names it', () => {
    const at = standing();
    const sections = reachOfSections(at.site);
    expect(reachedOn(reachOf(at.page), sections, { holds: 'element', tag: 'h2' })).toBe(
      Object.values(seenOf(at).parts).filter((one) => one.tag === 'h2').length,
    );
  });

  it('names the parts of its sections by the side they stand on', () => {
    const at = standing();
    const { before } = frameIn(at, at.frame);
    const seen = seenOf(at);
    const header = idInFrame('before', before[0]!);
    const inner = at.site.sections![0]!.parts[at.site.sections![0]!.root]!.children[0]!;
    expect(Object.keys(seen.parts)).toContain(idWithin(header, inner));
    expect(ownRange(childrenOf(seen))).toEqual({ from: 1, to: 3 });
    expect(ownRange([header])).toEqual({ from: 1, to: 1 });
    expect(new RandomPages(1).page(at.site, 4).parts[header]).toBeUndefined();
  });
});
