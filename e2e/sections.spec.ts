import { By, Key } from 'selenium-webdriver';
import { visiting } from './visit';

describe('Whole sections', () => {
  const visit = visiting(async ({ hands }) => {
    await hands.signIn('ada@studio.example', 'paper-and-ink');
    await hands.openPage('tidewick-fares');
  });
  const sections = (): Promise<string[]> =>
    visit.hands.inLeaf<string[]>(
      'wide',
      'return [...document.querySelectorAll("main > [data-part]")].map((one) => one.dataset.part)',
    );
  it('one finds a ready-made section by a word of one’s own and adds it behind the selection', async () => {
    const before = await sections();
    await visit.hands.clickOn('wide', 'main > section:nth-of-type(2)');
    await visit.browser.driver.executeScript('document.querySelector(".path button:nth-of-type(2)").click()');
    await (await visit.hands.button('Sections …')).click();
    await (await visit.hands.find('[data-sections-search]')).sendKeys('faq');
    await visit.hands.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-offer]'))).length === 1,
      'the search finds others too',
    );
    await visit.hands.until(
      () =>
        visit.browser.driver.executeScript<boolean>(
          'return document.querySelector("[data-offer] iframe")?.contentDocument?.querySelector("details") !== null',
        ),
      'it is not drawn from the real thing',
    );
    await (await visit.hands.find('[data-offer="questions-list"] .add')).click();
    await visit.hands.noDialog();
    await visit.hands.until(async () => (await sections()).length === before.length + 1);
    const after = await sections();
    const made = after.find((one) => !before.includes(one))!;
    expect(after.indexOf(made)).toBe(2);
    expect(await visit.hands.inLeaf<number>('phone', 'return document.querySelectorAll("details").length')).toBe(3);
    await visit.hands.until(async () => (await (await visit.hands.find('.path')).getText()).includes('Questions'));
  });

  it('an item is opened while one works in it, and styled as it is when open', async () => {
    expect(await visit.hands.inLeaf<boolean>('wide', 'return document.querySelector("details").open')).toBeFalse();
    const id = await visit.hands.inLeaf<string>('wide', 'return document.querySelector("details").dataset.part');
    await visit.hands.clickOn('wide', 'details');
    await visit.hands.group('Fill');
    await visit.hands.state('open');
    await visit.hands.setCell('background-color', 'wide', 'rgb(250 240 200)');
    await visit.hands.until(
      async () => (await visit.hands.computed('tablet', 'details', 'background-color')) === 'rgb(250, 240, 200)',
      'the open item does not show its style',
    );
    expect(await visit.hands.inLeaf<boolean>('wide', 'return document.querySelector("details").open')).toBeTrue();
    expect(await visit.hands.computed('wide', 'details', 'background-color', 1)).toBe('rgba(0, 0, 0, 0)');
    await visit.hands.state('normal');
    await visit.hands.until(
      async () => !(await visit.hands.inLeaf<boolean>('wide', 'return document.querySelector("details").open')),
      'it stays open',
    );
    await visit.browser.driver.executeScript(
      `document.querySelector('[data-row="${id}"]').nextElementSibling.scrollIntoView()`,
    );
    await (await visit.hands.find(`[data-row="${id}"] + [data-row]`)).click();
    await visit.hands.until(
      () => visit.hands.inLeaf<boolean>('wide', 'return document.querySelector("details").open'),
      'what it holds cannot be seen',
    );
  });

  it('one asks what a property does and sees it on this very part', async () => {
    await visit.hands.until(async () => {
      await visit.hands.inLeaf('wide', 'view.scrollTo(0, 0)'); // clear of the header, which sticks
      await visit.browser.driver.sleep(400);
      await visit.hands.clickOn('wide', 'h1');
      return (await (await visit.hands.find('.path')).getText()).includes('Title');
    }, 'the title is not selected');
    await visit.hands.group('Type');
    await (await visit.hands.find('[data-help="font-size"]')).click();
    const drawn = (): Promise<string[]> =>
      visit.browser.driver.executeScript(
        'return [...document.querySelectorAll("[data-property-help] iframe")].map((one) => one.contentWindow.getComputedStyle(one.contentDocument.querySelector("h1")).fontSize)',
      );
    await visit.hands.until(async () => (await drawn()).length === 4);
    expect((await drawn()).slice(0, 3)).toEqual(['56px', '28px', '112px']);
    await (await visit.hands.find('[data-property-help] button:not(:disabled)')).click();
    await visit.hands.until(async () => (await visit.hands.computed('wide', 'h1', 'font-size')) === '28px');
    await visit.hands.keys(Key.ESCAPE);
    await visit.hands.clickOn('wide', 'h1');
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.until(async () => (await visit.hands.computed('wide', 'h1', 'font-size')) === '56px');
  });

  it('one switches a section off everywhere, keeps it, and has it back', async () => {
    const before = await sections();
    await visit.hands.clickOn('wide', 'main > section:nth-of-type(1)');
    await visit.browser.driver.executeScript('document.querySelector(".path button:nth-of-type(2)").click()');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'k');
    await visit.hands.until(async () => (await sections()).length === before.length - 1, 'it is still on the page');
    expect(await (await visit.hands.find('fold-outline .off')).getText()).toContain('off');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'k');
    await visit.hands.until(
      async () => (await sections()).join() === before.join(),
      'it did not come back to its place',
    );
  });

  it('a folded menu is opened on the phone while one works in it, and only there', async () => {
    const shown = (leaf: 'wide' | 'phone'): Promise<boolean[]> =>
      visit.hands.inLeaf<boolean[]>(
        leaf,
        'return ["nav button", "nav a"].map((css) => document.querySelector(css).checkVisibility())',
      );
    await visit.hands.clickOn('wide', 'h1');
    await visit.hands.until(
      async () => (await shown('phone')).join() === 'true,false',
      'the menu is not folded on the phone',
    );
    expect(await shown('wide')).toEqual([false, true]);
    const link = await visit.hands.inLeaf<string>('wide', 'return document.querySelector("nav a").dataset.part');
    await visit.browser.driver.executeScript(
      'document.querySelector(arguments[0]).scrollIntoView({ block: "center" })',
      `[data-row="${link}"]`,
    );
    await (await visit.hands.find(`[data-row="${link}"]`)).click();
    await visit.hands.until(
      async () => (await shown('phone')).join() === 'true,true',
      'its links cannot be seen on the phone',
    );
    const box = await visit.hands.inLeaf<number[]>(
      'phone',
      'const { top, bottom } = document.querySelector("nav a").getBoundingClientRect(); return [top, bottom, view.innerHeight]',
    );
    expect(box[0]! > 0 && box[1]! <= box[2]!)
      .withContext(box.join())
      .toBeTrue();
    await visit.hands.group('Type');
    await visit.hands.setCell('font-size', 'phone', '21px');
    await visit.hands.until(async () => (await visit.hands.computed('phone', 'nav a', 'font-size')) === '21px');
    expect(await shown('phone')).toEqual([true, true]);
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.clickOn('wide', 'h1');
    await visit.hands.until(
      async () => (await shown('phone')).join() === 'true,false',
      'the menu stays open when one goes elsewhere',
    );
  });

  it('one shares a section, and a change of it shows on the other page', async () => {
    await visit.hands.clickOn('wide', 'details');
    await visit.browser.driver.executeScript('document.querySelector(".path button:nth-of-type(2)").click()');
    await visit.hands.partMenu('Save or share this section');
    await (await visit.hands.find('[data-keep-shared]')).click();
    await (await visit.hands.find('button[data-keep], [data-keep] button')).click();
    await visit.hands.noDialog();
    await visit.hands.find('.shared');
    await visit.hands.saved();
    await visit.hands.openPage('tidewick-lost');
    await (await visit.hands.button('Sections …')).click();
    await visit.browser.driver.wait(
      async () =>
        (await visit.browser.driver.findElements(By.xpath("//li[@data-offer]//small[contains(., 'shared')]")))
          .length === 1,
      40_000,
    );
    await (
      await visit.browser.driver.findElement(By.xpath("//li[@data-offer][.//small[contains(., 'shared')]]//button"))
    ).click();
    await visit.hands.noDialog();
    await visit.hands.until(
      async () =>
        (await visit.hands.inLeaf<number>('wide', 'return document.querySelectorAll("details").length')) === 3,
    );
    await visit.hands.clickOn('wide', 'details');
    await visit.hands.group('Content');
    const title = await visit.hands.find('#content-text');
    await title.clear();
    await title.sendKeys('Where is my umbrella?', Key.TAB);
    await visit.hands.saved();
    await visit.hands.openPage('tidewick-fares');
    expect(await visit.hands.inLeaf<string>('phone', 'return document.querySelector("summary").textContent')).toBe(
      'Where is my umbrella?',
    );
    await visit.hands.publish();
    await visit.hands.openPage('tidewick-lost');
    await visit.hands.publish();
    await visit.hands.clickOn('wide', 'details');
    await visit.hands.group('Content');
    await (
      await visit.hands.find('#content-text')
    ).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Whose umbrella is this?', Key.TAB);
    await visit.hands.saved();
    await (await visit.hands.button('Publish')).click();
    await visit.hands.until(
      async () => (await (await visit.hands.find('[data-publish-others] + ul')).getText()).includes('(/fares)'),
      'it is not said which other live page changes',
    );
    await (await visit.hands.find('[data-go-live] button')).click();
    await visit.hands.find('[data-live-address]');
    await visit.browser.driver.get(visit.house.site('tidewick', '/fares'));
    expect(
      await visit.browser.driver.executeScript<string>('return document.querySelector("summary").textContent'),
    ).toBe('Whose umbrella is this?');
    await visit.hands.openPage('tidewick-fares');
    await visit.hands.clickOn('wide', 'details');
    await visit.hands.partMenu('Stop sharing on this page');
    await visit.hands.until(async () => (await visit.browser.driver.findElements(By.css('.shared'))).length === 0);
    await visit.hands.saved();
  });
});
