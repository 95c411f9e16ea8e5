import { By, Key } from 'selenium-webdriver';
import { styleEdit } from '../core/document/commands/style';
import { axeFindings } from './axe';
import { blankWith } from './page-of-text';
import { visiting } from './visit';

describe('The values of a group', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.freshPage('tidewick', 'Passes', '/passes');
    await person.store(blankWith('We sail at noon.'));
  });
  const leaves = ['wide', 'tablet', 'phone'] as const;
  const section = 'main section';
  const padded = (): Promise<string[]> =>
    Promise.all(leaves.map((leaf) => visit.person.computed(leaf, section, 'padding')));
  const cell = (name: string): Promise<string> =>
    visit.browser.driver.executeScript(
      `return document.querySelector('[data-cell="' + arguments[0] + '"]').textContent.trim()`,
      name,
    );

  it('become tokens in one step, under names one may change, and look as they did', async () => {
    const { person } = visit;
    const sides = ['padding-top', 'padding-right', 'padding-bottom', 'padding-left'];
    await person.store(
      sides.flatMap((side) => [
        styleEdit('opening', 'wide', 'normal', side, '56px'),
        styleEdit('opening', 'phone', 'normal', side, '22px'),
      ]),
    );
    await person.until(async () => (await padded()).join() === '56px,56px,22px', 'the section is not padded');
    await person.pick('wide', '[data-part=head]', 'Heading');
    await person.selectAround(1);
    await person.group('Space');
    await (await person.find('[data-own="phone"]')).click();
    await person.menuItem('Make the values of Space tokens …');
    await person.find('[data-create-tokens]');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    const name = await person.find(
      '[data-token-of="padding-top"] input[type=text], [data-token-of="padding-top"] input:not([type])',
    );
    expect(await name.getAttribute('value')).toBe('padding');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Wide room');
    await person.until(async () => (await (await person.find('[role=alert]')).getText()).includes('valid token name'));
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'room');
    await (await person.find('[data-create-tokens] button')).click();
    await person.noDialog();
    await person.until(async () => (await cell('padding-top@wide')).includes('var(--room)'), 'no token is named');
    expect(await padded()).toEqual(['56px', '56px', '22px']);
    await person.chord(Key.CONTROL, 'z');
    await person.until(
      async () => !(await cell('padding-top@wide')).includes('var('),
      'one step back is not all of it',
    );
    expect(await padded()).toEqual(['56px', '56px', '22px']);
    expect(await visit.browser.driver.findElements(By.css('.p-dialog'))).toEqual([]);
    await person.saved();
  });
});
