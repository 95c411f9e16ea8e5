import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('Tokens and looks', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  const paper = (): Promise<string> => visit.person.computed('wide', 'body', 'background-color');
  const typeAs = async (label: string, value: string): Promise<void> =>
    (await visit.person.find(`[aria-label="${label}"]`)).sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.TAB);
  const field = async (label: string): Promise<string> =>
    (await (await visit.person.find(`[aria-label="${label}"]`)).getAttribute('value')) ?? '';

  it('stand on screens of the site, changed and undone there without a page open', async () => {
    const { person } = visit;
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick`);
    await (await person.find('.screens a[href$="/tokens"]')).click();
    await typeAs('paper at Wide', '#eef6ff');
    await person.saved();
    await person.until(async () => (await field('paper at Wide')) === '#eef6ff', 'it is not taken');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await visit.browser.driver.executeScript('document.activeElement.blur()');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await field('paper at Wide')) === '#fdfaf3', 'it is not undone');
    await person.saved();
  });

  it('are drawn on the home page, each look with what can be done with it', async () => {
    const { person } = visit;
    await (await person.find('.screens a[href$="/looks"]')).click();
    await person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-look]'))).length >= 5,
      'not all looks are listed',
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (
      await person.find('[aria-label="Apply the look Chalk …"] button, [aria-label="Apply the look Chalk …"]')
    ).click();
    await person.find('fold-apply-look-dialog');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
  });

  it('stand beside the leaves, which go on to be worked in', async () => {
    const { person } = visit;
    await person.openPage('tidewick-home');
    await person.chord(Key.ALT, Key.SHIFT, 'x');
    await typeAs('paper at Wide', '#eef6ff');
    await person.until(async () => (await paper()) === 'rgb(238, 246, 255)', 'the leaves do not follow');
    await person.clickOn('wide', 'h1');
    await person.until(
      async () => (await (await person.find('.path')).getText()).includes('Title'),
      'no part can be selected',
    );
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await paper()) === 'rgb(253, 250, 243)', 'it is not undone');
    expect(await field('paper at Wide')).toBe('#fdfaf3');
    await person.saved();
  });
});
