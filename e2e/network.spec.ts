import { filesOfPicture } from '@core/document/library/picture-files';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { sizeTo } from './browser';
import { still } from './still';
import { visiting } from './visit';

describe('What a live page loads', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.freshPage('tidewick', 'What is loaded', '/what-is-loaded');
  });
  let pictures: Site['pictures'];

  /** Addresses of what the browser asked for, by its own record of the network. */
  const loaded = (): Promise<string[]> =>
    visit.browser.driver.executeScript('return performance.getEntriesByType("resource").map((one) => one.name)');
  const filesOf = (picture: string): string[] => filesOfPicture(pictures[picture]!);
  const visitAt = async (width: number): Promise<string[]> => {
    await sizeTo(visit.browser.driver, width, 800);
    await visit.browser.driver.get('about:blank');
    await visit.browser.driver.get(visit.servers.site('tidewick', `/what-is-loaded?at=${width}`));
    await visit.person.until(() =>
      visit.browser.driver.executeScript<boolean>(
        'return document.readyState === "complete" && [...document.images].every((one) => one.complete || one.getClientRects().length === 0)',
      ),
    );
    await still(visit.browser.driver);
    return loaded();
  };

  it('is the picture of its screen and not the others’, and nothing of a film before it is opened', async () => {
    const part = (kind: string, tag: string, content: Page['parts'][string]['content']): Page['parts'][string] => ({
      kind,
      tag,
      children: [],
      classes: [],
      style: {},
      attributes: {},
      content,
    });
    const parts = {
      s1: { ...part('section', 'section', { base: {} }), children: ['i1', 'v1'] },
      i1: part('image', 'img', { base: { picture: 'marram', alt: 'An island' }, phone: { picture: 'kelder' } }),
      v1: part('video', 'div', { base: { address: '/fares?film', title: 'The crossing' } }),
    };
    ({ pictures } = await visit.person.store([{ do: 'insert', parent: 'root', index: 0, root: 's1', parts }]));
    await visit.person.publish();
    for (const [width, own, other] of [
      [1280, 'marram', 'kelder'],
      [601, 'marram', 'kelder'],
      [600, 'kelder', 'marram'],
      [390, 'kelder', 'marram'],
    ] as const) {
      const asked = await visitAt(width);
      expect(asked.some((address) => filesOf(own).some((file) => address.endsWith(file))))
        .withContext(`${own} at ${width} px`)
        .toBeTrue();
      expect(asked.filter((address) => filesOf(other).some((file) => address.endsWith(file))))
        .withContext(`${other} at ${width} px`)
        .toEqual([]);
      expect(asked.filter((address) => address.includes('film'))).toEqual([]);
    }
    await visit.browser.driver.executeScript(
      'document.querySelector("summary").click(); document.querySelector("details").scrollIntoView()',
    );
    await visit.person.until(
      async () => (await loaded()).some((address) => address.includes('film')),
      'the film is not loaded when it is opened',
    );
  });

  it('moves nothing as its typefaces arrive, late, at any of three widths', async () => {
    const { driver } = visit.browser;
    await sizeTo(driver, 1280, 800);
    await visit.person.openPage('tidewick-home');
    await visit.person.publish();
    await driver.sendDevToolsCommand('Network.enable', {});
    await driver.sendDevToolsCommand('Network.setCacheDisabled', { cacheDisabled: true });
    await driver.sendDevToolsCommand('Network.emulateNetworkConditions', {
      ...{ offline: false, latency: 300, downloadThroughput: 100_000, uploadThroughput: 100_000 },
    });
    for (const width of [1280, 820, 390]) {
      await sizeTo(driver, width, 800);
      await driver.get('about:blank');
      await driver.get(visit.servers.site('tidewick'));
      await visit.person.until(() =>
        driver.executeScript<boolean>(
          'return document.readyState === "complete" && document.fonts.status === "loaded"',
        ),
      );
      const { shift, late } = await driver.executeAsyncScript<{ shift: number; late: number }>(`
        const done = arguments[0];
        const seen = [];
        new PerformanceObserver((list) => seen.push(...list.getEntries())).observe({ type: 'layout-shift', buffered: true });
        const [painted] = performance.getEntriesByName('first-contentful-paint');
        const fonts = performance.getEntriesByType('resource').filter((one) => one.name.endsWith('.woff2'));
        setTimeout(() => done({
          shift: seen.reduce((sum, one) => sum + one.value, 0),
          late: fonts.filter((one) => one.responseEnd > painted.startTime).length,
        }), 500);`);
      expect(late).withContext(`typefaces that come after the words are there, at ${width} px`).toBeGreaterThan(0);
      expect(shift).withContext(`layout shift at ${width} px`).toBeLessThanOrEqual(0.02);
    }
  });
});
