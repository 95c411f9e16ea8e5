import { Key } from 'selenium-webdriver';
import { visiting } from './visit';

describe('Nothing is lost', () => {
  const visit = visiting(async ({ hands }) => {
    await hands.signIn('ada@studio.example', 'paper-and-ink');
    await hands.openPage('tidewick-fares');
  });

  const title = (): Promise<string> =>
    visit.hands.inLeaf<string>('wide', 'return document.querySelector("h1").textContent');

  it('when the server is killed in the middle of typing: what was saved is there, what came after is sent when it is back', async () => {
    await visit.hands.openText('wide', 'h1');
    await visit.hands.keys('Saved before the cut');
    await visit.hands.until(async () => (await title()) === 'Saved before the cut');
    await visit.browser.driver.sleep(400);
    await visit.hands.saved();
    await visit.house.kill();
    await visit.hands.keys(Key.END, ', typed after it');
    await visit.hands.until(
      async () => (await visit.hands.saveState()) === 'waiting',
      'the bar did not say that edits wait',
    );
    await visit.hands.keys(Key.ESCAPE);
    await visit.house.startAgain();
    await visit.hands.saved();
    await visit.browser.driver.navigate().refresh();
    await visit.hands.ready();
    expect(await title()).toBe('Saved before the cut, typed after it');
  });

  it('when the tab is closed while the server is away: the edits are sent on the next visit', async () => {
    await visit.house.kill();
    await visit.hands.write('wide', 'h1', 'Made while nobody answered');
    await visit.hands.until(async () => (await visit.hands.saveState()) === 'waiting');
    await visit.browser.driver.executeScript('window.stop()');
    await visit.browser.driver.get('about:blank').catch(() => undefined);
    await visit.browser.driver
      .switchTo()
      .alert()
      .accept()
      .catch(() => undefined);
    await visit.house.startAgain();
    await visit.hands.openPage('tidewick-fares');
    await visit.hands.until(async () => (await title()) === 'Made while nobody answered');
    await visit.hands.saved();
  });

  it('when a page is open in two tabs: each sees what the other does', async () => {
    const first = await visit.browser.driver.getWindowHandle();
    await visit.browser.driver.switchTo().newWindow('tab');
    await visit.hands.openPage('tidewick-fares');
    const second = await visit.browser.driver.getWindowHandle();
    await visit.hands.write('wide', 'h1', 'From the second tab');
    await visit.hands.saved();
    await visit.browser.driver.switchTo().window(first);
    await visit.hands.until(async () => (await title()) === 'From the second tab', 'the first tab did not hear of it');
    await visit.hands.clickOn('wide', 'h1');
    await visit.hands.group('Type');
    await visit.hands.setCell('font-size', 'wide', '61px');
    await visit.hands.saved();
    await visit.browser.driver.switchTo().window(second);
    await visit.hands.until(
      async () => (await visit.hands.computed('wide', 'h1', 'font-size')) === '61px',
      'the second tab did not hear of it',
    );
    expect(await title()).toBe('From the second tab');
  });
});
