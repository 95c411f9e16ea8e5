import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { still } from './still';
import { visiting } from './visit';

describe('Classes', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  /** The letter spacing and the class of the first two second headings. */
  const looks = (): Promise<string[]> =>
    visit.person.inLeaf<string[]>(
      'phone',
      'return [...document.querySelectorAll("h2")].slice(0, 2).map((one) => view.getComputedStyle(one).letterSpacing + " " + [...one.classList].filter((name) => !name.startsWith("_")).join())',
    );
  const shows = (...wanted: string[]): Promise<void> =>
    visit.person.until(async () => (await looks()).join('|') === wanted.join('|'), `not ${wanted.join(' and ')}`);
  /** Selects the first of them, from the top of the page: further down the header lies over it. */
  const selectFirst = async (): Promise<void> => {
    await visit.person.inLeaf('wide', 'view.scrollTo(0, 0)');
    await visit.person.pick('wide', 'h2', 'Heading');
  };
  const dialog = async (): Promise<void> => {
    await visit.person.chord(Key.ALT, Key.SHIFT, 'c');
    await visit.person.find('fold-classes-dialog [data-class]');
  };
  const type = async (text: string, ...keys: string[]): Promise<void> => {
    const field = await visit.person.find('fold-classes-dialog .text');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, ...keys);
  };
  /** Closes the dialog with Escape, after any dialog above it has closed. */
  const closed = async (): Promise<void> => {
    await still(visit.browser.driver);
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
  };
  const names = async (): Promise<string[]> =>
    visit.browser.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("fold-classes-dialog [data-class]")].map((row) => row.dataset.class)',
    );
  const inOrder = (...wanted: string[]): Promise<void> =>
    visit.person.until(
      async () => (await names()).slice(0, wanted.length).join() === wanted.join(),
      `not in the order ${wanted.join()}`,
    );
  const press = async (label: string): Promise<void> => (await visit.person.find(`[aria-label="${label}"]`)).click();
  const stored = (): Promise<object> =>
    visit.browser.driver.executeAsyncScript<object>(
      'fetch("/api/pages/tidewick-home").then((answer) => answer.json()).then(({ site, page }) => arguments[0]({ site, page }))',
    );

  it('are made of what two parts have in common, named once; renamed, ordered, copied, deleted, and all of it undone', async () => {
    const { person } = visit;
    const ids = await person.inLeaf<string[]>(
      'wide',
      'return [...document.querySelectorAll("h2")].slice(0, 2).map((one) => one.dataset.part)',
    );
    await person.store([
      ...ids.flatMap((part) => [
        { do: 'set' as const, part, field: ['style', 'wide', 'normal', 'letter-spacing'] as never, value: '3px' },
        { do: 'set' as const, part, field: ['style', 'phone', 'normal', 'letter-spacing'] as never, value: '1px' },
      ]),
      { do: 'set', part: ids[1]!, field: ['style', 'wide', 'normal', 'text-transform'], value: 'uppercase' },
    ]);
    const before = await stored();
    await shows('1px ', '1px ');
    await selectFirst();
    const second = await person.pointOn('wide', `[data-part="${ids[1]}"]`);
    await visit.browser.driver
      .actions()
      .keyDown(Key.SHIFT)
      .move({ ...second, duration: 20 })
      .press()
      .release()
      .keyUp(Key.SHIFT)
      .perform();

    await dialog();
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await type('1st');
    expect(await (await person.find('fold-classes-dialog [role=alert]')).getText()).toContain(
      'isn’t a valid class name',
    );
    await type('spaced');
    expect(await (await person.find('label[for=takes-values]')).getText()).toContain('2 values');
    await type('spaced', Key.ENTER);
    await shows('1px spaced', '1px spaced');
    await inOrder('spaced', 'plain-link');

    await press('Move spaced down');
    await inOrder('plain-link', 'spaced');
    const handle = async (name: string) =>
      person.centre(
        await person.find(`[data-class="${name}"] [pReorderableRowHandle], [data-class="${name}"] .pi-bars`),
      );
    await person.drag(await handle('spaced'), await handle('boxed'));
    await person.until(async () => (await names()).indexOf('spaced') >= 4, 'the row was not dragged down');
    await person.chord(Key.CONTROL, 'z');
    await inOrder('plain-link', 'spaced');
    const name = await person.find('[aria-label="Name of spaced"]');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'card', Key.TAB);
    expect(await (await person.find('fold-classes-dialog [role=alert]')).getText()).toContain('called “card” already');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'airy', Key.TAB);
    await shows('1px airy', '1px airy');
    await press('Duplicate airy');
    await inOrder('plain-link', 'airy-2', 'airy');
    await press('Delete airy');
    const detail = await person.find('[data-class-detail]');
    expect(await detail.getText()).toContain('used by 2 parts on 1 page');
    expect(await detail.getText()).toContain('letter-spacing 3px at Wide');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await person.find('[data-delete-class] button')).click();
    await inOrder('plain-link', 'airy-2', 'strong');
    await shows('normal ', 'normal ');
    await closed();
    for (let steps = 0; steps < 5; steps++) await person.chord(Key.CONTROL, 'z');
    await shows('1px ', '1px ');
    await person.saved();
    expect(await stored()).toEqual(before);
  });

  it('are put on a part by typing, taken off by ticking, and made from a cell’s value', async () => {
    const { person } = visit;
    await selectFirst();
    await dialog();
    await type('mea');
    await person.until(async () => (await names()).join() === 'measure', 'not only that one is listed');
    await type('measure', Key.ENTER);
    await shows('1px measure', '1px ');
    await (await person.find('[data-class="measure"] .on input')).click();
    await shows('1px ', '1px ');
    await closed();

    await person.group('Type');
    await person.clickHidden('[aria-label="More for letter-spacing at Phone"]');
    await person.menuItem('Move to a new class');
    const name = await person.find('#class-name');
    await name.sendKeys('tight', Key.ENTER);
    await person.noDialog();
    await person.until(
      async () => (await (await person.find('[data-holder]')).getText()).trim() === 'class tight',
      'the class is not shown',
    );
    expect(await (await person.find('[data-reached]')).getText()).toContain('and none of any other page');
    await shows('3px tight', '1px '); // the part's own value at Wide wins over any class
    await person.chord(Key.CONTROL, 'z');
    await shows('1px ', '1px ');
    await person.saved();
  });

  it('are offered where parts set the same, and take the place of what equals them', async () => {
    const { person } = visit;
    const ids = await person.inLeaf<string[]>(
      'wide',
      'return [...document.querySelectorAll("h2")].slice(0, 3).map((one) => one.dataset.part)',
    );
    const same = (part: string, at: string, value: string) =>
      ({ do: 'set', part, field: ['style', at, 'normal', 'letter-spacing'] as never, value }) as const;
    await person.store([{ do: 'set', part: ids[1]!, field: ['style', 'wide', 'normal', 'text-transform'] }]);
    await dialog();
    const offered = (words: string): By =>
      By.xpath(`//*[@data-alike]//li[contains(., 'Where would you')]//button[contains(., '${words}')]`);
    await visit.browser.driver.findElement(offered('Select them')).click();
    await type('pair', Key.ENTER);
    await shows('1px pair', '1px pair');
    await closed();
    await person.store([same(ids[2]!, 'wide', '3px'), same(ids[2]!, 'phone', '1px')]);
    await dialog();
    await visit.browser.driver
      .findElement(By.xpath("//*[@data-alike]//button[contains(., 'Use the class pair')]"))
      .click();
    await person.until(
      () => person.inLeaf<boolean>('phone', 'return document.querySelectorAll("h2.pair").length === 3'),
      'the third has not got the class',
    );
    await closed();
    for (let steps = 0; steps < 2; steps++) await person.chord(Key.CONTROL, 'z');
    await person.saved();
  });

  it('that are deleted show first what would look different, before and after', async () => {
    const { person } = visit;
    const radius = (): Promise<string> => person.computed('wide', '.card', 'border-top-left-radius');
    await dialog();
    const before = await radius();
    expect(before).not.toBe('0px');
    await press('Delete card');
    await (await person.find('[data-foresee-delete] button')).click();
    const says = By.css('[data-would-change]');
    await person.until(
      async () => /would look different: \d+ on this page/.test(await visit.browser.driver.findElement(says).getText()),
      'it is not said what would look different',
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (
      await visit.browser.driver.findElement(By.xpath("//fold-would-change-dialog//button[normalize-space()='Delete']"))
    ).click();
    await person.until(async () => (await radius()) === '0px', 'it is not deleted');
    await closed();
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await radius()) === before, 'it is not undone');
    await person.saved();
  });

  it('say on which other pages they are used, and lead there', async () => {
    const { person } = visit;
    await dialog();
    await (await person.find('[data-class="card"] .used button')).click();
    const other = await person.find('[data-class-detail] a.link');
    expect(await other.getText()).toMatch(/\(\d+\)$/);
    expect(await other.getAttribute('href')).toMatch(/\/pages\/tidewick-/);
    const drawn = await visit.person.find('[data-class-detail] [data-used-by]');
    await person.until(
      () =>
        visit.browser.driver.executeScript<boolean>(
          `const part = arguments[0].dataset.usedBy; const frame = arguments[0].querySelector('iframe');
          return frame?.contentDocument.querySelector('[data-part="' + part + '"]')?.classList.contains('card') === true`,
          drawn,
        ),
      'it is not drawn where it is used',
    );
    await drawn.click();
    await person.noDialog();
    expect((await (await person.find('[data-holder]')).getText()).trim()).toBe('class card');
  });
});
