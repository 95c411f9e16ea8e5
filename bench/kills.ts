import { performance } from 'node:perf_hooks';
import { openBrowser, quitBrowsers } from '../e2e/browser';
import { throughKills, type Watcher } from '../server/testing/kills';

// How many kills, and by how many people: `npm run bench -- kills 500 4`.
const [kills = 500, writers = 4] = process.argv.slice(2).map(Number).filter(Number.isInteger);

const browser = await openBrowser();
const { driver } = browser;
/**
 * What stands in each leaf: its elements, and its rules as the browser has them, since a rule that is set anew is set
 * there and not in the text.
 */
const leaves = (): Promise<string[]> =>
  driver.executeScript<string[]>(`
    const texts = (document, css, textOf) => [...document.querySelectorAll(css)].flatMap(textOf).sort();
    return [...document.querySelectorAll('fold-leaf iframe')].map(({ title, contentDocument: page }) => [
      title, page.documentElement.lang, page.title, page.body.outerHTML,
      ...texts(page, 'style[data-piece], #fold-lent', (one) => (one.dataset.piece ?? '') + one.textContent),
      ...texts(page, 'style.fold-own', ({ sheet }) => [...sheet.cssRules[0].cssRules].map((rule) => rule.cssText)),
    ].join('\\n'))`);
const isReady = (): Promise<boolean> =>
  driver.executeScript<boolean>(
    `return document.querySelectorAll('fold-leaf iframe').length > 0 && document.querySelector('[data-save-state]')?.dataset.state === 'saved'`,
  );
const open = async (address: string): Promise<void> => {
  await driver.get(address);
  await driver.wait(isReady, 30_000);
  await driver.sleep(3000);
};

/** The leaves once nothing has changed in them for as long as it may take until servers hear each other again. */
async function settled(): Promise<string[]> {
  for (let before = await leaves(); ;) {
    await driver.sleep(8000);
    const now = await leaves();
    if (now.join() === before.join()) return now;
    before = now;
  }
}

/** Where two texts part, with some of what stands there in each. */
function parting(one: string, other: string): string {
  let at = 0;
  while (at < one.length && one[at] === other[at]) at++;
  const around = (text: string): string => JSON.stringify(text.slice(Math.max(0, at - 60), at + 120));
  return `${around(one)} instead of ${around(other)}`;
}

/**
 * A browser with the page open on the server that is killed most: at the end its leaves are held against the same
 * drawn anew.
 */
const watcher: Watcher = {
  async begin(port) {
    const editor = `http://localhost:${port}`;
    await driver.get(`${editor}/sign-in`);
    const body = JSON.stringify({ email: 'ada@studio.example', password: 'paper-and-ink' });
    await driver.executeAsyncScript(
      `const [body, done] = arguments; fetch('/api/session', { method: 'POST', headers: { 'content-type': 'application/json' }, body }).then(done, done)`,
      body,
    );
    await open(`${editor}/pages/tidewick-fares`);
  },
  async end() {
    const patched = await settled();
    await open(await driver.getCurrentUrl());
    const anew = await leaves();
    const differs = patched.flatMap((leaf, index) =>
      leaf === anew[index] ? [] : [`leaf ${index} as it was patched: ${parting(leaf, anew[index] ?? '')}`],
    );
    return patched.length === 0 ? ['no leaf was drawn'] : differs;
  },
};

const start = performance.now();
const { stored, refused, lost, differs } = await throughKills(kills, writers, watcher);
await browser.close();
await quitBrowsers();
console.log(
  `${kills} kills while ${writers} wrote: ${stored} batches acknowledged, ${refused} refused, ${lost} lost or stored twice; ${differs.length === 0 ? 'log, snapshots, both servers, both event streams and the leaves of a browser agree' : `DIFFERS: ${differs.join(', ')}`} (${((performance.now() - start) / 1000).toFixed(0)} s)`,
);
