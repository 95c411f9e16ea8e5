import { By, Key } from 'selenium-webdriver';
import { openBrowser, picture, quitBrowsers } from './browser';
import { Person } from './person';
import { Servers } from './servers';
import { still } from './still';

/** Draws the pictures of docs/screenshots anew, from the demo: `npm run pictures`. */
const servers = await Servers.open();
const browser = await openBrowser();
const person = new Person(browser.driver, servers);
const shoot = async (name: string): Promise<void> => {
  await still(browser.driver);
  await picture(browser.driver, `docs/screenshots/${name}.png`);
};
/** Opens a tab of the ledger, whatever number stands beside its word. */
const tab = (word: string): Promise<unknown> =>
  browser.driver.executeScript(
    '[...document.querySelectorAll(".groups [role=tab]")].find((one) => one.textContent.trim().startsWith(arguments[0])).click()',
    word,
  );
try {
  await browser.driver.get(`${servers.editor}/sign-in`);
  await person.find('#email');
  await person.signIn('ada@studio.example', 'paper-and-ink');
  await person.publishSeveral('tidewick', ['tidewick-fares', 'tidewick-lost', 'tidewick-timetable'], 'The whole site');
  await browser.driver.get(`${servers.editor}/`);
  await person.find('fold-page-drawing');
  await shoot('clients');
  await browser.driver.get(`${servers.editor}/sites/tidewick`);
  await person.find('table');
  await shoot('desk');
  await browser.driver.get(`${servers.editor}/`);
  await (await person.button('New client')).click();
  await (await person.find('#client-name')).sendKeys('Salt Works');
  await shoot('new-client');
  for (const name of ['Winter fares', 'Winter timetable'])
    await person.publishSeveral('tidewick', ['tidewick-fares', 'tidewick-timetable'], name);
  await browser.driver.get(`${servers.editor}/sites/tidewick/releases`);
  await person.find('[data-release="3"]');
  await shoot('releases');
  await browser.driver.get(`${servers.editor}/sites/tidewick/remarks`);
  await person.find('fold-remark-card');
  await shoot('remarks');
  await browser.driver.get(`${servers.editor}/sites/tidewick/library`);
  await (await person.button('Show boat.png')).click();
  await person.find('[data-used]');
  await shoot('library');
  await browser.driver.get(`${servers.editor}/sites/tidewick/take-away`);
  await person.find('[data-save-plain] button');
  await shoot('take-away');

  await person.openPage('tidewick-home');
  await person.clickOn('wide', 'h1');
  await person.group('Type');
  await shoot('workbench');
  await person.clickOn('wide', 'article img');
  await person.group('Content');
  await shoot('ledger-content');

  await person.chord(Key.ALT, Key.SHIFT, 'x');
  await person.find('.tokens');
  await shoot('tokens');
  await person.keys(Key.ESCAPE);
  await person.noDialog();
  await person.chord(Key.ALT, Key.SHIFT, 'e');
  await person.find('fold-looks-dialog fold-page-drawing');
  await still(browser.driver);
  await shoot('looks');
  await person.keys(Key.ESCAPE); // the hint of what happens to lie under the pointer
  await person.keys(Key.ESCAPE);
  await person.noDialog();

  await person.openPage('tidewick-fares');
  await person.clickOn('wide', '._cols h2');
  await person.selectAround(4);
  await person.group('Place');
  await shoot('ledger-place');
  await person.clickOn('wide', 'section:nth-of-type(4) h3');
  await person.inLeaf('wide', 'view.scrollBy(0, 300)');
  await person.selectAround(2);
  await person.group('Flow');
  await shoot('ledger-flow');
  await person.openPage('tidewick-home');
  await person.clickOn('wide', 'h1');
  await (await person.button('Sections …')).click();
  await still(browser.driver);
  await shoot('sections');
  await person.keys(Key.ESCAPE);
  await person.noDialog();
  await tab('First screen');
  await (await person.find('[data-unroll]')).click();
  await person.find('[data-first-screen="phone"] [data-line]');
  await shoot('first-screen');
  await person.openPage('tidewick-timetable');
  await (await person.find('[data-sweep]')).click();
  await tab('Findings');
  await browser.driver.wait(
    async () => (await (await person.find('[data-sweep-state]')).getAttribute('data-state')) === 'done',
    120_000,
  );
  await browser.driver.wait(
    async () => (await (await person.find('[data-findings]')).getAttribute('data-state')) === 'done',
    60_000,
  );
  await shoot('sweep');
  await (await person.find('[data-refit]')).click();
  await browser.driver.wait(
    async () => (await browser.driver.findElements(By.css('[data-refit-state="shown"]'))).length === 1,
    120_000,
  );
  await shoot('refit');
  await person.openPage('tidewick-home');

  await person.clickOn('wide', 'h1');
  await person.group('Type');
  await person.setCell('font-size', 'wide', '80px');
  await person.setCell('color', 'phone', '#f3c98b');
  await person.saved();
  await browser.driver.get(`${servers.editor}/sites/tidewick/publish`);
  await (await person.find('[data-page="tidewick-home"]')).click();
  await browser.driver.wait(
    async () => (await (await person.find('[data-differing]')).getText()).includes('look'),
    60_000,
  );
  await (await person.button('Next place')).click();
  await shoot('publish');

  await browser.driver.get(servers.site('tidewick'));
  await browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
  await shoot('live');
} finally {
  await browser.close();
  await servers.close();
  await quitBrowsers();
}
