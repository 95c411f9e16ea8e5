import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('With looks', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  const opened = async (): Promise<void> => {
    await visit.person.chord(Key.ALT, Key.SHIFT, 'e');
    await visit.person.find('fold-looks-dialog .looks');
  };
  const closed = async (): Promise<void> => {
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
  };
  const names = (): Promise<string[]> =>
    visit.browser.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("[data-look][data-saved]")].map((one) => one.dataset.look)',
    );
  const ground = (): Promise<string> => visit.person.computed('wide', 'body', 'background-color');
  const face = (): Promise<string> => visit.person.computed('phone', 'h1', 'font-family');
  const [paper, dark] = ['rgb(253, 250, 243)', 'rgb(20, 27, 31)'];

  it('one saves what the site looks like, and hears why a name cannot be', async () => {
    await opened();
    const field = await visit.person.find('[aria-label="Name of a new look"]');
    await field.sendKeys('Daylight');
    await visit.person.until(
      async () => (await (await visit.person.find('.problem')).getText()).includes('“Daylight” already'),
      'nothing is said of a name that is taken',
    );
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Winter — 冬');
    await visit.person.until(
      async () => (await visit.person.find('[data-save-look] button')).isEnabled(),
      'the look cannot be saved',
    );
    await field.sendKeys(Key.ENTER);
    await visit.person.until(async () => (await names()).includes('Winter — 冬'), 'the look is not saved');
    expect(await names()).toEqual(['Daylight', 'After dark', 'Winter — 冬']);
    const own = await visit.person.find('[aria-label="Name of the look Winter — 冬"]');
    await own.sendKeys(Key.chord(Key.CONTROL, 'a'), 'After dark', Key.TAB);
    await visit.person.until(
      async () => (await (await visit.person.find('[data-look="Winter — 冬"] .problem')).getText()).includes('already'),
      'nothing is said of another look’s name',
    );
    await closed();
    await visit.person.saved();
  });

  it('one sees every page in another look before it is taken, takes it in one step, and undoes it in one', async () => {
    const before = [await ground(), await face()];
    await opened();
    await visit.person.clickHidden('button[aria-label="Apply the look Lamp room …"]');
    await visit.person.find('fold-apply-look-dialog [data-page]');
    const pages = async (): Promise<number> => (await visit.browser.driver.findElements(By.css('[data-page]'))).length;
    await visit.person.until(async () => (await pages()) >= 4, 'not every page is listed');
    await visit.person.until(
      () =>
        visit.browser.driver.executeScript<boolean>(
          `const seen = [...document.querySelectorAll('[data-page] [data-after] iframe')].map((one) => getComputedStyle(one.contentDocument.body).backgroundColor);
          return seen.length > 1 && seen.every((one) => one === 'rgb(21, 25, 28)')`,
        ),
      'the pages are not drawn in the look',
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.button('Apply')).click();
    await visit.person.noDialog();
    await visit.person.until(async () => (await ground()) === 'rgb(21, 25, 28)', 'the look is not taken');
    expect(await face()).toContain('Spline Sans Mono');
    await visit.person.saved();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await ground()) === before[0], 'the look is not undone in one step');
    expect(await face()).toBe(before[1]!);
    await visit.person.saved();
  });

  it('one brings back what the site looked like when a look was saved, whatever was changed since', async () => {
    await visit.person.storeElsewhere([
      { do: 'set', on: 'site', field: ['tokens', 'paper'], value: '#e0f0e0' },
      { do: 'set', on: 'site', field: ['elements', 'h1', 'wide', 'normal', 'font-family'], value: 'monospace' },
      { do: 'set', on: 'site', field: ['elements', 'body', 'wide', 'normal', 'letter-spacing'], value: '2px' },
    ]);
    await visit.person.until(async () => (await ground()) === 'rgb(224, 240, 224)', 'what another set is not heard');
    await opened();
    await visit.person.clickHidden('button[aria-label="Apply the look Daylight …"]');
    await visit.person.until(
      async () => (await (await visit.person.find('[data-apply-says]')).getText()).startsWith('3 values'),
      'it is not said that three values change',
    );
    await (await visit.person.button('Apply')).click();
    await visit.person.until(async () => (await ground()) === paper, 'the look is not back');
    expect(await face()).toContain('Fraunces');
    expect(await visit.person.computed('wide', 'body', 'letter-spacing')).toBe('normal');
    await visit.person.saved();
  });

  it('one sees the leaves as dark pages, and visitors who prefer them get these', async () => {
    await visit.person.chord(Key.ALT, Key.SHIFT, 'q');
    await visit.person.until(async () => (await ground()) === dark, 'the leaves do not become dark');
    expect(await visit.person.computed('phone', 'body', 'background-color')).toBe(dark);
    await (await visit.person.find('[data-dark]')).click();
    await visit.person.until(async () => (await ground()) === paper, 'the leaves stay dark');

    const editor = await visit.browser.driver.getCurrentUrl();
    await visit.browser.driver.get(await visit.person.previewOf('tidewick-home'));
    const live = (): Promise<string> =>
      visit.browser.driver.executeScript<string>('return getComputedStyle(document.body).backgroundColor');
    const prefer = (value: string): Promise<unknown> =>
      visit.browser.driver.sendAndGetDevToolsCommand('Emulation.setEmulatedMedia', {
        features: [{ name: 'prefers-color-scheme', value }],
      });
    expect(await live()).toBe(paper);
    await prefer('dark');
    expect(await live()).toBe(dark);
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await prefer('light');
    expect(await live()).toBe(paper);
    await visit.browser.driver.get(editor);
    await visit.person.ready();
  });

  it('one chooses a typeface in its own letters, which comes with the page that uses it', async () => {
    await visit.person.pick('wide', 'h1', 'Title');
    await visit.person.group('Type');
    await visit.person.clickHidden('[aria-label="Choose a typeface for Wide"]');
    await visit.person.find('fold-faces-dialog');
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-faces-loaded="12"]'))).length === 1,
      'not every typeface is loaded',
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.find('[data-face="Source Serif 4"]')).click();
    await visit.person.noDialog();
    await visit.person.until(async () => (await face()).includes('Source Serif 4'), 'the typeface is not set');
    const inLetters = (): Promise<boolean> =>
      visit.person.inLeaf<boolean>(
        'wide',
        `return [...document.fonts].some((one) => one.family.includes('Source Serif 4') && one.status === 'loaded')`,
      );
    await visit.person.until(inLetters, 'its letters are not loaded');
    await visit.person.saved();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await face()).includes('Fraunces'), 'it is not undone');
    await visit.person.saved();
  });

  it('one binds a ready-made look to dark pages, deletes it, and gets it back', async () => {
    await opened();
    await visit.person.clickHidden('button[aria-label="Lamp room: for dark pages"]');
    await visit.person.until(async () => (await names()).includes('Lamp room'), 'the look is not kept');
    await closed();
    await visit.person.chord(Key.ALT, Key.SHIFT, 'q');
    await visit.person.until(async () => (await ground()) === 'rgb(21, 25, 28)', 'the leaves are not dark with it');
    await opened();
    await visit.person.clickHidden('button[aria-label="Delete the look Lamp room"]');
    await visit.person.until(async () => !(await names()).includes('Lamp room'), 'the look is not deleted');
    await closed();
    await visit.person.until(async () => (await ground()) === paper, 'the leaves stay dark without a look for it');
    expect(await visit.browser.driver.findElements(By.css('[data-dark]'))).toEqual([]);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await ground()) === 'rgb(21, 25, 28)', 'the look does not come back');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await ground()) === dark, 'the former look is not bound again');
    await visit.person.saved();
  });
});
