import { By, Key } from 'selenium-webdriver';
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
  /** The colour a cell's colour field opens at. */
  const opensAt = (leaf: string): Promise<string> =>
    visit.browser.driver.executeScript<string>(
      `const field = document.querySelector('[aria-label="Pick color at ${leaf}"]'); field.dispatchEvent(new PointerEvent('pointerdown')); return new Promise((go) => setTimeout(() => go(field.value), 100))`,
    );

  it('a colour field opens at the colour there is, and what is picked keeps its opacity', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.person.setCell('color', 'wide', '#4d6b3c80');
    await visit.person.until(async () => (await opensAt('Wide')) === '#4d6b3c', 'it opens at another colour');
    await visit.browser.driver.executeScript(
      `const field = document.querySelector('[aria-label="Pick color at Wide"]'); field.value = '#112233'; field.dispatchEvent(new Event('change'))`,
    );
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'h1', 'color')) === 'rgba(17, 34, 51, 0.5)',
      'the picked colour is not half solid',
    );
    await visit.person.until(async () => (await opensAt('Phone')) === '#112233', 'an inherited colour is not shown');
  });

  it('a typeface that the site does not have is taken and a class made, but not without a word', async () => {
    await visit.person.setCell('font-family', 'wide', 'Gorgia, serif');
    await said('“Gorgia” doesn’t come with the site');
    expect(await visit.person.computed('wide', 'h1', 'font-family')).toBe('Gorgia, serif');
    await visit.person.group('Content');
    const classes = await visit.person.find('#content-classes');
    await classes.sendKeys(Key.chord(Key.CONTROL, 'a'), 'nowhere', Key.TAB);
    await said('Created the class “nowhere”');
  });
});
