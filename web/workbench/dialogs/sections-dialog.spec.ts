import { compileCanvas } from '@core/compile/canvas';
import { baseOf } from '@core/document/breakpoint';
import { readPage } from '@core/document/edits/check/check-page';
import { pageOfSection } from '@core/document/sections/kept-section';
import { foundBy, readyMade } from '@core/document/ready-made/all';
import { purposes } from '@core/document/sections/purpose';
import { planted } from '@core/document/sections/planting';
import { blankSite } from '@core/document/site';
import { faultsAt } from '@core/review/sweep/faults';
import { frameWith } from '../../testing/frame';
import { sliceOf } from '../canvas/slicing';

const site = blankSite('s', 'Site', 'site');

describe('Ready-made sections', () => {
  it('are there for every purpose, each found by its name, its purpose and other words for it', () => {
    expect([...new Set(readyMade.map((one) => one.purpose))]).toEqual([...purposes]);
    for (const one of readyMade)
      expect(foundBy(readyMade, `${one.purpose.toUpperCase()} ${one.words.split(' ')[0]}`)).toContain(one);
    expect(foundBy(readyMade, 'nothing is called so')).toEqual([]);
  });

  for (const one of readyMade)
    it(`“${one.name}” is a whole page part that fits screens of 320 to 1920 px with nothing cut, squeezed or over one another`, () => {
      const section = planted(site, one.tree);
      const page = readPage(site, pageOfSection(section));
      const base = page.parts[section.root]!.style[baseOf(site.breakpoints).id]?.normal ?? {};
      expect(base['padding-top']).toBeDefined();
      for (const width of [320, 390, 600, 601, 820, 1024, 1025, 1280, 1920]) {
        const frame = frameWith('', width, 800);
        frame.document.open();
        frame.document.write(compileCanvas(site, page, { pictures: '/none/', fonts: '/none/' }, false).html);
        frame.document.close();
        const told = faultsAt(sliceOf(frame.document, page, width)).filter((fault) => !/lines/.test(fault.kind));
        frame.remove();
        expect(told.map((fault) => `${fault.kind} ${page.parts[fault.part]?.kind}`))
          .withContext(`${width} px`)
          .toEqual([]);
      }
    });
});
