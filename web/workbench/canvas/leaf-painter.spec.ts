import fc from 'fast-check';
import { duplicate, removeParts } from '@core/document/commands/arrange';
import { become, becomings } from '@core/document/commands/becoming/become';
import { waysToWrap } from '@core/document/commands/wrap';
import { insertShared } from '@core/document/commands/sharing/shared';
import { place } from '@core/document/commands/place';
import { newThing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import { addressed } from '@core/document/edits/addressed';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import type { Edit } from '@core/document/edits/edit';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { Problem } from '@core/document/problem';
import { seenPage } from '@core/document/seen/seen-page';
import { seenEdits } from '@core/document/edits/seen-edits';
import { sharing } from '@core/document/testing/sharing';
import { RandomPages } from '@core/document/testing/random-page';
import { randomly } from '@core/document/testing/randomly';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { withoutSwitchedOff } from '@core/document/seen/switched-off';
import { subtree } from '@core/document/tree';
import { properties } from '@core/style/properties';
import { LeafPainter } from './leaf-painter';
import { compileCanvas, isPatchable, recompile } from '@core/compile/canvas';

const addresses = { pictures: 'files/', fonts: 'files/' };

function someEdits(random: RandomPages, site: Site, page: Page): Edit[] {
  const id = random.pick(subtree(page, page.root));
  const { name } = random.pick(properties);
  const makers: readonly (() => Edit[])[] = [
    () => [
      {
        do: 'set',
        part: id,
        field: ['style', random.pick(site.breakpoints).id, 'normal', name],
        value: random.value(name),
      },
    ],
    () => [{ do: 'set', part: id, field: ['content', 'base', 'text'], value: 'New & <words>\nhere' }],
    () => [
      {
        do: 'set',
        part: id,
        field: ['tag'],
        value: random.pick(['header', 'footer', 'section', 'h1', 'h4', 'article']),
      },
    ],
    () => [{ do: 'set', part: id, field: ['classes'], value: random.chance(0.5) ? ['loud'] : [] }],
    () =>
      place(site, page, newThing(site, random.pick(['columns', 'text', 'section', 'image'])), {
        where: 'inside',
        parent: id,
        index: 0,
      }),
    () => place(site, page, { part: id }, { where: 'inside', parent: random.pick(subtree(page, page.root)), index: 0 }),
    () => [...waysToWrap(site, page, [id]).ways[0]!.edits],
    () => become(page, id, random.pick(becomings)),
    () => [
      {
        do: 'set',
        part: id,
        field: ['content', 'base', 'text', 'more'],
        value: {
          at: 'a5',
          block: { tag: 'ul', items: [[{ tag: 'p', says: [{ text: 'In red', as: ['em'], color: 'red' }] }]] },
        },
      },
    ],
    () => duplicate(page, id).edits,
    () => removeParts(page, [id]),
    () => [{ do: 'set', part: id, field: ['off'], ...(!page.parts[id]!.off && { value: true }) }],
    () => [{ do: 'set', part: id, field: ['off'], ...(!page.parts[id]!.off && { value: true }) }],
  ];
  return random.pick(makers)();
}

/** An edit of the site that a leaf takes in without being written anew. */
function someSiteEdit(random: RandomPages, site: Site): SiteEdit {
  const on = 'site' as const;
  const { name } = random.pick(properties);
  const styled = [random.pick(site.breakpoints).id, 'normal' as const, name] as const;
  const value = random.chance(0.7) ? { value: random.value(name) } : {};
  const id = random.pick([...site.classes.map((one) => one.id), 'loud']);
  const makers: readonly (() => SiteEdit)[] = [
    () => ({
      do: 'set',
      on,
      field: ['tokens', 'ink'],
      ...(random.chance(0.7) && { value: random.pick(['#123456', 'red']) }),
    }),
    () => ({ do: 'set', on, field: ['elements', random.pick(['h1', 'p', 'section', 'div']), ...styled], ...value }),
    () => ({ do: 'set', on, field: ['classes', id, 'style', ...styled], ...value }),
    () => ({ do: 'set', on, field: ['classes', id, 'name'], value: random.pick(['tile', 'lead', 'quiet']) }),
    () => ({ do: 'move', on, within: 'classes', id, index: random.below(3) }),
    () => ({ do: 'remove', on, from: 'classes', id }),
    () => ({
      do: 'insert',
      on,
      into: 'classes',
      index: 0,
      item: { id: 'loud', name: 'loud', style: { wide: { normal: { color: 'green' } } } },
    }),
  ];
  return random.pick(makers)();
}

/** A random page; half of them show a section their site shares, now and then twice. */
function beginning(random: RandomPages): Documents {
  const shared = random.chance(0.5) ? sharing(random, 1, 14) : undefined;
  if (!shared) {
    const site = random.site();
    return { site, page: random.page(site, 14) };
  }
  const { edits } = insertShared(shared.page, { id: 'shared-0' }, 0);
  return random.chance(0.5) ? applyBatch(shared, edits) : shared;
}

/** An element as text, its attributes in alphabetical order. */
function written(element: Element): string {
  const attributes = [...element.attributes].map(({ name, value }) => ` ${name}="${value}"`).sort();
  const inside = [...element.childNodes].map((node) =>
    node.nodeType === 1 ? written(node as Element) : (node.textContent ?? ''),
  ); // type 1 is an element
  return `<${element.localName}${attributes.join('')}>${inside.join('')}</>`;
}

describe('A leaf that is patched', () => {
  it('ends as one that is drawn anew: elements, texts and computed style', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        let now = beginning(random);
        const frames = [0, 1].map(() => {
          const frame = document.createElement('iframe');
          frame.setAttribute('sandbox', 'allow-same-origin');
          frame.style.cssText = 'width:820px;height:600px';
          document.body.append(frame);
          return frame;
        });
        const [patched, anew] = frames.map((frame) => new LeafPainter(frame.contentDocument!));
        const load = (painter: LeafPainter): void => {
          const { html, sheets } = compileCanvas(now.site, now.page, addresses);
          painter.load(html, sheets);
        };
        load(patched!);
        for (let count = 0; count < 12; count++) {
          try {
            const before = { ...now, seen: seenPage(now.site, now.page) };
            const onSite = random.chance(0.4) ? [someSiteEdit(random, now.site)] : [];
            const edits = onSite.length > 0 && random.chance(0.5) ? [] : someEdits(random, now.site, before.seen);
            const after = applyBatch(now, [...onSite, ...addressed(now, edits).edits]);
            const seen = seenPage(after.site, after.page);
            now = { site: after.site, page: after.page };
            expect(isPatchable(before.site, after.site)).toBeTrue();
            const changed = seenEdits({ before: before.page, after, seen }, after.edits);
            if (changed === 'all') load(patched!);
            else patched!.apply(recompile(after.site, before.seen, seen, changed, addresses, before.site));
          } catch (error) {
            if (!(error instanceof Problem)) throw error; // not every random edit fits
          }
        }
        const { site, page } = { site: now.site, page: seenPage(now.site, now.page) };
        const last = compileCanvas(site, page, addresses);
        anew!.load(last.html, last.sheets);
        const [mine, wanted] = [written(patched!.document.body), written(anew!.document.body)];
        const apart = [...mine].findIndex((letter, at) => letter !== wanted[at]);
        if (mine !== wanted)
          throw new Error(
            `seed ${random.seed}: …${mine.slice(Math.max(0, apart - 80), apart + 160)}… instead of …${wanted.slice(Math.max(0, apart - 80), apart + 160)}…`,
          );
        for (const { documentElement } of [patched!.document, anew!.document]) {
          // laid out anew, both: whether an auto scrollbar stays depends on what was there before
          documentElement.style.display = 'none';
          void documentElement.offsetWidth;
          documentElement.style.display = '';
        }
        for (const id of subtree(withoutSwitchedOff(page), page.root)) {
          const [one, other] = [patched!, anew!].map((painter) =>
            painter.document.defaultView!.getComputedStyle(painter.element(id)!),
          );
          for (const { name } of properties)
            expect(one!.getPropertyValue(name))
              .withContext(`seed ${random.seed}, ${id}, ${name}`)
              .toBe(other!.getPropertyValue(name));
        }
        frames.forEach((frame) => frame.remove());
      }),
      { numRuns: 60, examples: [[new RandomPages(-31)]] },
    );
  });

  it('takes the rule of a class that changes alone, however large the page', () => {
    const random = new RandomPages(4);
    const site = random.site();
    const page = random.page(site, 300);
    const edit: SiteEdit = {
      do: 'set',
      on: 'site',
      field: ['classes', 'card', 'style', 'wide', 'normal', 'color'],
      value: 'rebeccapurple',
    };
    const after = applyBatch({ site, page }, [edit]).site;
    const patch = recompile(after, page, page, [], addresses, site);
    expect([...patch.shared.keys()]).toEqual(['class card']);
    expect(patch.elements.size + patch.rules.size + patch.subtrees.size + patch.arranged.size).toBe(0);
    expect(patch.lent).toBeUndefined();
  });

  it('compiles only what an edit touched', () => {
    const random = new RandomPages(4);
    const site = random.site();
    const page = random.page(site, 40);
    const edits: Edit[] = [{ do: 'set', part: 'p3', field: ['style', 'wide', 'normal', 'color'], value: 'red' }];
    const patch = recompile(site, page, applyEdits(site, page, edits).page, edits, addresses);
    expect([...patch.rules.keys()]).toEqual(['p3']);
    expect(patch.elements.size + patch.subtrees.size + patch.arranged.size).toBe(0);
  });
});
