import { By, Key } from 'selenium-webdriver';
import { visiting } from './visit';

describe('Whole sections', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-fares');
  });
  const sections = (): Promise<string[]> =>
    visit.person.inLeaf<string[]>(
      'wide',
      'return [...document.querySelectorAll("main > [data-part]")].map((one) => one.dataset.part)',
    );
  it('one finds a ready-made section by a word of one’s own and adds it behind the selection', async () => {
    const before = await sections();
    await visit.person.clickOn('wide', 'main > section:nth-of-type(2)');
    await visit.person.selectAround(1);
    await (await visit.person.button('Sections …')).click();
    await (await visit.person.find('[data-sections-search]')).sendKeys('faq');
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-offer]'))).length === 1,
      'the search finds others too',
    );
    await visit.person.until(
      () =>
        visit.browser.driver.executeScript<boolean>(
          'return document.querySelector("[data-offer] iframe")?.contentDocument?.querySelector("details") !== null',
        ),
      'it is not drawn from the real thing',
    );
    await (await visit.person.find('[data-offer="questions-list"] .add')).click();
    await visit.person.noDialog();
    await visit.person.until(async () => (await sections()).length === before.length + 1);
    const after = await sections();
    const made = after.find((one) => !before.includes(one))!;
    expect(after.indexOf(made)).toBe(2);
    expect(await visit.person.inLeaf<number>('phone', 'return document.querySelectorAll("details").length')).toBe(3);
    await visit.person.until(async () => (await (await visit.person.find('.path')).getText()).includes('Questions'));
  });

  it('an item is opened while one works in it, and styled as it is when open', async () => {
    expect(await visit.person.inLeaf<boolean>('wide', 'return document.querySelector("details").open')).toBeFalse();
    const id = await visit.person.inLeaf<string>('wide', 'return document.querySelector("details").dataset.part');
    await visit.person.clickOn('wide', 'details');
    await visit.person.group('Fill');
    await visit.person.state('open');
    await visit.person.setCell('background-color', 'wide', 'rgb(250 240 200)');
    await visit.person.until(
      async () => (await visit.person.computed('tablet', 'details', 'background-color')) === 'rgb(250, 240, 200)',
      'the open item does not show its style',
    );
    expect(await visit.person.inLeaf<boolean>('wide', 'return document.querySelector("details").open')).toBeTrue();
    expect(await visit.person.computed('wide', 'details', 'background-color', 1)).toBe('rgba(0, 0, 0, 0)');
    await visit.person.state('normal');
    await visit.person.until(
      async () => !(await visit.person.inLeaf<boolean>('wide', 'return document.querySelector("details").open')),
      'it stays open',
    );
    await (await visit.person.row(`[data-row="${id}"] + [data-row]`)).click();
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('wide', 'return document.querySelector("details").open'),
      'what it holds cannot be seen',
    );
  });

  it('one asks what a property does and sees it on this very part', async () => {
    await visit.person.inLeaf('wide', 'view.scrollTo(0, 0)'); // clear of the header, which sticks
    await visit.person.pick('wide', 'h1', 'Title');
    await visit.person.group('Type');
    await (await visit.person.find('[data-help="font-size"]')).click();
    const drawn = (): Promise<string[]> =>
      visit.browser.driver.executeScript(
        'return [...document.querySelectorAll("[data-property-help] iframe")].map((one) => one.contentWindow.getComputedStyle(one.contentDocument.querySelector("h1")).fontSize)',
      );
    await visit.person.until(async () => (await drawn()).length === 4);
    expect((await drawn()).slice(0, 3)).toEqual(['56px', '28px', '112px']);
    await (await visit.person.find('[data-property-help] button:not(:disabled)')).click();
    await visit.person.until(async () => (await visit.person.computed('wide', 'h1', 'font-size')) === '28px');
    await visit.person.keys(Key.ESCAPE);
    await visit.person.clickOn('wide', 'h1');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await visit.person.computed('wide', 'h1', 'font-size')) === '56px');
  });

  it('one switches a section off everywhere, keeps it, and has it back', async () => {
    const before = await sections();
    await visit.person.clickOn('wide', 'main > section:nth-of-type(1)');
    await visit.person.selectAround(1);
    await visit.person.chord(Key.ALT, Key.SHIFT, 'k');
    await visit.person.until(async () => (await sections()).length === before.length - 1, 'it is still on the page');
    expect(await (await visit.person.find('fold-outline .off')).getText()).toContain('off');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'k');
    await visit.person.until(
      async () => (await sections()).join() === before.join(),
      'it did not come back to its place',
    );
  });

  it('a folded menu is opened on the phone while one works in it, and only there', async () => {
    const shown = (leaf: 'wide' | 'phone'): Promise<boolean[]> =>
      visit.person.inLeaf<boolean[]>(
        leaf,
        'return ["nav button", "nav a"].map((css) => document.querySelector(css).checkVisibility())',
      );
    await visit.person.clickOn('wide', 'h1');
    await visit.person.until(
      async () => (await shown('phone')).join() === 'true,false',
      'the menu is not folded on the phone',
    );
    expect(await shown('wide')).toEqual([false, true]);
    const link = await visit.person.inLeaf<string>('wide', 'return document.querySelector("nav").dataset.part');
    await (await visit.person.row(`[data-row="${link}"]`)).click();
    await visit.person.until(
      async () => (await shown('phone')).join() === 'true,true',
      'its links cannot be seen on the phone',
    );
    const box = await visit.person.inLeaf<number[]>(
      'phone',
      'const { top, bottom } = document.querySelector("nav a").getBoundingClientRect(); return [top, bottom, view.innerHeight]',
    );
    expect(box[0]! > 0 && box[1]! <= box[2]!)
      .withContext(box.join())
      .toBeTrue();
    await visit.person.group('Type');
    await visit.person.setCell('font-size', 'phone', '21px');
    await visit.person.until(async () => (await visit.person.computed('phone', 'nav a', 'font-size')) === '21px');
    expect(await shown('phone')).toEqual([true, true]);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.until(
      async () => (await shown('phone')).join() === 'true,false',
      'the menu stays open when one goes elsewhere',
    );
  });

  it('one shares a section, and a change of it shows on the other page', async () => {
    await visit.person.clickOn('wide', 'details');
    await visit.person.selectAround(1);
    await visit.person.partMenu('Save or share this section');
    await (await visit.person.find('[data-keep-shared]')).click();
    await (await visit.person.find('button[data-keep], [data-keep] button')).click();
    await visit.person.noDialog();
    await visit.person.find('[data-shared-note]');
    await visit.person.saved();
    await visit.person.openPage('tidewick-lost');
    await (await visit.person.button('Sections …')).click();
    await visit.browser.driver.wait(
      async () =>
        (
          await visit.browser.driver.findElements(
            By.xpath("//li[@data-offer][not(.//b[.='Header' or .='Footer'])]//small[contains(., 'shared')]"),
          )
        ).length === 1,
      40_000,
    );
    await (
      await visit.browser.driver.findElement(
        By.xpath("//li[@data-offer][not(.//b[.='Header' or .='Footer'])][.//small[contains(., 'shared')]]//button"),
      )
    ).click();
    await visit.person.noDialog();
    await visit.person.until(
      async () =>
        (await visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("details").length')) === 3,
    );
    await visit.person.clickOn('wide', 'details');
    await visit.person.group('Content');
    const title = await visit.person.find('#content-text');
    await title.clear();
    await title.sendKeys('Where is my umbrella?', Key.TAB);
    await visit.person.saved();
    await visit.person.openPage('tidewick-fares');
    expect(await visit.person.inLeaf<string>('phone', 'return document.querySelector("summary").textContent')).toBe(
      'Where is my umbrella?',
    );
    await visit.person.publish();
    await visit.person.openPage('tidewick-lost');
    await visit.person.publish();
    await visit.person.clickOn('wide', 'details');
    await visit.person.group('Content');
    await (
      await visit.person.find('#content-text')
    ).sendKeys(Key.chord(Key.CONTROL, 'a'), 'Whose umbrella is this?', Key.TAB);
    await visit.person.saved();
    await (await visit.person.button('Publish')).click();
    await visit.person.until(
      async () => (await (await visit.person.find('[data-publish-others] + ul')).getText()).includes('(/fares)'),
      'it is not said which other live page changes',
    );
    await visit.person.goLive();
    await visit.person.find('[data-live-address]');
    await visit.browser.driver.get(visit.servers.site('tidewick', '/fares'));
    expect(
      await visit.browser.driver.executeScript<string>('return document.querySelector("summary").textContent'),
    ).toBe('Whose umbrella is this?');
    await visit.person.openPage('tidewick-fares');
    await visit.person.clickOn('wide', 'details');
    await visit.person.partMenu('Stop sharing on this page');
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-shared-note]'))).length === 0,
    );
    await visit.person.saved();
  });
});
