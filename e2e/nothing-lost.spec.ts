import { Key } from 'selenium-webdriver';
import { openBrowser, type Opened } from './browser';
import { Hands } from './hands';
import { House } from './house';

describe('Nothing is lost', () => {
  let house: House;
  let browser: Opened;
  let hands: Hands;

  beforeAll(async () => {
    house = await House.open();
    browser = await openBrowser();
    hands = new Hands(browser.driver, house);
    await hands.signIn('ada@studio.example', 'paper-and-ink');
    await hands.openPage('tidewick-fares');
  }, 120_000);
  afterAll(async () => {
    await browser.close();
    await house.close();
  });

  const title = (): Promise<string> => hands.inLeaf<string>('wide', 'return document.querySelector("h1").textContent');

  it('when the server is killed in the middle of typing: what was saved is there, what came after is sent when it is back', async () => {
    await hands.clickOn('wide', 'h1', 2);
    await hands.keys('Saved before the cut');
    await hands.until(async () => (await title()) === 'Saved before the cut');
    await browser.driver.sleep(400);
    await hands.saved();
    await house.kill();
    await hands.keys(Key.END, ', typed after it');
    await hands.until(async () => (await hands.saveState()) === 'waiting', 'the bar did not say that edits wait');
    await hands.keys(Key.ESCAPE);
    await house.startAgain();
    await hands.saved();
    await browser.driver.navigate().refresh();
    await hands.ready();
    expect(await title()).toBe('Saved before the cut, typed after it');
  });

  it('when the tab is closed while the server is away: the edits are sent on the next visit', async () => {
    await house.kill();
    await hands.clickOn('wide', 'h1', 2);
    await hands.keys('Made while nobody answered');
    await hands.keys(Key.ESCAPE);
    await hands.until(async () => (await hands.saveState()) === 'waiting');
    await browser.driver.executeScript('window.stop()');
    await browser.driver.get('about:blank').catch(() => undefined);
    await browser.driver.switchTo().alert().accept().catch(() => undefined);
    await house.startAgain();
    await hands.openPage('tidewick-fares');
    await hands.until(async () => (await title()) === 'Made while nobody answered');
    await hands.saved();
  });

  it('when a page is open in two tabs: each sees what the other does', async () => {
    const first = await browser.driver.getWindowHandle();
    await browser.driver.switchTo().newWindow('tab');
    await hands.openPage('tidewick-fares');
    const second = await browser.driver.getWindowHandle();
    await hands.clickOn('wide', 'h1', 2);
    await hands.keys('From the second tab');
    await hands.keys(Key.ESCAPE);
    await hands.saved();
    await browser.driver.switchTo().window(first);
    await hands.until(async () => (await title()) === 'From the second tab', 'the first tab did not hear of it');
    await hands.clickOn('wide', 'h1');
    await hands.group('Type');
    await hands.setCell('font-size', 'wide', '61px');
    await hands.saved();
    await browser.driver.switchTo().window(second);
    await hands.until(async () => (await hands.computed('wide', 'h1', 'font-size')) === '61px', 'the second tab did not hear of it');
    expect(await title()).toBe('From the second tab');
  });
});
