import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('A type', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const leaves = ['wide', 'tablet', 'phone'] as const;
  const written = (css: string): Promise<string[]> =>
    Promise.all(
      leaves.map(async (leaf) =>
        [
          await visit.person.computed(leaf, css, 'font-size'),
          await visit.person.computed(leaf, css, 'line-height'),
          await visit.person.computed(leaf, css, 'font-weight'),
        ].join(' '),
      ),
    );
  const chosen = async (): Promise<string[]> =>
    Promise.all(
      (await visit.browser.driver.findElements(By.css('[data-type-at]'))).map(async (one) =>
        (await one.getText()).trim(),
      ),
    );
  const choose = async (leaf: string, item: string): Promise<void> => {
    await (await visit.person.find(`[data-type-at="${leaf}"]`)).click();
    await visit.person.menuItem(item);
  };
  let before: string[] = [];

  it('is made of a title’s values at every breakpoint, and nothing looks different', async () => {
    const { person } = visit;
    await person.pick('wide', 'h1', 'Title');
    await person.group('Type');
    before = await written('h1');
    expect(await chosen()).toEqual(['none', 'none', 'none']);
    await choose('wide', 'Make a type of these values …');
    const name = await person.find('#type-name');
    await name.sendKeys('Big title');
    await person.until(async () => (await (await person.find('[role=alert]')).getText()).includes('valid token name'));
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'title', Key.ENTER);
    await person.noDialog();
    await person.until(async () => (await chosen()).join() === 'title,title,title', 'the title does not have it');
    expect(await written('h1')).toEqual(before);
    await person.saved();
  });

  it('is set on another heading in one step, and changed for both', async () => {
    const { person } = visit;
    await person.pick('wide', 'main h2', 'Heading');
    const [item] = await itemsOf('wide', /^title/);
    await person.menuItem(item!);
    await person.until(async () => (await written('main h2')).join() === before.join(), 'it does not look so');
    await person.chord(Key.ALT, Key.SHIFT, 'x');
    const size = await person.find('[aria-label="title-font-size at Phone"]');
    await size.sendKeys(Key.chord(Key.CONTROL, 'a'), '33px', Key.TAB);
    await person.until(async () => (await person.computed('phone', 'h1', 'font-size')) === '33px');
    await person.until(async () => (await person.computed('phone', 'main h2', 'font-size')) === '33px');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
  });

  it('is renamed and deleted as one, and undone step by step', async () => {
    const { person } = visit;
    const name = await person.find('[aria-label="Name of the type title"]');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'opening', Key.TAB);
    await person.until(async () => (await chosen()).every((one) => one === 'opening'), 'it is not renamed');
    const looked = await written('h1');
    await (
      await person.find('[aria-label="Delete the type opening"] button, [aria-label="Delete the type opening"]')
    ).click();
    await person.until(async () => (await chosen()).every((one) => one === 'none'), 'it is not deleted');
    expect(await written('h1')).toEqual(looked);
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    for (let step = 0; step < 5; step++) await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await written('h1')).join() === before.join(), 'it is not as it was');
    await person.until(async () => !(await visit.browser.driver.getPageSource()).includes('data-type='), '');
    await person.saved();
  });

  const itemsOf = async (leaf: string, like: RegExp): Promise<string[]> => {
    await (await visit.person.find(`[data-type-at="${leaf}"]`)).click();
    await visit.person.find('li[role=menuitem]');
    return (await visit.person.textsOf('li[role=menuitem]')).filter((one) => like.test(one));
  };
});
