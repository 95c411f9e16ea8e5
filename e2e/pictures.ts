import { Key } from 'selenium-webdriver';
import { openBrowser, picture, sizeTo } from './browser';
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
try {
  await browser.driver.get(`${house.editor}/sign-in`);
  await hands.find('#email');
  await shoot('sign-in');
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
  await hands.group('Fill');
  await shoot('ledger-fill');
  await hands.clickOn('wide', 'article img');
  await hands.group('Content');
  await shoot('ledger-content');
  await (await hands.find('#content-picture')).click();
  await shoot('pictures');
  await hands.keys(Key.ESCAPE);
  await browser.driver.sleep(600);

  await hands.inLeaf('wide', 'view.scrollTo(0, 0)');
  await (await hands.button('Open Phone')).click();
  await shoot('leaf-open');
  await (await hands.button('Open Phone')).click();
  await hands.ready();
  await browser.driver.sleep(800);
  const from = await hands.centre(await hands.find('[data-add="text"]'));
  const to = await hands.pointOn('wide', 'h1', 0.5, 0.9);
  await browser.driver.actions().move(from).press().move({ x: from.x + 10, y: from.y }).move({ ...to, duration: 150 }).perform();
  await shoot('drop-mark');
  await hands.keys(Key.ESCAPE);
  await browser.driver.actions().release().perform();

  await browser.driver.actions({ async: true }).move(await hands.pointOn('wide', 'h1')).contextClick().perform();
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
  await hands.setCell('font-size', 'wide', '80px');
  await hands.setCell('color', 'phone', '#f3c98b');
  await (await hands.button('Publish')).click();
  await shoot('publish');
  await (await hands.button('Not yet')).click();
  await browser.driver.sleep(600);
  await hands.setCell('line-height', 'tablet', 'tall');
  await shoot('bad-value');
  await hands.keys(Key.ESCAPE);

  await browser.driver.get(house.site('tidewick'));
  await browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
  await shoot('live');
  await browser.driver.executeScript('window.scrollTo(0, 560)');
  await shoot('live-further');
  await sizeTo(browser.driver, 390, 844);
  await browser.driver.get(house.site('tidewick'));
  await shoot('live-phone');
} finally {
  await browser.close();
  await house.close();
}
