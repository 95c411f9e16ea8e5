import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import * as z from 'zod';
import { axeFindings } from './axe';
import { still } from './still';
import { visiting } from './visit';

describe('With tokens', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  const cellMenu = async (cell: string, item: string): Promise<void> => {
    await visit.browser.driver.executeScript(
      `document.querySelector('[data-cell="' + arguments[0] + '"]').closest('fold-ledger-cell').querySelector('.menu').click()`,
      cell,
    );
    await visit.person.menuItem(item);
  };
  const cell = (name: string): Promise<string> =>
    visit.browser.driver.executeScript<string>(
      `return document.querySelector('[data-cell="' + arguments[0] + '"] .text').textContent`,
      name,
    );
  const opened = async (): Promise<void> => {
    await visit.person.chord(Key.ALT, Key.SHIFT, 'x');
    await visit.person.find('.tokens');
  };
  const tab = async (name: string): Promise<void> =>
    (await visit.browser.driver.findElement(By.xpath(`//*[@role='tab'][normalize-space()='${name}']`))).click();
  /** Closes the dialog with Escape, after any dialog above it has closed. */
  const closed = async (): Promise<void> => {
    await still(visit.browser.driver);
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
  };
  const typedIn = async (label: string, text: string): Promise<void> => {
    const field = await visit.person.find(`[aria-label="${label}"]`);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text === '' ? Key.DELETE : text, Key.TAB);
  };
  const sizes = async (): Promise<string[]> =>
    Promise.all((['wide', 'tablet', 'phone'] as const).map((leaf) => visit.person.computed(leaf, 'h1', 'font-size')));

  it('one makes one of what is set at each breakpoint, and nothing looks different', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    const before = await sizes();
    await cellMenu('font-size@wide', 'Make it a token');
    await (await visit.person.find('#token-name')).sendKeys('Big');
    expect(await (await visit.person.find('#token-name-problem')).getText()).toContain('valid token name');
    await (await visit.person.find('#token-name')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'title', Key.ENTER);
    await visit.person.noDialog();
    await visit.person.until(async () => (await cell('font-size@wide')) === 'var(--title)');
    expect(await cell('font-size@phone')).toBe('var(--title)');
    expect(await sizes()).toEqual(before);
    await visit.person.saved();
  });

  it('one changes, renames and names one by another: every place follows, on all leaves', async () => {
    await opened();
    await typedIn('title at Phone', '31px');
    await typedIn('Name of title', 'heading');
    await visit.person.until(async () => (await sizes())[2] === '31px');
    await typedIn('Name of a new token', 'small');
    await typedIn('Value of the new token', '29px');
    await (await visit.person.find('[data-create-token] button')).click();
    await visit.person.find('[data-token="small"]');
    await typedIn('heading at Tablet', 'var(--small)');
    await visit.person.until(async () => (await sizes())[1] === '29px');
    await typedIn('small at Wide', 'var(--heading)');
    await visit.person.until(async () =>
      (await (await visit.person.find('[data-token="small"] [role=alert]')).getText()).includes(
        'small → heading → small',
      ),
    );
    await typedIn('small at Wide', '29px');
    await closed();
    expect(await cell('font-size@wide')).toBe('var(--heading)');
    await visit.person.saved();
  });

  it('one takes every place that says the same colour, types a token by its name, and sees what it says', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.browser.driver.executeScript(`document.querySelector('[data-cell="line-height@wide"]').focus()`);
    const field = await visit.person.find('input[aria-label="line-height at Wide"]');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'var(--small)', Key.ENTER);
    await visit.person.until(async () => (await visit.person.computed('wide', 'h1', 'line-height')) === '29px');
    expect(
      await visit.browser.driver.executeScript<string>(
        `return document.querySelector('[data-cell="line-height@wide"]').textContent`,
      ),
    ).toContain('= 29px');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await cell('line-height@wide')) === '1.02');
    await visit.person.saved();
  });

  it('one types two sizes with an arrow, which runs from this screen to the narrowest', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    const typed = async (value: string): Promise<void> => {
      await visit.browser.driver.executeScript(`document.querySelector('[data-cell="font-size@wide"]')?.focus()`);
      const field = await visit.person.find('input[aria-label="font-size at Wide"]');
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
    };
    await typed('80px -> 2rem');
    expect(await (await visit.person.find('fold-ledger-cell .problem')).getText()).toContain('one unit');
    await typed('80 → 40');
    await visit.person.until(async () => (await cell('font-size@wide')) === '80px → 40px');
    const [wide, tablet, phone] = (await sizes()).map(Number.parseFloat);
    expect(wide).toBeCloseTo(80, 1);
    expect(phone).toBeCloseTo(40, 1);
    expect(tablet).toBeCloseTo(40 + (40 * (820 - 390)) / (1280 - 390), 0);
    expect(
      await visit.browser.driver.executeScript<string>(
        `return document.querySelector('[data-cell="font-size@tablet"]').textContent`,
      ),
    ).toContain(`= ${Math.round(tablet! * 10) / 10}px`);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await cell('font-size@wide')) === 'var(--heading)');
    await visit.person.saved();
  });

  it('one sees which colours can be read on which, and sets the nearest that passes', async () => {
    await opened();
    await typedIn('Name of a new token', 'fog');
    await typedIn('Value of the new token', '#9a9a9a');
    await (await visit.person.find('[data-create-token] button')).click();
    await visit.person.find('[data-token="fog"]');
    await tab('Contrast');
    const pair = await visit.person.find('[data-pair="fog on paper"]');
    expect(await pair.getText()).toContain('fails');
    await pair.click();
    await (await visit.person.button('Set fog to it')).click();
    await visit.person.until(async () =>
      (await (await visit.person.find('[data-pair="fog on paper"]')).getText()).endsWith('AA'),
    );
    await closed();
    await visit.person.saved();
  });

  it('one deletes one, which says first where it is used and what that becomes; other pages follow', async () => {
    await opened();
    await (await visit.person.find('button[aria-label="Delete madder"]')).click();
    const detail = await visit.person.find('[data-token-detail]');
    expect(await detail.getText()).toMatch(/used by 6 parts on 2 pages.*3 places of the site/);
    await visit.person.choose('[data-token-detail]', 'the token ink');
    await (await visit.person.find('[data-delete-token] button')).click();
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-token="madder"]'))).length === 0,
    );
    await closed();
    await visit.person.saved();
    await visit.person.openPage('tidewick-timetable');
    const inks = await visit.person.inLeaf<string[]>(
      'wide',
      `return [...new Set([...document.querySelectorAll('main p')].map((one) => view.getComputedStyle(one).color))]`,
    );
    expect(inks).not.toContain('rgb(140, 47, 57)');
    expect(inks).toContain('rgb(34, 51, 59)');
    await visit.person.openPage('tidewick-home');
  });

  it('one deletes one for a value that is typed, hears why it cannot be, and undoes it', async () => {
    const sands = (): Promise<number> =>
      visit.person.inLeaf<number>(
        'wide',
        `return [...document.querySelectorAll('section')].filter((one) => view.getComputedStyle(one).backgroundColor === 'rgb(224, 224, 255)').length`,
      );
    await opened();
    await (await visit.person.find('button[aria-label="Delete sand"]')).click();
    const field = await visit.person.find('[data-token-detail] input.typed');
    await field.sendKeys('var(--nowhere)');
    await (await visit.person.find('[data-delete-token] button')).click();
    await visit.person.find('.p-toast-message');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '#e0e0ff');
    await (await visit.person.find('[data-delete-token] button')).click();
    await visit.person.until(async () => (await sands()) > 0, 'what names it does not look like the value');
    await closed();
    await visit.person.saved();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await sands()) === 0, 'it is not undone');
    await visit.person.saved();
  });

  it('one makes a scale of type, sees it in the site’s faces at each breakpoint, and saves it in one step', async () => {
    const drawn = (): Promise<string[]> =>
      visit.browser.driver.executeScript<string[]>(
        `const inside = document.querySelector('fold-scales iframe').contentDocument;
        return [...inside.querySelectorAll('h2')].map((one) => getComputedStyle(one).fontSize)`,
      );
    const column = (at: number): Promise<string[]> =>
      visit.browser.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('fold-scales tbody tr')].map((row) => row.children[arguments[0]].textContent.trim() + 'px')`,
        at,
      );
    const names = (): Promise<string[]> =>
      visit.browser.driver.executeScript<string[]>(
        'return [...document.querySelectorAll("[data-token]")].map((one) => one.dataset.token)',
      );
    await opened();
    const before = (await names()).length;
    await tab('Scales');
    await visit.person.find('fold-scales iframe');
    await visit.person.until(async () => (await drawn()).length === 9, 'the sizes are not drawn');
    expect(await drawn()).toEqual(await column(1));
    expect(
      await visit.browser.driver.executeScript(
        `return getComputedStyle(document.querySelector('fold-scales iframe').contentDocument.querySelector('h2')).fontFamily`,
      ),
    ).toContain('Fraunces');
    await visit.browser.driver.executeScript(
      `[...document.querySelectorAll('fold-scales .drawn p-togglebutton')].find((one) => one.textContent.includes('Phone')).click()`,
    );
    await visit.person.until(
      async () => (await drawn()).join() === (await column(3)).join(),
      'the sizes of the phone are not drawn',
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.find('[data-take-scale] button')).click();
    await visit.person.until(
      async () => (await (await visit.person.find('fold-scales .takes')).getText()).includes('9 created'),
      'it is not said that they are made',
    );
    await tab('Values');
    await visit.person.until(async () => (await names()).length === before + 9, 'the tokens are not there');
    await closed();
    await visit.person.saved();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.saved();
    await opened();
    expect((await names()).length).toBe(before);
    await closed();
  });

  it('one saves them as a file, and takes one in after a look at what it changes, as one step of undo', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'fold-tokens-'));
    await visit.browser.driver.sendDevToolsCommand('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
    });
    await opened();
    await tab('File');
    await (await visit.person.find('[data-save-tokens] button')).click();
    await visit.person.until(async () => readdirSync(folder).some((name) => name.endsWith('.tokens.json')));
    const saved: unknown = JSON.parse(readFileSync(join(folder, readdirSync(folder)[0]!), 'utf8'));
    expect(z.record(z.string(), z.unknown()).parse(saved)['heading']).toEqual(
      jasmine.objectContaining({ $type: 'dimension', $value: { value: 76, unit: 'px' } }),
    );

    const path = join(folder, 'brand.json');
    const file = await visit.browser.driver.findElement(By.css('input[aria-label="File of tokens"]'));
    writeFileSync(path, '{ "brand": { "$type": "color", "$value": "{sea}" } }');
    await file.sendKeys(path);
    await visit.person.until(async () =>
      (await (await visit.person.find('fold-token-file [role=alert]')).getText()).includes('names {sea}'),
    );
    writeFileSync(
      path,
      JSON.stringify({
        brand: { $type: 'color', sea: { $value: '#336699' }, ink: { $value: '{brand.sea}' } },
        small: { $type: 'dimension', $value: { value: 21, unit: 'px' } },
        odd: { $type: 'gradient', $value: [] },
      }),
    );
    await file.sendKeys(path);
    const plan = await visit.person.find('[data-token-plan]');
    expect(await plan.getText()).toContain('2 new, 1 changed, 0 the same as here, 1 left out');
    await (await visit.person.find('[data-take-tokens] button')).click();
    await visit.person.until(async () => (await sizes())[1] === '21px');
    await closed();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await sizes())[1] === '29px');
    await visit.person.saved();
  });

  it('what is published says them by their names, at each breakpoint', async () => {
    await visit.person.publish();
    await visit.browser.driver.get(visit.servers.site('tidewick', '/'));
    const said = await visit.browser.driver.executeScript<Record<string, string>>(
      `const style = getComputedStyle(document.documentElement); return { heading: style.getPropertyValue('--heading'), title: style.getPropertyValue('--title'), size: getComputedStyle(document.querySelector('h1')).fontSize }`,
    );
    expect(said).toEqual({ heading: '76px', title: '', size: '76px' });
  });
});
