import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';
import { still } from './still';

describe('A page frame', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const open = async (): Promise<void> => {
    await (await visit.person.button('More')).click();
    await visit.person.menuItem('Page frames …');
    await visit.person.find('fold-frames-dialog .new');
  };
  const header = `header [data-part$="header-text-3"]`;
  const note = async (): Promise<string> => (await visit.person.find('[data-shared-note]')).getText();
  /** What a leaf shows in order: tags of its sections, those in main behind a dot. */
  const order = (): Promise<string> =>
    visit.person.inLeaf(
      'wide',
      `return [...document.querySelectorAll('body > *, main > *')].map((one) =>
        (one.parentElement.localName === 'main' ? '.' : '') + one.localName).join(' ')`,
    );
  const textOf = (page: string, css: string): Promise<string> =>
    visit.person
      .openPage(page)
      .then(() =>
        visit.person.inLeaf('wide', `return document.querySelector(${JSON.stringify(css)})?.textContent ?? ''`),
      );

  it('is worked on in the leaves like the page itself, says on how many pages it shows, and shows on all of them', async () => {
    const { person } = visit;
    await person.openPage('tidewick-fares');
    expect(await order()).toBe('header main .section .section .section .section footer');
    await person.pick('wide', header, 'Name of the line');
    await person.until(async () => (await note()) === 'page frame: Every page · on 3 pages', 'the frame is not named');
    await person.write('wide', header, 'Tidewick Lines');
    await person.saved();
    expect(await textOf('tidewick-home', header)).toContain('Tidewick Lines');
    expect(await textOf('tidewick-lost', 'header')).not.toContain('Tidewick Lines');
  });

  it('keeps its sections on its pages: none removes, moves or turns one off, and it is said why; all else undoes', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    const before = await order();
    await person.pick('wide', 'footer', 'Footer columns');
    await (
      await browser.driver.findElement(By.xpath(`//*[@class='path']//button[normalize-space()='Footer']`))
    ).click();
    await person.keys(Key.DELETE);
    await person.until(
      async () => (await (await person.find('.p-toast')).getText()).includes('page frame “Every page”'),
      'nothing says why',
    );
    await person.chord(Key.ALT, Key.ARROW_UP);
    expect(await order()).toBe(before);
    await person.addPart('section'); // behind the footer that is selected: the page’s last
    await person.until(async () => (await order()) === before.replace(' footer', ' .section footer'), 'no section');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await order()) === before, 'the section stays');
  });

  it('is chosen for a page, which then has no header of its own, and taken from it by one undo', async () => {
    const { person } = visit;
    await person.openPage('tidewick-lost');
    const before = await order();
    await open();
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await person.choose('.this p-select', 'Every page');
    await person.until(async () => (await order()) === 'header main .section footer', 'the frame is not there');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await order()) === before, 'it stays');
    await person.saved();
  });

  it('is made from a page, taken by others together, changed by keyboard, and deleted once no page has it', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-lost');
    await open();
    await (await person.find('#frame-name')).sendKeys('Side', Key.ENTER);
    const side = (css: string): Promise<unknown> => person.find(`[data-frame="Side"] ${css}`);
    await side('ol');
    expect(await (await person.find('[data-frame="Side"] header small')).getText()).toBe('On one page: Lost property');
    const put = async (page: string): Promise<void> => {
      const details = await person.find('[data-frame="Side"] details');
      if ((await details.getAttribute('open')) === null) await (await details.findElement(By.css('summary'))).click();
      await (await details.findElement(By.xpath(`.//li[contains(., '${page}')]//input`))).sendKeys(Key.SPACE);
    };
    await put('Fares and passes');
    await put('Winter timetable');
    await (await person.find('[data-put-in-frame] button')).click();
    await person.until(
      async () => (await (await person.find('[data-frame="Side"] header small')).getText()).includes('On 3 pages'),
      'the others are not in it',
    );
    const one = (label: string): Promise<void> =>
      person.find(`[data-frame="Side"] button[aria-label="${label}"]`).then((button) => button.sendKeys(Key.ENTER));
    await one('Move Side down');
    await person.until(async () => (await order()).startsWith('main'), 'it still stands above');
    await one('Move Side up');
    await person.until(async () => (await order()).startsWith('header'), 'it still stands below');
    expect(
      await (await person.find('[data-frame="Side"] button[aria-label="Delete Side"]')).getAttribute('disabled'),
    ).not.toBeNull();
    await (await person.find('[data-frame="Side"] .done button')).click();
    await person.until(
      async () =>
        (await (await person.find('[data-frame="Side"] header small')).getText()) === 'On one page: Lost property',
      'the others stay in it',
    );
    await person.choose('.this p-select', 'No page frame');
    await person.until(async () => (await order()).startsWith('main'), 'the frame stays');
    await one('Delete Side');
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-frame="Side"]'))).length === 0,
      'it is not deleted',
    );
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    for (let left = 5; left > 0; left--) await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await order()).startsWith('header'), 'the page’s own header is not back');
    await person.saved();
    await person.openPage('tidewick-fares');
    await person.until(async () => (await order()).endsWith('footer'), 'its frame is not back');
  });

  it('is offered to a new page, which begins in it', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await (await person.button('New page')).click();
    await (await person.find('#page-title')).sendKeys('Harbour tours');
    expect(await (await person.find('.frame')).getText()).toContain('Every page');
    const confirm = await person.find('[data-confirm] button');
    await still(browser.driver);
    await confirm.click();
    await person.ready();
    await person.until(async () => (await order()) === 'header footer', 'it has no frame');
  });
});
