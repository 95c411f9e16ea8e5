import { By, Key } from 'selenium-webdriver';
import { home } from '../demo/tidewick';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('Before pages go live', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const toPublish = async (): Promise<void> => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick/publish`);
    await visit.person.find('[data-page]');
  };
  const open = async (page: string): Promise<void> => (await visit.person.find(`[data-page="${page}"]`)).click();
  const differs = async (): Promise<string> => (await visit.person.find('[data-differing]')).getText();
  const at = async (breakpoint: string): Promise<void> =>
    (
      await visit.person.find(
        `fold-one-of [aria-label="Breakpoint"] p-togglebutton:nth-of-type(${['Wide', 'Tablet', 'Phone'].indexOf(breakpoint) + 1})`,
      )
    ).click();
  const type = async (css: string, text: string): Promise<void> =>
    (await visit.person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const stateOf = async (page: string): Promise<string> =>
    (await visit.person.find(`[data-page="${page}"] [data-state]`)).getText();
  const chosen = async (): Promise<string> => (await visit.person.find('[data-confirm] button')).getText();

  it('one sees each before and after, with what differs marked at the breakpoint where it does', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    const title = Object.keys(home.parts).find((id) => home.parts[id]!.tag === 'h1')!;
    await person.store([
      { do: 'set', part: title, field: ['style', 'phone', 'normal', 'color'], value: 'rgb(255, 200, 0)' },
    ]);
    await toPublish();
    await person.until(async () => (await stateOf('tidewick-home')) === '1 change', 'the change is not counted');
    expect(await chosen()).toBe('Publish 4 pages');
    await open('tidewick-home');
    await person.until(async () => (await differs()) === 'No difference is seen at Wide.', await differs());
    await at('Phone');
    await person.until(
      async () => /^\d+ places? looks? different at Phone\.$/.test(await differs()),
      'no difference is seen',
    );
    await (await person.button('Next place')).click();
    const marks = await browser.driver.findElements(By.css('.mark.here'));
    expect(marks.length).toBe(2); // before and after
    const [mark, sheet] = [await marks[1]!.getRect(), await (await person.find('figure:last-child .sheet')).getRect()];
    expect(mark.y - sheet.y).toBeGreaterThan(0);
    expect(mark.width).toBeLessThan(sheet.width);
    expect(await axeFindings(browser.driver)).toEqual([]);
  });

  it('what is too heavy for the budget stops them, unless one says why', async () => {
    const { person } = visit;
    await type('#budget', `100${Key.TAB}`);
    await person.until(
      async () => (await person.find('[data-page="tidewick-fares"]')).getText().then((text) => /1 error/.test(text)),
      'it is not too heavy',
    );
    expect(await (await person.find('[data-page="tidewick-lost"]')).getText()).not.toContain('error'); // it is light
    await open('tidewick-fares');
    await (await person.find('fold-one-of [aria-label="What is shown"] p-togglebutton:nth-of-type(3)')).click();
    expect(await (await person.find('.said')).getText()).toMatch(
      /It weighs 1\d\d kB: .* The budget of the site is 100 kB a page\./,
    );
    expect(await (await person.find('[data-confirm] button')).isEnabled()).toBeFalse();
    await type('#publish-reason', 'The boats are large');
    await person.until(
      async () => (await person.find('[data-confirm] button')).isEnabled(),
      'a reason does not suffice',
    );
  });

  it('they are set for a time, which everybody sees until it is cancelled', async () => {
    const { person, browser } = visit;
    await (await person.find('fold-one-of [aria-label="When"] p-togglebutton:nth-of-type(2)')).click();
    expect(await (await person.find('[data-confirm] button')).isEnabled()).toBeFalse();
    await browser.driver.executeScript(
      `const field = arguments[0]; const day = new Date(Date.now() + 3 * 86400000); day.setMinutes(day.getMinutes() - day.getTimezoneOffset());
       field.value = day.toISOString().slice(0, 16); field.dispatchEvent(new Event('input'));`,
      await person.find('input[type="datetime-local"]'),
    );
    await person.until(async () => (await person.find('[data-confirm] button')).isEnabled(), 'a time does not suffice');
    expect(await chosen()).toBe('Schedule 4 pages');
    expect(await (await person.find('[data-draws]')).getText()).toContain('4 pages');
    await (await person.find('[data-confirm] button')).click();
    const planned = await person.find('[data-planned]');
    expect(await planned.getText()).toMatch(/4 pages will be published .*, set by Ada/);
    // none had a picture to be shared with: each was drawn, and is as large as such cards are (common practice)
    const cards = await browser.driver.executeAsyncScript<number[]>(
      `const [done] = arguments; const json = (path) => fetch('/api/sites/tidewick' + path).then((one) => one.json());
       Promise.all([json(''), json('/pages/tidewick-fares')]).then(([{ site }, { page }]) => {
         const card = site.pictures[page.parts[page.root].content.base.share];
         done(card ? [card.width, card.height] : []);
       })`,
    );
    expect(cards).toEqual([1200, 630]);
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await planned.findElement(By.css('button'))).click();
    await person.until(async () => (await browser.driver.findElements(By.css('[data-planned]'))).length === 0);
  });

  it('a page published by itself has a picture drawn for where it is shared, where none is chosen', async () => {
    const { person, browser, servers } = visit;
    const page = await person.freshPage('tidewick', 'Moorings', '/moorings');
    await person.saved();
    await (await person.button('Publish')).click();
    expect(await (await person.find('[data-draws]')).getText()).toContain('share image');
    await person.goLive();
    await (await person.find('.dialog-actions button')).click();
    await person.noDialog();
    // what is drawn is the page's, and no step of one's own: it is published, and there is nothing to undo
    await person.until(
      async () => (await (await person.button('Undo')).getAttribute('disabled')) !== null,
      'there is something to undo',
    );
    await browser.driver.get(servers.site('tidewick', '/moorings'));
    const status = await browser.driver.executeAsyncScript<number>(
      `const [done] = arguments; const image = document.querySelector('meta[property="og:image"]')?.content ?? '/none';
       fetch(new URL(image, location.href).pathname).then((answer) => done(answer.status))`,
    );
    expect(status).toBe(200);
    await person.openPage(page);
    await (await person.button('Publish')).click();
    await person.find('[data-go-live] button');
    expect(await browser.driver.findElements(By.css('[data-draws]'))).toEqual([]);
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    // it is not among the client's own pictures, and is found where one asks for it
    await browser.driver.get(`${servers.editor}/sites/tidewick/library`);
    await person.find('[data-picture]');
    const isListed = (): Promise<boolean> =>
      browser.driver.executeScript<boolean>(
        'return [...document.querySelectorAll("fold-picture-library figure b")].some((one) => one.textContent === "card-moorings.png")',
      );
    expect(await isListed()).toBeFalse();
    await person.choose('fold-picture-library p-select', 'share image');
    await person.until(isListed, 'it is not found by its tag');
  });

  it('a page with placeholders is published only after a confirmation', async () => {
    const { person, browser, servers } = visit;
    const page = await person.freshPage('tidewick', 'Slipway', '/slipway');
    await person.saved();
    await browser.driver.get(`${servers.editor}/sites/tidewick/publish?only=${page}`);
    const tick = await person.find('#publish-unfinished');
    const go = await person.find('[data-confirm] button');
    expect(await go.isEnabled()).toBeFalse();
    expect(await (await person.find('.go [role=status]')).getText()).toContain('Replace the placeholders');
    await (await person.find('fold-one-of [aria-label="What is shown"] p-togglebutton:nth-of-type(3)')).click();
    expect(await (await person.find('.said')).getText()).toContain('The page is empty.');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await tick.click();
    await person.until(() => go.isEnabled(), 'it can’t be published with a confirmation');
    await go.click();
    await person.until(async () => (await stateOf(page)) === 'No changes', 'it is not live');
  });

  it('of a page that is not chosen one sees what changes with the site', async () => {
    const { person } = visit;
    await person.openPage('tidewick-home');
    await person.store([
      {
        do: 'set',
        on: 'site',
        field: ['elements', 'h1', 'wide', 'normal', 'text-decoration-line'],
        value: 'underline',
      },
    ]);
    await toPublish();
    await (await person.find('[data-publish="tidewick-home"] input')).click();
    await person.find('[data-besides]');
    expect(await chosen()).toBe('Publish 3 pages');
    await open('tidewick-home');
    await person.until(
      async () => /looks? different at Wide/.test(await differs()),
      'the change of the site is not seen',
    );
  });
});
