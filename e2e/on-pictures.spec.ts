import { By, Key, type WebElement } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('A picture on a page', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const picture = 'main section:nth-of-type(2) img';
  const says = (leaf: 'wide' | 'phone', property: string): Promise<string> =>
    visit.person.computed(leaf, picture, property);
  const becomes = (leaf: 'wide' | 'phone', property: string, what: RegExp | string): Promise<void> =>
    visit.person.until(
      async () => {
        const value = await says(leaf, property);
        return typeof what === 'string' ? value === what : what.test(value);
      },
      `${property} does not become ${String(what)} on ${leaf}`,
    );
  const slipAt = (place: number, css: string): Promise<WebElement> =>
    visit.person.find(`[data-slip="object-position"] .cells:nth-of-type(${place}) ${css}`);

  it('is cropped where it says which picture it is: another ratio, nearer, by dragging and by keys', async () => {
    const { person, browser } = visit;
    await person.clickOn('wide', picture);
    await person.group('Content');
    await (await person.find('[data-crop-at="wide"]')).click();
    await (await slipAt(1, '[data-choice="1/1"]')).click();
    await becomes('wide', 'aspect-ratio', '1 / 1');
    const seen = await slipAt(1, '[data-crop]');
    await browser.driver.actions().move({ origin: seen }).press().move({ origin: seen, x: 25 }).release().perform();
    await becomes('wide', 'object-position', /^([6-9]\d|100)% 50%$/);
    const zoom = await slipAt(1, '[aria-label="Zoom at Wide"]');
    await browser.driver.executeScript('arguments[0].focus()', zoom);
    await person.keys(...Array.from({ length: 10 }, () => Key.ARROW_RIGHT));
    await becomes('wide', 'object-view-box', /^inset\(/);
    await browser.driver.executeScript('arguments[0].focus()', await slipAt(1, '[data-crop]'));
    await person.chord(Key.SHIFT, Key.ARROW_UP);
    await becomes('wide', 'object-position', /% 40%$/);
    expect(await axeFindings(browser.driver)).toEqual([]);
    await person.saved();
  });

  it('is cropped otherwise on a phone, and as before there once that is undone', async () => {
    const { person } = visit;
    const before = await says('phone', 'object-position');
    await (await slipAt(3, '[data-uncrop]')).click();
    await becomes('phone', 'object-view-box', 'none');
    await becomes('phone', 'object-position', '50% 50%');
    expect(await says('wide', 'object-view-box')).toMatch(/^inset/);
    await person.chord(Key.CONTROL, 'z');
    await becomes('phone', 'object-view-box', /^inset/);
    expect(await says('phone', 'object-position')).toBe(before);
    await person.saved();
  });

  it('gets a caption in a figure, in one step, which says what the library says of it', async () => {
    const { person, browser } = visit;
    const inPage = (css: string): Promise<number> =>
      person.inLeaf<number>('wide', `return document.querySelectorAll('${css}').length`);
    const box = `const { left, width, height } = document.querySelector('${picture}').getBoundingClientRect(); return [left, width, height].map(Math.round).join(' ')`;
    const before = await person.inLeaf<string>('wide', box);
    await person.clickOn('wide', picture);
    await person.partMenu('Add a caption');
    await person.until(
      async () => (await inPage('main figure img, main figure > figcaption:last-child')) === 2,
      'there is no caption',
    );
    expect(await person.inLeaf<string>('wide', box)).toBe(before);
    await person.openText('wide', 'main figcaption');
    await person.chord(Key.CONTROL, 'a');
    await person.keys('The evening boat', Key.ESCAPE);
    await person.until(
      async () =>
        (await person.inLeaf<string>('phone', `return document.querySelector('main figcaption').textContent`)) ===
        'The evening boat',
      'the phone says something else',
    );
    await person.saved();
    expect(await axeFindings(browser.driver)).toEqual([]);
  });

  it('may come from the stock, with whose it is', async () => {
    const { person, browser, servers } = visit;
    await person.clickOn('wide', picture);
    await person.group('Content');
    await (await person.find('#content-picture')).click();
    await (
      await person.find('[data-places]')
    )
      .findElement(By.xpath(".//*[normalize-space()='Stock pictures']"))
      .click();
    await (await person.find('[data-stock-search]')).sendKeys('lavender');
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-stock]'))).length === 1,
      'the stock shows others',
    );
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-stock] button')).click();
    await person.noDialog();
    await person.until(
      async () =>
        (await person.inLeaf<string>('wide', `return document.querySelector('${picture}').currentSrc`)).includes(
          '.avif',
        ),
      'it is not shown, or not in the lightest form',
    );
    await person.saved();
    await browser.driver.get(`${servers.editor}/sites/tidewick/library`);
    await (await person.find('[aria-label="Show Lavender"]')).click();
    expect(await (await person.find('#picture-credit')).getAttribute('value')).toMatch(/^\w+ \w+$/);
    const made = await (await person.find('fold-picture-details table')).getText();
    for (const kind of ['AVIF', 'WebP', 'JPEG']) expect(made).toContain(kind);
    expect(await axeFindings(browser.driver)).toEqual([]);
  });
});
