import { visiting } from './visit';

interface Loaded {
  readonly name: string;
  readonly bytes: number;
}

/** Keeps the time at which a page can be worked on: what is fetched later is not part of the first load. */
const keepShownAt = `if (window === top) (function look() {
  const body = document.querySelector('[data-leaf="phone"] iframe')?.contentDocument?.body;
  if (body?.dataset.part === undefined) requestAnimationFrame(look); else window.shownAt = performance.now();
})()`;

/** What a browser that knows nothing of the editor yet has to fetch before a page can be worked on. */
describe('The first load of the editor', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  it('is at most 350 kB of document, scripts and styles, compressed; dialogs, refit and checks come when they are used', async () => {
    await visit.browser.driver.get('about:blank');
    await visit.browser.driver.sendDevToolsCommand('Network.clearBrowserCache', {});
    await visit.browser.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: keepShownAt });
    await visit.person.openPage('tidewick-home');
    await visit.person.until(() => visit.browser.driver.executeScript<boolean>('return window.shownAt !== undefined'));
    const loaded = await visit.browser.driver.executeScript<Loaded[]>(
      `return [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
        .filter((one) => one.startTime <= window.shownAt && one.name.startsWith(location.origin) && (one.entryType === 'navigation' || /\\.(js|css)$/.test(one.name)))
        .map((one) => ({ name: new URL(one.name).pathname, bytes: one.encodedBodySize }))`,
    );
    const sum = loaded.reduce((all, one) => all + one.bytes, 0);
    const listed = [...loaded].sort((a, b) => b.bytes - a.bytes).map((one) => `${one.name} ${one.bytes}`);
    expect(sum).withContext(listed.join('\n')).toBeLessThanOrEqual(350_000);
    expect(sum).withContext(listed.join('\n')).toBeGreaterThan(50_000); // it was fetched, not kept from before
    expect(loaded.filter((one) => one.bytes === 0)).toEqual([]);
  });
});
