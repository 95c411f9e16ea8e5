import { By, Key } from 'selenium-webdriver';
import type { AnyEdit } from '../core/document/edits/site-edit';
import type { StyleMap } from '../core/document/style-map';
import { visiting } from './visit';

const part = (
  kind: string,
  tag: string,
  base: Record<string, unknown>,
  style: StyleMap = {},
  children: string[] = [],
) => ({ ...{ kind, tag, children, classes: [], style, content: { base }, attributes: {} } });
const rust = '#7a2f1d';
const heading: StyleMap = {
  wide: { normal: { 'font-size': '31px', color: rust } },
  phone: { normal: { 'font-size': '23px' } },
};
const card: StyleMap = {
  wide: { normal: { 'padding-top': '26px', 'padding-left': '26px', 'background-color': '#efe3cd' } },
  phone: { normal: { 'padding-top': '13px', 'padding-left': '13px' } },
};
const cards = ['one', 'two', 'three'];

/** A page built wide with everything set by hand, part by part. */
const byHand: AnyEdit[] = [
  {
    do: 'insert',
    parent: 'root',
    index: 0,
    root: 'opening',
    parts: {
      opening: part('section', 'section', {}, { wide: { normal: { 'padding-top': '40px', 'row-gap': '40px' } } }, [
        ...cards,
        'last',
      ]),
      ...Object.fromEntries(
        cards.flatMap((id) => [
          [id, part('container', 'div', {}, card, [`${id}-title`])],
          [`${id}-title`, part('heading', 'h4', { text: `Card ${id}` }, heading)],
        ]),
      ),
      last: part('text', 'p', { text: 'Rust again' }, { wide: { normal: { color: rust } } }),
    },
  },
];

describe('A page with everything set by hand is styled once for all', () => {
  let page: string;
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    page = await person.freshPage('tidewick', 'By hand', '/by-hand');
    await person.store(byHand);
  });
  const stored = (): Promise<{ page: unknown; site: unknown }> =>
    visit.browser.driver.executeAsyncScript(
      'fetch("/api/pages/" + arguments[0]).then((answer) => answer.json()).then(({ site, page }) => arguments[1]({ site, page }))',
      page,
    );
  const looks = (): Promise<string[]> =>
    Promise.all(
      (['wide', 'tablet', 'phone'] as const).map((leaf) =>
        visit.person.inLeaf<string>(
          leaf,
          `return [...document.querySelectorAll('[data-part]')].map((one) => { const style = getComputedStyle(one); return [one.localName, style.fontSize, style.color, style.paddingTop, style.paddingLeft, style.backgroundColor].join(' '); }).join('; ')`,
        ),
      ),
    );
  const sameLook = async (): Promise<void> =>
    visit.person.until(async () => (await looks()).join() === hand.join(), 'something looks different');
  /** What parts of the page have of their own. */
  const own = async (ids: readonly string[]): Promise<unknown[]> => {
    const { page: now } = (await stored()) as { page: { parts: Record<string, { style: unknown }> } };
    return ids.map((id) => now.parts[id]!.style);
  };
  const moveAll = async (leaf: string, to: string): Promise<void> => {
    await (await visit.person.find(`[data-own="${leaf}"]`)).click();
    await visit.person.menuItem(to);
    await visit.person.until(
      async () => (await (await visit.person.find('[data-would-change]')).getText()).includes('different'),
      'it is not said what would look different',
    );
    await (await visit.person.button('Move')).click();
    await visit.person.noDialog();
  };
  let before: unknown;
  let hand: string[] = [];

  it('headings into the style of every h4, in one step a screen, the other headings with it', async () => {
    const { person } = visit;
    before = await stored();
    hand = await looks();
    await person.pick('wide', '[data-part=one-title]', 'Heading');
    await person.group('Type');
    await moveAll('wide', 'Move to every h4');
    await moveAll('phone', 'Move to every h4');
    await sameLook();
    await person.saved();
    expect(await own(cards.map((id) => `${id}-title`))).toEqual(cards.map(() => ({})));
  });

  it('three cards into one class that is offered for them', async () => {
    const { person } = visit;
    await person.chord(Key.ALT, Key.SHIFT, 'c');
    await person.find('fold-classes-dialog [data-class]');
    await visit.browser.driver
      .findElement(By.xpath(`//*[@data-alike]//li[contains(., 'Container')]//button[contains(., 'Select them')]`))
      .click();
    await (await person.find('fold-classes-dialog .text')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'tray', Key.ENTER);
    await person.until(
      () => person.inLeaf<boolean>('wide', 'return document.querySelectorAll("div.tray").length === 3'),
      'not all three have the class',
    );
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await sameLook();
    await person.saved();
    expect(await own(cards)).toEqual(cards.map(() => ({})));
  });

  it('a colour into a token, wherever it is said', async () => {
    const { person } = visit;
    await person.pick('wide', '[data-part=last]', 'Text');
    await person.group('Type');
    await person.cellMenu('color', 'wide', 'Make it a token …');
    await person.until(
      async () => (await (await person.find('label[for=token-everywhere]')).getText()).includes('the other place'),
      'the other place is not offered',
    );
    const box = await person.find('#token-everywhere');
    if (!(await box.isSelected())) await box.click();
    await (await person.find('#token-name')).sendKeys('rust', Key.ENTER);
    await person.noDialog();
    await sameLook();
    await person.saved();
    expect(JSON.stringify((await own(['last']))[0])).toMatch(/var\(--rust/);
    expect(JSON.stringify((await stored()).site)).toMatch(/"h4":.*"color":"var\(--rust/);
  });

  it('the look swapped; and all of it undone, to the very document', async () => {
    const { person } = visit;
    await person.chord(Key.ALT, Key.SHIFT, 'e');
    await person.clickHidden('button[aria-label="Apply the look Chalk …"]');
    await person.find('[data-apply-says]');
    await person.until(async () => (await person.find('[data-apply-says]')).isDisplayed());
    await (await person.button('Apply')).click();
    await person.noDialog();
    await person.until(async () => (await looks()).join() !== hand.join(), 'the look is not swapped');
    await person.saved();
    await person.until(async () => {
      const undo = await person.button('Undo');
      if ((await undo.getAttribute('disabled')) !== null) return true;
      await undo.click();
      return false;
    }, 'undo does not come to an end');
    await person.saved();
    await sameLook();
    expect(await stored()).toEqual(before as { page: unknown; site: unknown });
  });
});
