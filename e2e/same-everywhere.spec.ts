import { axeFindings } from './axe';
import { until } from 'selenium-webdriver';
import { sizeTo } from './browser';
import type { LeafName } from './person';
import { visiting } from './visit';

type Boxes = readonly (readonly [name: string, x: number, y: number, width: number, height: number])[];

const screens: readonly (readonly [LeafName, number, number])[] = [
  ['wide', 1280, 800],
  ['tablet', 820, 1180],
  ['phone', 390, 844],
];

/** The boxes of every part, in document order, measured from the top of the page; pictures are waited for. */
const measure = `
  const elements = [document.body, ...document.body.querySelectorAll('*:not(main):not(br):not(script):not(span):not(._skip)')];
  return elements.map((one) => { const box = one.getBoundingClientRect(); return [one.localName, box.x, box.y + view.scrollY, box.width, box.height]; });`;
const settled = `return document.fonts.status === 'loaded' && document.fonts.size > 0`;

describe('The demo’s home page', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
  });

  async function boxesOf(address: string, width: number, height: number): Promise<Boxes> {
    await sizeTo(visit.browser.driver, width, height);
    await visit.browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
    await visit.browser.driver.get(address);
    await visit.browser.driver.wait(until.elementLocated({ css: 'h1' }), 40_000);
    await visit.person.until(() => visit.browser.driver.executeScript<boolean>(settled));
    return visit.browser.driver.executeScript<Boxes>(`const view = window; ${measure}`);
  }

  it('has the same boxes in leaf, preview and release, at most 0.5 px apart, at three widths', async () => {
    await visit.person.openPage('tidewick-home');
    // its menu shows visitors the pages that are live
    await visit.person.publishSeveral('tidewick', ['tidewick-home', 'tidewick-fares', 'tidewick-timetable'], 'All');
    const leafBoxes = new Map<LeafName, Boxes>();
    for (const [leaf] of screens) {
      await visit.person.until(() => visit.person.inLeaf<boolean>(leaf, settled));
      await visit.person.inLeaf(leaf, 'view.scrollTo(0, 0)');
      leafBoxes.set(leaf, await visit.person.inLeaf<Boxes>(leaf, measure));
    }
    const address = await visit.person.previewOf('tidewick-home');
    for (const [leaf, width, height] of screens) {
      const wanted = leafBoxes.get(leaf)!;
      expect(wanted.length).toBeGreaterThan(60);
      for (const [where, other] of [
        ['preview', await boxesOf(address, width, height)],
        ['release', await boxesOf(visit.servers.site('tidewick'), width, height)],
      ] as const) {
        expect(other.map((box) => box[0]))
          .withContext(`${leaf} ${where}`)
          .toEqual(wanted.map((box) => box[0]));
        other.forEach((box, index) => {
          const apart = Math.max(...[1, 2, 3, 4].map((at) => Math.abs(Number(box[at]) - Number(wanted[index]![at]))));
          expect(apart)
            .withContext(`${leaf} ${where}, element ${index} ${box.join(' ')} against ${wanted[index]!.join(' ')}`)
            .toBeLessThanOrEqual(0.5);
        });
      }
    }
  });

  it('has sisters, with sticky, absolute, grid and side sections, that are the same in leaf and preview', async () => {
    await visit.browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
    for (const id of ['tidewick-fares', 'tidewick-lost']) {
      await sizeTo(visit.browser.driver, 1280, 800);
      await visit.person.openPage(id);
      const leafBoxes = new Map<LeafName, Boxes>();
      for (const [leaf] of screens) {
        await visit.person.until(() => visit.person.inLeaf<boolean>(leaf, settled));
        await visit.person.inLeaf(leaf, 'view.scrollTo(0, 0)');
        leafBoxes.set(leaf, await visit.person.inLeaf<Boxes>(leaf, measure));
      }
      const address = await visit.person.previewOf(id);
      for (const [leaf, width, height] of screens) {
        const wanted = leafBoxes.get(leaf)!;
        const other = await boxesOf(address, width, height);
        expect(other.map((box) => box[0]))
          .withContext(`${id} ${leaf}`)
          .toEqual(wanted.map((box) => box[0]));
        const apart = Math.max(
          ...other.map((box, index) =>
            Math.max(...[1, 2, 3, 4].map((at) => Math.abs(Number(box[at]) - Number(wanted[index]![at])))),
          ),
        );
        expect(apart).withContext(`${id} ${leaf}`).toBeLessThanOrEqual(0.5);
      }
    }
  });

  it('is never wider than the screen', async () => {
    for (const width of [320, 390, 600, 601, 820, 1024, 1025, 1280, 1920]) {
      await boxesOf(visit.servers.site('tidewick'), width, 900);
      expect(await visit.browser.driver.executeScript<number>('return document.documentElement.scrollWidth'))
        .withContext(String(width))
        .toBeLessThanOrEqual(width);
    }
  });

  it('passes axe-core without a violation at three widths', async () => {
    for (const [, width, height] of screens) {
      await boxesOf(visit.servers.site('tidewick'), width, height);
      expect(await axeFindings(visit.browser.driver, true))
        .withContext(String(width))
        .toEqual([]);
    }
  });

  it('holds no script that runs', async () => {
    await visit.browser.driver.get(visit.servers.site('tidewick'));
    // what search engines read is a block of data (HTML, section 4.12.1)
    const types = 'return [...document.scripts].map((one) => one.type)';
    await visit.person.until(
      async () => (await visit.browser.driver.executeScript<string[]>(types)).join() === 'application/ld+json',
      'it holds other scripts, or none',
    );
  });
});
