import { By, Key } from 'selenium-webdriver';
import { openBrowser, picture } from './browser';
import { Hands } from './hands';
import { House } from './house';

/** Draws the pictures of docs/screenshots anew, from the demo: `npm run pictures`. */
const house = await House.open();
const browser = await openBrowser();
const hands = new Hands(browser.driver, house);
const shoot = async (name: string): Promise<void> => {
  await browser.driver.sleep(900);
  await picture(browser.driver, `docs/screenshots/${name}.png`);
};
/** Opens a tab of the ledger, whatever number stands beside its word. */
const tab = (word: string): Promise<unknown> =>
  browser.driver.executeScript(
    '[...document.querySelectorAll(".groups [role=tab]")].find((one) => one.textContent.trim().startsWith(arguments[0])).click()',
    word,
  );
try {
  await browser.driver.get(`${house.editor}/sign-in`);
  await hands.find('#email');
  await hands.signIn('ada@studio.example', 'paper-and-ink');
  await hands.find('fold-page-drawing');
  await shoot('clients');
  await browser.driver.get(`${house.editor}/sites/tidewick`);
  await hands.find('table');
  await shoot('desk');

  await hands.openPage('tidewick-home');
  await hands.clickOn('wide', 'h1');
  await hands.group('Type');
  await shoot('workbench');
  await (await hands.find('.path button:nth-of-type(3)')).click();
  await hands.group('Space');
  await shoot('ledger-space');
  await hands.clickOn('wide', 'article img');
  await hands.group('Content');
  await shoot('ledger-content');
  await (await hands.find('#content-picture')).click();
  await shoot('pictures');
  await hands.keys(Key.ESCAPE);
  await browser.driver.sleep(600);

  await hands.inLeaf('wide', 'view.scrollTo(0, 0)');
  await browser.driver.sleep(800);
  const from = await hands.centre(await hands.find('[data-add="text"]'));
  const to = await hands.pointOn('wide', 'h1', 0.5, 0.9);
  await browser.driver
    .actions()
    .move(from)
    .press()
    .move({ x: from.x + 10, y: from.y })
    .move({ ...to, duration: 150 })
    .perform();
  await shoot('drop-mark');
  await hands.keys(Key.ESCAPE);
  await browser.driver.actions().release().perform();

  await browser.driver
    .actions({ async: true })
    .move(await hands.pointOn('wide', 'h1'))
    .contextClick()
    .perform();
  await hands.find('[role=menu].panel');
  await shoot('part-menu');
  await hands.keys(Key.ESCAPE);
  await (await hands.button('Plan the page …')).click();
  await shoot('plan');
  await hands.keys(Key.ESCAPE);
  await browser.driver.sleep(600);
  await hands.openPage('tidewick-fares');
  await hands.clickOn('wide', '._cols h2');
  await (await hands.find('.path button:nth-of-type(5)')).click();
  await hands.group('Place');
  await shoot('ledger-place');
  await hands.clickOn('wide', 'section:nth-of-type(4) h3');
  await hands.inLeaf('wide', 'view.scrollBy(0, 300)');
  await (await hands.find('.path button:nth-of-type(3)')).click();
  await hands.group('Flow');
  await shoot('ledger-flow');
  await hands.openPage('tidewick-home');

  await hands.clickOn('wide', 'h1');
  await hands.group('Type');
  await (await hands.find('[data-help="font-size"]')).click();
  await browser.driver.sleep(800);
  await shoot('help');
  await hands.keys(Key.ESCAPE);
  await (await hands.button('Sections …')).click();
  await browser.driver.sleep(1500);
  await shoot('sections');
  await hands.keys(Key.ESCAPE);
  await hands.noDialog();
  await tab('First screen');
  await (await hands.find('[data-unroll]')).click();
  await hands.find('[data-first-screen="phone"] [data-line]');
  await shoot('first-screen');
  await hands.openPage('tidewick-timetable');
  await (await hands.find('[data-sweep]')).click();
  await tab('Findings');
  await browser.driver.wait(
    async () => (await (await hands.find('[data-sweep-state]')).getAttribute('data-state')) === 'done',
    120_000,
  );
  await browser.driver.wait(
    async () => (await (await hands.find('[data-findings]')).getAttribute('data-state')) === 'done',
    60_000,
  );
  await shoot('sweep');
  await (await hands.find('[data-refit]')).click();
  await browser.driver.wait(
    async () => (await browser.driver.findElements(By.css('[data-refit-state="shown"]'))).length === 1,
    120_000,
  );
  await shoot('refit');
  await hands.openPage('tidewick-home');

  await hands.clickOn('wide', 'h1');
  await hands.group('Type');
  await hands.setCell('font-size', 'wide', '80px');
  await hands.setCell('color', 'phone', '#f3c98b');
  await (await hands.button('Publish')).click();
  await shoot('publish');
  await (await hands.button('Cancel')).click();
  await browser.driver.sleep(600);
  await hands.setCell('line-height', 'tablet', 'tall');
  await shoot('bad-value');
  await hands.keys(Key.ESCAPE);

  await browser.driver.get(house.site('tidewick'));
  await browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
  await shoot('live');
} finally {
  await browser.close();
  await house.close();
}
