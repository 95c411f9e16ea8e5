import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import express from 'express';
import { unzipSync } from 'fflate';
import { By } from 'selenium-webdriver';
import { serving } from '../server/testing/running';
import { axeFindings } from './axe';
import { openBrowser } from './browser';
import { publishAll } from './publish-all';
import { visiting } from './visit';

/**
 * The title of a page and the box of every element, in px of the page, once everything is loaded. Lazy images are
 * scrolled to: made eager, they would choose their file by another rule (`sizes: auto` holds for lazy images only).
 */
const shownOf = `const [done] = arguments; const frame = () => new Promise((go) => requestAnimationFrame(go));
  const loaded = async () => {
    if (document.readyState !== 'complete') await new Promise((go) => addEventListener('load', go));
    await document.fonts.ready;
    for (const one of document.images) {
      if (!one.checkVisibility()) continue;
      one.scrollIntoView({ behavior: 'instant' });
      while (!one.complete) await frame();
      await one.decode().catch(() => undefined);
    }
    scrollTo({ top: 0, behavior: 'instant' });
    await frame();
  };
  const boxes = () => [...document.body.querySelectorAll('*')].map((one) => { const box = one.getBoundingClientRect(); return one.tagName + ' ' + [box.x, box.y + scrollY, box.width, box.height].map((side) => Math.round(side * 100) / 100).join(' '); });
  loaded().then(() => done([document.title, ...boxes()]))`;
/** Files a page asked for, without what their names hold of hashes and folders. */
const askedOf = `return performance.getEntriesByType('resource').map((one) => new URL(one.name).pathname.split('/').at(-1).replace(/^(style|icon)-[^.]*/, '$1')).sort()`;

describe('A site that is taken away', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-away-'));
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  /** The newest file a browser has saved whole. */
  const saved = async (ending: string): Promise<Buffer> => {
    let name: string | undefined;
    await visit.person.until(() => {
      name = readdirSync(folder).find((one) => one.endsWith(ending));
      return Promise.resolve(name !== undefined);
    }, `no ${ending} was saved`);
    return readFileSync(join(folder, name!));
  };
  const openScreen = async (): Promise<void> => {
    const { driver } = visit.browser;
    await driver.sendDevToolsCommand('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
    await driver.get(`${visit.servers.editor}/sites/tidewick`);
    await (await visit.person.find('a[href="/sites/tidewick/take-away"]')).click();
    await visit.person.find('[data-save-plain] button');
  };

  it('is, as plain files, box for box what the live host shows, from a disk and from a plain server', async () => {
    await publishAll(visit, 'tidewick');
    await openScreen();
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.find('[data-save-plain] button')).click();
    const files = unzipSync(await saved('-files.zip'));
    const plain = join(folder, 'plain');
    for (const [name, bytes] of Object.entries(files)) {
      await mkdir(dirname(join(plain, name)), { recursive: true });
      await writeFile(join(plain, name), bytes);
    }
    const server = await serving(express().use(express.static(plain)));
    const { driver, close } = await openBrowser();
    try {
      for (const [width, height] of [
        [1280, 800],
        [820, 1180],
        [390, 844],
      ] as const) {
        await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
          width,
          height,
          deviceScaleFactor: 1,
          mobile: false,
        });
        for (const path of ['/', '/fares', '/timetable', '/lost-property']) {
          const file = path === '/' ? 'index.html' : `${path.slice(1)}/index.html`;
          const seen = [];
          for (const address of [
            visit.servers.site('tidewick', path),
            `http://127.0.0.1:${server.port}${path}`,
            pathToFileURL(join(plain, file)).href,
          ]) {
            await driver.get(address);
            seen.push([
              await driver.executeAsyncScript<string[]>(shownOf),
              await driver.executeScript<string[]>(askedOf),
            ]);
          }
          expect(seen[0]![0]!.length).toBeGreaterThan(20);
          expect(seen[1]).withContext(`${path} at ${width}, from a plain server`).toEqual(seen[0]!);
          expect(seen[2]![0]).withContext(`${path} at ${width}, from a disk`).toEqual(seen[0]![0]!);
        }
      }
      // links lead from file to file
      await driver.get(pathToFileURL(join(plain, 'index.html')).href);
      await driver.executeScript(`[...document.links].find((one) => one.href.endsWith('fares/index.html')).click()`);
      await visit.person.until(async () => (await driver.getCurrentUrl()).endsWith('/fares/index.html'));
    } finally {
      await close();
      await server.stop();
    }
  });

  it('is begun again from its archive, by its own dialog', async () => {
    await openScreen();
    await (await visit.person.find('[data-save-archive] button')).click();
    const archive = join(folder, 'to-take-in.zip');
    writeFileSync(archive, await saved('-archive.zip'));
    const { driver } = visit.browser;
    await driver.get(visit.servers.editor);
    await (await visit.person.button('From an archive')).click();
    const choose = await visit.person.find('#archive-file');
    await (await visit.person.find('fold-take-in [data-confirm] button')).click();
    expect(await (await visit.person.find('fold-take-in .problem')).getText()).toBe('Choose an archive.');
    await choose.sendKeys(archive);
    await (await visit.person.find('#archive-name')).sendKeys('Tidewick Once More');
    await visit.person.until(
      async () => (await (await visit.person.find('#archive-host-says')).getText()).includes('is free'),
      'the host name is not free',
    );
    expect(await axeFindings(driver)).toEqual([]);
    await (await visit.person.find('fold-take-in [data-confirm] button')).click();
    await visit.person.until(async () => /\/sites\/[^/]+$/.test(await driver.getCurrentUrl()), 'no site was made');
    await visit.person.until(
      async () => (await driver.findElements(By.css('tbody tr'))).length === 4,
      'not its four pages',
    );
    expect(await driver.getTitle()).toBe('Tidewick Once More · Fold Line');
  });
});
