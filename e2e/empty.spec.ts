import { By } from 'selenium-webdriver';
import type { LeafName } from './person';
import { visiting } from './visit';

/** What stands where nothing is yet: a blank page invites, an empty box says what it takes. */
describe('Where nothing is yet', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.freshPage('tidewick', 'Empty', '/empty');
  });
  const count = async (css: string): Promise<number> => (await visit.browser.driver.findElements(By.css(css))).length;
  const sections = (leaf: LeafName): Promise<number> =>
    visit.person.inLeaf<number>(leaf, 'return document.querySelectorAll("section").length');

  it('a blank page offers in every leaf what one begins with', async () => {
    await visit.person.find('[data-invite="plan"] button');
    expect(await count('[data-invite="section"]')).toBe(3);
    await (await visit.person.find('[data-leaf="phone"] [data-invite="sections"] button')).click();
    await visit.person.find('[data-sections-search]');
    await (await visit.person.find('.p-dialog-close-button')).click();
    await visit.person.noDialog();
    await (await visit.person.find('[data-leaf="wide"] [data-invite="section"] button')).click();
    await visit.person.until(async () => (await sections('phone')) === 1, 'no section was added');
    await visit.person.until(async () => (await count('[data-invite]')) === 0, 'the invitation stays');
  });

  it('an empty box says what it takes in each leaf, and takes what is added next', async () => {
    const place = await visit.person.find('[data-leaf="wide"] [data-empty]');
    expect(await place.getText()).toBe('Section: empty, takes boxes and widgets');
    expect(await count('[data-empty]')).toBe(3);
    await place.click();
    await visit.person.until(
      () => visit.browser.driver.executeScript<boolean>('return document.activeElement.matches("[data-parts-search]")'),
      'the parts drawer was not led to',
    );
    await visit.person.keys('columns\n');
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('tablet', 'return document.querySelector("section > div") !== null'),
      'nothing was added to the section',
    );
    await visit.person.until(
      async () => (await count('[data-leaf="wide"] [data-empty]')) === 2,
      'two columns are empty',
    );
    expect(await (await visit.person.find('[data-leaf="wide"] [data-empty]')).getText()).toContain('Column: empty');
    await visit.person.saved();
  });
});
