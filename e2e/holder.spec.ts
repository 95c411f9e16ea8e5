import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('Whose values stand in the ledger', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const choose = async (name: string): Promise<void> => {
    await (await visit.person.find('[data-holder]')).click();
    await (
      await visit.person.find(`.p-menu-item-link[aria-label="${name}"], .p-menu [aria-label="${name}"] a`)
    ).click();
    await visit.person.until(
      async () => (await (await visit.person.find('[data-holder]')).getText()).trim() === name,
      `${name} is not shown`,
    );
  };
  const spacings = (leaf: 'wide' | 'phone'): Promise<string[]> =>
    visit.person.inLeaf<string[]>(
      leaf,
      'return [...document.querySelectorAll("h2")].map((one) => getComputedStyle(one).letterSpacing)',
    );
  const cell = async (at: string): Promise<string> => (await visit.person.find(`[data-cell="${at}"] .text`)).getText();

  it('may be every heading: set once it reaches them all, is marked, followed and undone', async () => {
    await visit.person.clickOn('wide', 'h2');
    await visit.person.group('Type');
    const before = await spacings('wide');
    await choose('every h2');
    await visit.person.setCell('letter-spacing', 'wide', '2px');
    await visit.person.setCell('letter-spacing', 'phone', '1px');
    await visit.person.saved();
    expect(await (await visit.person.find('[data-unpublished]')).getText()).toBe('2 changes not live yet');
    await visit.person.until(
      async () => new Set([...(await spacings('wide')), ...(await spacings('phone'))]).size === 2,
      'not every h2 has it',
    );
    expect(await spacings('wide')).toEqual(before.map(() => '2px'));
    expect(await spacings('phone')).toEqual(before.map(() => '1px'));
    expect(await (await visit.person.find('[data-reached]')).getText()).toContain(`Reaches ${before.length} parts`);
    expect((await visit.browser.driver.findElements(By.css('[data-reached-part]'))).length).toBe(
      3 * (before.length - 1),
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.find('[data-reached] .link')).click();
    expect((await (await visit.person.find('[data-holder]')).getText()).trim()).toBe('every h2');

    await choose('this heading');
    expect(await cell('letter-spacing@wide')).toBe('2px');
    await (await visit.person.find('[data-cell="letter-spacing@wide"] ~ button.from')).click();
    expect((await (await visit.person.find('[data-holder]')).getText()).trim()).toBe('every h2');
    await visit.person.clickOn('wide', 'h1');
    expect((await (await visit.person.find('[data-holder]')).getText()).trim()).toBe('this heading');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await spacings('phone')).join() === before.join(), 'it is not undone');
    await visit.person.saved();
  });

  it('may be an element the selection is not, and one that no part of the page is', async () => {
    const { person } = visit;
    const spaced = (): Promise<string[]> =>
      person.inLeaf<string[]>(
        'tablet',
        'return [...document.querySelectorAll("p")].map((one) => getComputedStyle(one).letterSpacing)',
      );
    const other = async (name: string): Promise<void> => {
      await (await person.find('[data-holder]')).click();
      await person.menuItem('Another element …');
      const item = `.p-menu [aria-label="${name}"] a, .p-menu-item-link[aria-label="${name}"]`;
      await (await person.find(item)).click();
      await person.until(async () => (await (await person.find('[data-holder]')).getText()).trim() === name);
    };
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await other('every p');
    await person.setCell('letter-spacing', 'tablet', '3px');
    await person.until(async () => (await spaced()).filter((one) => one === '3px').length > 3, 'no paragraph has it');
    await other('every blockquote');
    expect(await (await person.find('[data-reached]')).getText()).toContain('Reaches no part of this page');
    await person.setCell('letter-spacing', 'wide', '1px');
    await person.until(async () => (await cell('letter-spacing@phone')) === '1px', 'it is not kept');
    await person.chord(Key.CONTROL, 'z');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => !(await spaced()).includes('3px'), 'it is not undone');
    await person.saved();
  });

  it('moves from a part to every part of its tag, and leaves the part in the same step', async () => {
    await visit.person.clickOn('wide', 'h2');
    await visit.person.group('Type');
    await visit.person.setCell('letter-spacing', 'wide', '3px');
    const first = await spacings('wide');
    expect(first.filter((one) => one === '3px').length).toBe(1);
    await visit.person.clickHidden('[aria-label="More for letter-spacing at Wide"]');
    await (await visit.person.find('.p-menu [aria-label="Move to every h2"]')).click();
    await visit.person.find('[data-other-page]');
    expect(await (await visit.person.find('[data-would-change]')).getText()).toContain(
      `would look different: ${first.length - 1} on this page`,
    );
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await visit.person.find('[data-other-page]')).click();
    await visit.person.until(
      () =>
        visit.browser.driver.executeScript<boolean>(
          `const frame = document.querySelector('[data-after] iframe'); const h2 = frame.contentDocument.querySelector('h2');
           return frame.contentWindow.getComputedStyle(h2).letterSpacing === '3px'`,
        ),
      'the other page is not drawn as it would be',
    );
    await (await visit.person.find('[data-apply-change] button')).click();
    await visit.person.until(
      async () => (await spacings('wide')).every((one) => one === '3px'),
      'not every h2 has taken it over',
    );
    expect(await (await visit.person.find('[data-cell="letter-spacing@wide"] ~ button.from')).getText()).toBe('h2');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await spacings('wide')).join() === first.join(), 'it is not undone');
    await visit.person.saved();
  });
});
