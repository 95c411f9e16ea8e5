import { outwards } from '@core/document/breakpoint';
import { fillings, layPlan } from '@core/document/commands/plan';
import { landingBy, place } from '@core/document/commands/place';
import { newThing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import { kinds } from '@core/document/kinds/registry';
import { blankPage, type Page } from '@core/document/page';
import { planted } from '@core/document/sections/planting';
import { readyMade } from '@core/document/ready-made/all';
import type { Site } from '@core/document/site';
import type { LeafFacts } from '@core/review/check';
import { Reviewer } from '@core/review/review';
import { mill, observatory } from '../../../demo/neighbours';
import { tidewick } from '../../../demo/tidewick';
import { textBackgroundsOf } from '../canvas/text-backgrounds';
import { hiddenLeaf } from '../canvas/hidden-leaf';
import { measurePage } from '../canvas/measuring';
import { Rests } from '../canvas/rests';

const looks: readonly Site[] = [tidewick, mill, observatory];
const blank = blankPage('p', 'Page', '/');

/** What is wrong with a page for somebody, at any breakpoint, as the editor finds it. */
async function errorsOf(site: Site, page: Page): Promise<string[]> {
  const leaves = new Map<string, LeafFacts>();
  for (const { id, preview } of outwards(site.breakpoints)) {
    const leaf = hiddenLeaf(site, page, preview, { pictures: '/none/', fonts: '/none/' });
    const measured = measurePage(leaf.painter.document);
    const textBackgrounds = await textBackgroundsOf(
      leaf.painter.document,
      measured,
      (part) => leaf.painter.element(part),
      new Rests(new AbortController().signal),
    );
    leaves.set(id, {
      measured,
      natural: new Map([...measured.parts].map(([part, one]) => [part, one.box])),
      textBackgrounds,
    });
    leaf.remove();
  }
  return new Reviewer()
    .review({ site, page, leaves })
    .filter((one) => one.severity === 'error')
    .map(
      (one) =>
        `${one.check} on ${page.parts[one.part]?.kind} at ${one.breakpoints?.join(', ') ?? 'all'}: ${one.reason}`,
    );
}

/** A page that begins with a title, as a section is put on one. */
const begun = (site: Site): Page =>
  applyEdits(site, blank, place(site, blank, newThing(site, 'section'), { where: 'inside', parent: 'root', index: 0 }))
    .page;

for (const site of looks)
  describe(`Whatever ships, in the look of ${site.name}, has no error at any breakpoint:`, () => {
    for (const ready of readyMade)
      it(`the section “${ready.name}”`, async () => {
        const page = applyEdits(site, blank, [
          { do: 'insert', parent: 'root', index: 0, ...planted(site, ready.tree) },
        ]).page;
        expect((await errorsOf(site, page)).join('\n')).toBe('');
      });
    it('a page as it is planned, with every filling', async () => {
      const plan = fillings.map((filling, at) => ({
        name: `Section ${at + 1}`,
        height: 500,
        split: at % 2 === 0 ? '1/2 + 1/2' : '1/3 + 1/3 + 1/3',
        filling,
      }));
      expect((await errorsOf(site, applyEdits(site, blank, layPlan(site, blank, plan).edits).page)).join('\n')).toBe(
        '',
      );
    });
    for (const { kind, word } of kinds.filter((one) => one.group !== 'page' && !one.refers))
      it(`a new ${word.toLowerCase()}`, async () => {
        const page = begun(site);
        const section = page.parts['root']!.children[0];
        expect(
          (
            await errorsOf(
              site,
              applyEdits(site, page, place(site, page, newThing(site, kind), landingBy(page, section, kind))).page,
            )
          ).join('\n'),
        ).toBe('');
      });
  });
