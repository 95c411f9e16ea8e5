import { By, Key, type WebElement } from 'selenium-webdriver';
import { planted } from '@core/document/sections/planting';
import { standardBreakpoints } from '@core/document/breakpoint';
import { blankSite } from '@core/document/site';
import { axeFindings } from './axe';
import { visiting } from './visit';

const section = planted(
  { ...blankSite('s', 'S', 'site'), breakpoints: [...standardBreakpoints] },
  {
    kind: 'section',
    holds: [
      {
        kind: 'container',
        name: 'Ferry card',
        holds: [
          { kind: 'heading', content: { text: 'The morning boat' } },
          { kind: 'text', content: { text: 'Sails at eight' } },
          { kind: 'button', content: { text: 'Fares', link: '/fares' } },
        ],
      },
    ],
  },
  (kind) => `ferry-${kind}`,
);

describe('An own part', () => {
  let page: string;
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    page = await person.freshPage('tidewick', 'Boats', '/boats');
    await person.store([{ do: 'insert', parent: 'root', index: 0, ...section }]);
  });
  const titles = (): Promise<string[]> =>
    visit.person.inLeaf('wide', 'return [...document.querySelectorAll("main h2")].map((one) => one.innerText.trim())');
  const cards = '[data-part="ferry-section"] > div';
  const isSaying = (all: readonly string[]): Promise<void> =>
    visit.person.until(async () => (await titles()).join('|') === all.join('|'), `it does not say ${all.join(', ')}`);
  const isFocused = (element: WebElement): Promise<boolean> =>
    visit.browser.driver.executeScript('return document.activeElement === arguments[0]', element);
  const chooseCard = async (): Promise<void> => {
    await visit.person.pick('wide', `${cards}:first-child h2`, 'Heading');
    await visit.person.selectAround(-2);
  };

  it('is made of a box by its menu, stands among the parts one adds, and is added by a press and by a drag', async () => {
    const { person, browser } = visit;
    await chooseCard();
    await person.partMenu('Keep as an own part');
    const name = await person.find('#own-name');
    expect(await name.getAttribute('value')).toBe('Ferry card');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await name.sendKeys(Key.ENTER);
    await person.noDialog();
    const own = await person.find('[data-add-own]');
    expect(await own.getText()).toBe('Ferry card');
    await own.click();
    await isSaying(['The morning boat', 'The morning boat']);
    await person.drag(await person.centre(own), await person.pointOn('wide', `${cards}:last-child`, 0.5, 0.99));
    await isSaying(['The morning boat', 'The morning boat', 'The morning boat']);
    await person.chord(Key.CONTROL, 'z');
    await isSaying(['The morning boat', 'The morning boat']);
    await person.pick('wide', `${cards}:first-child h2`, 'Heading');
    expect(await (await person.find('[data-shared-note]')).getText()).toContain('own part: Ferry card');
  });

  it('is written in one place for all; what may differ each use says for itself, resets, or says for all', async () => {
    const { person, browser } = visit;
    await person.write('wide', `${cards}:first-child h2`, 'The boat at eight');
    await isSaying(['The boat at eight', 'The boat at eight']);
    await person.pick('wide', `${cards}:last-child h2`, 'Heading');
    await person.group('Content');
    await (await person.find('[data-differs="text"]')).click();
    await person.until(
      async () => (await (await person.find('[data-differs="text"]')).getText()) === 'each its own',
      'it is the same in all still',
    );
    await person.write('wide', `${cards}:last-child h2`, 'The boat at nine');
    await isSaying(['The boat at eight', 'The boat at nine']);
    expect(await person.texts(`${cards}:last-child h2`)).toEqual(Array<string>(3).fill('The boat at nine'));
    await person.isSelected('Heading');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-as-all="text"]')).click();
    await isSaying(['The boat at eight', 'The boat at eight']);
    await person.chord(Key.CONTROL, 'z');
    await isSaying(['The boat at eight', 'The boat at nine']);
    await person.isSelected('Heading');
    await (await person.find('[data-for-all="text"]')).click();
    await isSaying(['The boat at nine', 'The boat at nine']);
    await person.chord(Key.CONTROL, 'z');
    await isSaying(['The boat at eight', 'The boat at nine']);
    await person.saved();
    await person.openPage(page);
    await isSaying(['The boat at eight', 'The boat at nine']);
  });

  it('is written slowly, paragraph by paragraph, in one use while the other keeps its words', async () => {
    const { person } = visit;
    await person.pick('wide', `${cards}:last-child p`, 'Text');
    await person.group('Content');
    await (await person.find('[data-differs="text"]')).click();
    await person.openText('wide', `${cards}:last-child p`);
    await person.keys('Sails at nine');
    await person.stored('Sails at nine');
    await person.keys(Key.ENTER);
    await person.keys('and at noon');
    await person.stored('and at noon');
    await person.keys(' on Sundays');
    await person.keys(Key.ESCAPE);
    await person.saved();
    const said = (): Promise<string[]> =>
      person.inLeaf('phone', 'return [...document.querySelectorAll("main p")].map((one) => one.innerText)');
    const all = ['Sails at eight', 'Sails at nine', 'and at noon on Sundays'];
    await person.until(async () => (await said()).join('|') === all.join('|'), 'it is not written there alone');
    await person.openPage(page);
    expect(await said()).toEqual(all);
    await person.pick('wide', `${cards}:last-child p`, 'Text');
    await person.group('Content');
    await (await person.find('[data-as-all="text"]')).click();
    await person.until(async () => (await said()).join('|') === 'Sails at eight|Sails at eight', 'it is not reset');
  });

  it('has a slot once one is named, into which one use gets what the other has not', async () => {
    const { person } = visit;
    await chooseCard();
    await person.group('Content');
    await (await person.find('#content-slot')).sendKeys('Below', Key.TAB);
    await person.saved();
    await chooseCard();
    await (await person.find('[data-add="heading"]')).click();
    await person.until(async () => (await titles()).length === 3, 'nothing is put in it');
    const counts = (): Promise<number[]> =>
      person.inLeaf(
        'phone',
        `return [...document.querySelectorAll('[data-part="ferry-section"] > div')].map((one) => one.children.length)`,
      );
    await person.until(async () => (await counts()).join() === '4,3', 'the other has it, too');
    await person.chord(Key.ALT, Key.SHIFT, 'd');
    await person.until(async () => (await counts()).join() === '5,3', 'it is not copied there');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await counts()).join() === '4,3', 'the copy stays');
  });

  it('is set free where it stands by itself from then on, renamed, and removed only once nothing uses it', async () => {
    const { person, browser } = visit;
    await chooseCard();
    await person.partMenu('Set this use of “Ferry card” free');
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-shared-note]'))).length === 0,
      'no',
    );
    await person.write('wide', `${cards}:first-child p`, 'Sails when it is full');
    const said = await person.texts(`${cards}:last-child p`);
    expect(said).toEqual(Array<string>(3).fill('Sails at eight'));
    await (await person.button('Sections …')).click();
    await (await person.find('[data-sections-search]')).sendKeys('Ferry');
    await (await person.button('Rename Ferry card')).click();
    const field = await person.find('[data-rename-field]');
    await person.until(() => isFocused(field), 'the name is not to be typed');
    await person.keys('Boat card');
    await person.keys(Key.ENTER);
    await person.until(async () => (await (await person.find('[data-add-own]')).getText()) === 'Boat card', 'no name');
    const search = await person.find('[data-sections-search]');
    await search.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Boat');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.button('Remove Boat card')).click();
    await person.until(
      async () => (await (await person.find('.p-toast')).getText()).includes('still has this own part'),
      'it is not said that it is used',
    );
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.saved();
  });
});
