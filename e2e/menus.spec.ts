import { Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('The menus of a site', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const open = async (): Promise<void> => {
    await (await visit.person.button('More')).click();
    await visit.person.menuItem('Menus …');
    await visit.person.find('fold-menus-dialog ol li');
  };
  /** What the dialog lists, a blank for every level. */
  const rows = (): Promise<string> =>
    visit.browser.driver.executeScript<string>(
      `return [...document.querySelectorAll('fold-menus-dialog li[data-entry]')]
        .map((one) => ' '.repeat(parseInt(one.style.paddingLeft) / 28) + one.dataset.entry).join('|')`,
    );
  /** What the menu on a leaf lists. */
  const shown = (): Promise<string> =>
    visit.person.inLeaf(
      'wide',
      `const list = (ul) => [...ul.children].map((li) => (li.querySelector(':scope > a, :scope > span')?.textContent ?? '') +
        (li.querySelector(':scope > ul') ? '(' + list(li.querySelector(':scope > ul')) + ')' : '')).join(' ');
      const ul = document.querySelector('header nav ul'); return ul ? list(ul) : ''`,
    );
  const press = async (label: string): Promise<void> =>
    (await visit.person.find(`fold-menus-dialog button[aria-label="${label}"]`)).sendKeys(Key.ENTER);
  const live = async (page: string, css: string): Promise<string> => {
    const { driver } = visit.browser;
    await driver.get(`http://tidewick.localhost:${visit.servers.livePort}${page}`);
    return driver.executeScript<string>(
      `return [...document.querySelectorAll(arguments[0])].map((one) => one.textContent).join(' ')`,
      css,
    );
  };

  it('are sorted and nested by keys and by dragging, seen on the leaves at once, and undone', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    const before = 'Sailings The boats Crew Fares and passes Timetable';
    expect(await shown()).toBe(before);
    await open();
    expect(await axeFindings(browser.driver)).toEqual([]);
    await press('Put Crew under the one before');
    await person.until(async () => (await shown()) === 'Sailings The boats(Crew) Fares and passes Timetable', 'in');
    await press('Move Timetable up');
    await person.until(async () => (await shown()) === 'Sailings The boats(Crew) Timetable Fares and passes', 'up');
    const focused = `return document.activeElement.getAttribute('aria-label')`;
    expect(await browser.driver.executeScript<string>(focused)).toBe('Move Timetable up'); // and goes on from there
    // dragged below the others and to the right: under the last of them
    const from = await person.centre(await person.find('li[data-entry="Sailings"] [cdkDragHandle]'));
    const last = await (await person.find('li[data-entry="Fares and passes"]')).getRect();
    const below = Math.round(last.y + last.height * 0.75);
    await browser.driver
      .actions()
      .move({ ...from, duration: 30 })
      .press()
      .move({ x: from.x + 4, y: from.y + 12, duration: 60 })
      .move({ x: from.x + 30, y: below - 2, duration: 300 })
      .move({ x: from.x + 32, y: below - 1, duration: 100 })
      .release()
      .perform();
    await person
      .until(
        async () => (await rows()) === 'The boats| Crew|Timetable|Fares and passes| Sailings',
        'the drag did not nest it',
      )
      .catch(async (error: unknown) => {
        throw new Error(`${await rows()} · ${String(error).slice(0, 200)}`);
      });
    await person.until(async () => (await shown()) === 'The boats(Crew) Timetable Fares and passes(Sailings)', 'leaf');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    for (let left = 3; left > 0; left--) await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await shown()) === before, 'it is not undone');
    await person.saved();
  });

  it('follow the titles of their pages, or say words of their own', async () => {
    const { person } = visit;
    await person.openPage('tidewick-home');
    await open();
    const fares = await person.find('li[data-entry="Fares and passes"] input');
    expect(await fares.getAttribute('value')).toBe('');
    await fares.sendKeys('What it costs', Key.TAB);
    await person.until(async () => (await shown()).includes('What it costs'), 'its own words are not shown');
    const worded = await person.find('li[data-entry="What it costs"] input');
    await worded.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE, Key.TAB);
    await person.until(async () => (await shown()).includes('Fares and passes'), 'the title is not back');
    await person.keys(Key.ESCAPE);
    await person.saved();
  });

  it('show an entry once its page is live, which both sides say, with the page one is on marked', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    await open();
    expect(await (await person.find('li[data-entry="Fares and passes"]')).getText()).toContain(
      'not shown until it is published',
    );
    await person.choose('[data-add-page]', 'Lost property · /lost-property');
    await person.until(async () => (await rows()).endsWith('|Lost property'), 'the page is not in the menu');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.publish();
    expect(await live('/', 'header nav a')).not.toContain('Lost property');
    await person.openPage('tidewick-lost');
    await person.publish();
    expect(await live('/', 'header nav a')).toContain('Lost property');
    await person.openPage('tidewick-fares');
    await person.publish();
    expect(await live('/fares', 'header nav [aria-current=page]')).toBe('Fares and passes');
    expect(await live('/', 'header nav [aria-current=page]')).toBe('');
    await browser.driver.get(visit.servers.editor);
  });

  it('stand where they are put: a second place shows the same entries, folded as it says', async () => {
    const { person } = visit;
    const page = await person.freshPage('tidewick', 'Two menus', '/two-menus');
    await person.addPart('section');
    await person.addPart('site-menu');
    await person.until(
      () => person.inLeaf<boolean>('wide', `return document.querySelectorAll('main nav li').length >= 5`),
      'the menu shows no entries',
    );
    await person.group('Content');
    await person.choose('p-select:has(#content-folding)', 'scrolling row');
    await person.until(
      () =>
        person.inLeaf<boolean>(
          'phone',
          `const nav = document.querySelector('main nav'); return getComputedStyle(nav).overflowX === 'auto' && !nav.querySelector('button')`,
        ),
      'it does not scroll in a row',
    );
    await (await person.find('[data-edit-menu]')).click();
    await person.find('fold-menus-dialog ol li');
    await (await person.find('#new-menu')).sendKeys('Foot', Key.ENTER);
    await person.until(async () => (await rows()) === '', 'the new menu is not shown');
    await (await person.button('Add a heading')).click();
    await person.until(async () => (await rows()) === 'More', 'no word was added');
    await (await person.find('button[aria-label="Delete the menu Foot"]')).click();
    await person.until(async () => (await rows()).includes('Crew'), 'the other menu is not back');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.saved();
    expect(page).toMatch(/^[\w-]+$/);
  });
});
