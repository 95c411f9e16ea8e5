import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, type WebElement } from 'selenium-webdriver';
import { unheardOf } from './typeface';
import { visiting } from './visit';

describe('Values by eye and by name', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-fares');
  });

  const said = async (words: string): Promise<void> =>
    visit.person.until(
      async () =>
        (
          await visit.browser.driver.findElements(
            By.xpath(`//*[contains(@class, 'p-toast') and contains(., '${words}')]`),
          )
        ).length > 0,
      `“${words}” was not said`,
    );
  /** The colour that is drawn for a breakpoint, as its slip writes it. */
  const drawn = async (place: number): Promise<string> =>
    (await (await slip(place)).findElement(By.css('code'))).getText();
  const slip = async (place: number): Promise<WebElement> => {
    const there = async (): Promise<WebElement[]> => visit.browser.driver.findElements(By.css('fold-colour-slip'));
    await visit.person.until(async () => (await there()).length > place, 'the colour is not drawn');
    return (await there())[place]!;
  };
  const inSlip = async (place: number, css: string): Promise<WebElement> =>
    (await slip(place)).findElement(By.css(css));
  const paints = async (colour: string): Promise<void> =>
    visit.person.until(
      async () => (await visit.person.computed('wide', 'h1', 'color')) === colour,
      `the title is not ${colour}`,
    );

  it('a colour is drawn as it is at each breakpoint, mixed by keys, and keeps its opacity and notation', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await person.setCell('color', 'wide', '#4d6b3c80');
    await (await person.find('[data-cell="color@wide"]')).click();
    await person.find('fold-ledger-cell .field[aria-label="color at Wide"]');
    await person.chord(Key.ALT, Key.ARROW_DOWN);
    await person.menuItem('Mix the colour');
    await person.until(async () => (await drawn(0)) === '#4d6b3c80', 'it is drawn as another colour');
    expect(await drawn(2)).toBe('#4d6b3c80'); // inherited

    await visit.browser.driver.executeScript(
      'arguments[0].focus()',
      await inSlip(0, '[aria-label="Lightness at Wide"]'),
    );
    await person.keys(...Array<string>(5).fill(Key.ARROW_RIGHT));
    await person.until(async () => (await drawn(0)) !== '#4d6b3c80');
    const lighter = await drawn(0);
    expect(lighter).toMatch(/^#[0-9a-f]{6}80$/);
    await person.until(async () => (await drawn(2)) === lighter, 'the phone does not follow');
    await (await inSlip(0, '[data-notation="hsl"]')).click();
    await person.until(async () => /^hsl\(.* \/ 0\.50?2?\)$/.test(await drawn(0)), 'it is not written as hsl');
    await person.saved();
    await person.keys(Key.ESCAPE);
    await person.until(
      async () => (await visit.browser.driver.findElements(By.css('fold-colour-slip'))).length === 0,
      'Escape does not close it',
    );
    await person.keys(Key.ESCAPE);
  });

  it('a colour is taken from the tokens, from a page, and the nearest that can be read is one click away', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await visit.browser.driver.executeScript(`document.querySelector('[data-mix="color@wide"]').click()`);
    await (await inSlip(0, '[data-slip-token="madder"]')).click();
    await person.until(
      async () => (await (await person.find('[data-cell="color@wide"]')).getText()).includes('var(--madder)'),
      'the token is not named',
    );
    await person.setCell('color', 'wide', '#f0e8d8'); // pale words on pale paper
    await person.until(
      async () => /too little/.test(await (await inSlip(0, '[data-slip-contrast]')).getText()),
      'that it cannot be read is not said',
    );
    await (await inSlip(0, '[data-slip-nearest]')).click();
    await person.until(
      async () => /: enough/.test(await (await inSlip(0, '[data-slip-contrast]')).getText()),
      'the nearest is not enough',
    );

    const button = await visit.browser.driver.executeScript<{ x: number; y: number; colour: string }>(`
      const frame = document.querySelector('[data-leaf="wide"] iframe');
      const [around, scale] = [frame.getBoundingClientRect(), frame.getBoundingClientRect().width / frame.offsetWidth];
      const found = [...frame.contentDocument.querySelectorAll('a')].find((one) => one.textContent === 'Book a crossing'); const box = found.getBoundingClientRect();
      return { x: around.left + (box.left + 6) * scale, y: around.top + (box.top + 6) * scale, colour: getComputedStyle(found).backgroundColor };`);
    await (await inSlip(0, '[data-pick-leaf]')).click();
    await person.find('.fold-picking');
    const { x, y } = { x: Math.round(button.x), y: Math.round(button.y) };
    await visit.browser.driver.actions().move({ x, y }).click().perform();
    await paints(button.colour);
    await person.chord(Key.CONTROL, 'z');
    await person.until(
      async () => (await person.computed('wide', 'h1', 'color')) !== button.colour,
      'undo does not take it back',
    );
    await (await inSlip(0, '[data-pick-leaf]')).click();
    await person.find('.fold-picking');
    await person.keys(Key.ESCAPE);
    await person.until(
      async () => (await visit.browser.driver.findElements(By.css('.fold-picking'))).length === 0,
      'Escape does not end it',
    );
    expect((await visit.browser.driver.findElements(By.css('fold-colour-slip'))).length).toBe(3);
    await visit.browser.driver.executeScript(`document.querySelector('[data-close-slip]').click()`);
  });

  it('shadows are a list with the light dragged, or moved by keys, at each breakpoint', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await person.clickOn('wide', 'h1');
    await person.group('Edge');
    await person.clickHidden('[data-mix="box-shadow@wide"]');
    const inFirst = async (css: string): Promise<WebElement> => person.find(`[data-slip] .cells:nth-of-type(1) ${css}`);
    const shadow = (leaf: 'wide' | 'phone'): Promise<string> => person.computed(leaf, 'h1', 'box-shadow');
    const becomes = async (what: RegExp, words: string): Promise<void> =>
      person.until(async () => what.test(await shadow('wide')), words);
    await (await inFirst('[data-add-shadow]')).click();
    await becomes(/ 0px 4px 16px 0px$/, 'no shadow was added');
    expect(await shadow('phone')).toMatch(/ 0px 4px 16px 0px$/);

    await driver.executeScript('arguments[0].focus()', await inFirst('fold-light-pad'));
    await person.keys(Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP);
    await becomes(/ 0px 7px 16px 0px$/, 'the light does not rise by keys');
    const pad = await inFirst('fold-light-pad');
    await driver.actions().move({ origin: pad }).press().move({ origin: pad, x: -18, y: -18 }).release().perform();
    await becomes(/ (?:19|20|21)px (?:19|20|21)px 16px 0px$/, 'the light is not dragged');

    await (await inFirst('[data-add-shadow]')).click();
    await becomes(/, .* (?:19|20|21)px (?:19|20|21)px 16px 0px$/, 'no second one on top');
    await (await inFirst('[aria-label="Lay shadow 1 at Wide under the next"]')).click();
    await becomes(/^.* (?:19|20|21)px (?:19|20|21)px 16px 0px, .* 0px 4px 16px 0px$/, 'they are not in another order');
    const colour = await inFirst('[aria-label="Colour of shadow 1 at Wide"]');
    for (const unkind of ['inherit', 'rgb(1 2', 'red, 0 0 9px blue', '76 → 42', 'var(--nothing']) {
      await colour.sendKeys(Key.chord(Key.CONTROL, 'a'), unkind, Key.TAB);
      await person.until(async () => (await (await inFirst('.stop')).getText()) !== '', `“${unkind}” is taken`);
    }
    await becomes(
      /^.* (?:19|20|21)px (?:19|20|21)px 16px 0px, .* 0px 4px 16px 0px$/,
      'what was refused changed something',
    );
    await person.saved();
    // moves the page's clock on: edits within a second are merged into one undo step
    await driver.executeScript('const now = Date.now; Date.now = () => now() + 5000');
    await (await inFirst('[aria-label="Remove shadow 2 at Wide"]')).click();
    await (await inFirst('[aria-label="Remove shadow 1 at Wide"]')).click();
    await becomes(/^none$/, 'they are not taken away');
    await person.chord(Key.CONTROL, 'z');
    await becomes(/px/, 'undo does not bring them back');
    await person.keys(Key.ESCAPE);
    await driver.executeScript('document.querySelector("[data-close-slip]")?.click()');
  });

  it('attributes are set in a table that says what each means, and refused with a reason', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Content');
    const name = await person.find('[data-add-attribute] input');
    const attribute = async (of: string): Promise<unknown> =>
      visit.browser.driver.executeScript(
        `return document.querySelector('[data-leaf="wide"] iframe').contentDocument.querySelector('h1').getAttribute(arguments[0])`,
        of,
      );
    const value = async (): Promise<WebElement> => person.find('fold-attributes-table form > input');
    const refusal = async (): Promise<string> => (await person.find('fold-attributes-table .problem')).getText();
    await name.sendKeys('lang');
    await (await value()).sendKeys('plain english', Key.ENTER);
    await person.until(async () => (await refusal()).includes('isn’t a language'), 'a language that is none is taken');
    await (await value()).sendKeys(Key.chord(Key.CONTROL, 'a'), 'en-GB', Key.ENTER);
    await person.until(async () => (await attribute('lang')) === 'en-GB', 'the page has no language');
    await person.find('[data-attribute="lang"]');
    await (await person.find('[data-add-attribute] input')).sendKeys('onclick');
    await (await value()).sendKeys('alert(1)', Key.ENTER);
    await person.until(async () => (await refusal()).includes('Allowed are'), 'a script is taken');
    await (await person.find('[aria-label="Remove lang"]')).click();
    await person.until(async () => (await attribute('lang')) === null, 'it is not taken away');
    expect(await attribute('onclick')).toBeNull();
    await person.saved();
  });

  it('a typeface is uploaded, chosen in its own letters, set on the page, and removed', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    const folder = mkdtempSync(join(tmpdir(), 'fold-faces-'));
    const [face, icons] = [join(folder, 'brine.ttf'), join(folder, 'icons.ttf')];
    writeFileSync(face, await unheardOf());
    writeFileSync(icons, readFileSync(createRequire(import.meta.url).resolve('primeicons/fonts/primeicons.ttf')));
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await person.clickHidden('[aria-label="Choose a typeface for Wide"]');
    const field = await person.find('[data-upload-faces] input[type=file]');
    await field.sendKeys(`${icons}\n${face}`);
    await (await person.find('[data-face="Brine"]')).click();
    await person.noDialog();
    await person.until(
      async () => (await person.computed('phone', 'h1', 'font-family')) === 'Brine, sans-serif',
      'the title is set in something else',
    );
    await person.until(
      () =>
        person.inLeaf<boolean>(
          'wide',
          'return [...document.fonts].some((one) => one.family.includes("Brine") && one.status === "loaded")',
        ),
      'the letters are not there',
    );
    await person.clickHidden('[aria-label="Choose a typeface for Wide"]');
    await person.find('[data-face="Brine"][aria-pressed="true"]');
    await (await person.find('[aria-label^="Remove Brine"]')).click();
    await person.until(
      async () => (await driver.findElements(By.css('[data-face="Brine"]'))).length === 0,
      'it is not removed',
    );
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.saved();
  });

  it('a size is written in another unit, from the menu or by typing the unit, and stays as large', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await person.setCell('font-size', 'wide', '34px');
    const written = async (property: string): Promise<string> =>
      (await person.textsOf(`[data-cell="${property}@wide"]`)).join();
    const large = (): Promise<string> => person.computed('wide', 'h1', 'font-size');
    await person.until(async () => (await large()) === '34px', 'the size is not set');
    await person.cellMenu('font-size', 'wide', 'Write as 2em');
    await person.until(async () => (await written('font-size')).includes('2em'), 'it is not in em');
    expect(await large()).toBe('34px');
    await person.setCell('font-size', 'wide', '%');
    await person.until(async () => (await written('font-size')).includes('200%'), 'it is not in %');
    expect(await large()).toBe('34px');
    await person.setCell('letter-spacing', 'wide', '2px');
    await person.setCell('letter-spacing', 'wide', 'em');
    await person.until(async () => (await written('letter-spacing')).includes('em'), 'it is not in em');
    expect(Number.parseFloat(await person.computed('wide', 'h1', 'letter-spacing'))).toBeCloseTo(2, 2);
    await person.saved();
  });

  it('a typeface that the site does not have is taken and a class made, but not without a word', async () => {
    await visit.person.group('Type');
    await visit.person.setCell('font-family', 'wide', 'Gorgia, serif');
    await said('“Gorgia” doesn’t come with the site');
    expect(await visit.person.computed('wide', 'h1', 'font-family')).toBe('Gorgia, serif');
    await visit.person.group('Content');
    const classes = await visit.person.find('#content-classes');
    await classes.sendKeys(Key.chord(Key.CONTROL, 'a'), 'nowhere', Key.TAB);
    await said('Created the class “nowhere”');
  });
});
