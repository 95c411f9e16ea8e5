import fc from 'fast-check';
import { duplicate, removeParts } from '@core/document/commands/arrange';
import { waysToWrap } from '@core/document/commands/wrap';
import { place } from '@core/document/commands/place';
import { newThing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { Problem } from '@core/document/problem';
import { RandomPages } from '@core/document/testing/random-page';
import { randomly } from '@core/document/testing/randomly';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { withoutSwitchedOff } from '@core/document/switched-off';
import { subtree } from '@core/document/tree';
import { properties } from '@core/style/properties';
import { LeafPainter } from './leaf-painter';
import { compileCanvas, recompile } from '@core/compile/canvas';

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
    () => duplicate(page, id).edits,
    () => removeParts(page, [id]),
    () => [{ do: 'set', part: id, field: ['off'], ...(!page.parts[id]!.off && { value: true }) }],
    () => [{ do: 'set', part: id, field: ['off'], ...(!page.parts[id]!.off && { value: true }) }],
  ];
  return random.pick(makers)();
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
        const site = random.site();
        let page = random.page(site, 14);
        const frames = [0, 1].map(() => {
          const frame = document.createElement('iframe');
          frame.setAttribute('sandbox', 'allow-same-origin');
          frame.style.cssText = 'width:820px;height:600px';
          document.body.append(frame);
          return frame;
        });
        const [patched, anew] = frames.map((frame) => new LeafPainter(frame.contentDocument!));
        const first = compileCanvas(site, page, addresses);
        patched!.load(first.html, first.sheets);
        for (let count = 0; count < 12; count++) {
          try {
            const edits = someEdits(random, site, page);
            const after = applyEdits(site, page, edits).page;
            patched!.apply(recompile(site, page, after, edits, addresses));
            page = after;
          } catch (error) {
            if (!(error instanceof Problem)) throw error; // not every random edit fits
          }
        }
        const last = compileCanvas(site, page, addresses);
        anew!.load(last.html, last.sheets);
        const [mine, wanted] = [written(patched!.document.body), written(anew!.document.body)];
        const apart = [...mine].findIndex((letter, at) => letter !== wanted[at]);
        if (mine !== wanted)
          throw new Error(
            `seed ${random.seed}: …${mine.slice(Math.max(0, apart - 80), apart + 160)}… instead of …${wanted.slice(Math.max(0, apart - 80), apart + 160)}…`,
          );
        for (const { documentElement } of [patched!.document, anew!.document]) {
          documentElement.style.display = 'none'; // laid out anew, both: whether an auto scrollbar stays depends on what was there before
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
