import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { openBrowser, sizeTo, type Opened } from './browser';
import { Person } from './person';
import { visiting } from './visit';

describe('A link for the client, and remarks on it', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  let phone: Opened;
  let ines: Person;
  let address: string;

  beforeAll(async () => {
    phone = await openBrowser();
    ines = new Person(phone.driver, visit.servers);
    await sizeTo(phone.driver, 390, 800);
  });
  afterAll(() => phone.close());

  const type = async (person: Person, css: string, text: string): Promise<void> =>
    (await person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  /** Does something within the page a client sees. */
  const inPage = async <T>(person: Person, what: () => Promise<T>): Promise<T> => {
    await person.driver.switchTo().frame(await person.find('fold-sized-frame iframe'));
    try {
      return await what();
    } finally {
      await person.driver.switchTo().defaultContent();
    }
  };
  const copied = async (): Promise<string> => {
    const { driver } = visit.browser;
    await driver.executeScript(
      'window.copied = ""; navigator.clipboard.writeText = (text) => { window.copied = text; return Promise.resolve(); }',
    );
    await (await visit.person.button('Copy the link For Ines')).click();
    await visit.person.until(() => driver.executeScript<boolean>('return window.copied !== ""'));
    return driver.executeScript<string>('return window.copied');
  };

  it('is made on the desk, with a word', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    await (await person.button('More')).click();
    await person.menuItem('Links for the client');
    await (await person.button('New link')).click();
    await type(person, '#link-name', 'For Ines');
    await type(person, '#link-word', 'low tide');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-confirm] button')).click();
    await person.find('[data-link="For Ines"]');
    await person.noDialog();
    expect(await axeFindings(browser.driver)).toEqual([]);
    address = await copied();
    expect(address).toContain('/shown#');
  });

  it('opens on a phone without an account, asking for the word', async () => {
    await ines.driver.get(address);
    await type(ines, '#word', 'high tide');
    await (await ines.button('Open')).click();
    expect(await (await ines.find('[role=alert]')).getText()).toBe('This isn’t the password.');
    expect(await axeFindings(ines.driver)).toEqual([]);
    await type(ines, '#word', 'low tide');
    await (await ines.button('Open')).click();
    await inPage(ines, () => ines.find('h1'));
    expect(await axeFindings(ines.driver)).toEqual([]);
    const page = await (await ines.find('header p-select')).getRect(); // wide enough to be read, within 390 px
    expect(page.width).toBeGreaterThanOrEqual(140);
    expect(page.x + page.width).toBeLessThanOrEqual(390);
  });

  it('takes a remark on the part that is pointed at, at the breakpoint it is seen at', async () => {
    await (await ines.button('Add a remark')).click();
    await inPage(ines, async () => {
      await ines.until(async () => {
        await ines.driver.findElement(By.css('h1')).click();
        return true;
      });
    });
    await type(ines, '#remark-words', 'The title is too small on my phone.');
    await type(ines, '#remark-by', 'Ines of the harbour');
    expect(await axeFindings(ines.driver)).toEqual([]);
    await (await ines.button('Send')).click();
    const card = await ines.find('fold-remark-card');
    expect(await card.getText()).toContain('Phone');
    expect(await axeFindings(ines.driver)).toEqual([]);
  });

  it('takes one by keys alone', async () => {
    await (await ines.button('Page')).click();
    await (await ines.button('Add a remark')).sendKeys(Key.ENTER);
    await inPage(ines, async () => {
      await ines.until(async () => (await ines.driver.findElements(By.css('[style*=crosshair]'))).length > 0);
      await ines.driver.actions().sendKeys(Key.TAB, Key.TAB, Key.TAB, Key.TAB, Key.TAB, Key.ENTER).perform();
    });
    await type(ines, '#remark-words', 'Is this the right date?');
    // a phone drops the tab: the link is opened anew, with the word
    await ines.driver.navigate().refresh();
    await type(ines, '#word', 'low tide');
    await (await ines.button('Open')).click();
    expect(await (await ines.find('#remark-words')).getAttribute('value')).toBe('Is this the right date?');
    await (await ines.button('Send')).click();
    await ines.until(async () => (await ines.driver.findElements(By.css('fold-remark-card'))).length === 2);
  });

  it('stands beside the leaf at its part, also where that is moved to, is answered and settled there', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-home');
    const pinOfTitle = '[data-leaf="phone"] [aria-label^="Remark 1 "]';
    const pin = await person.find(pinOfTitle);
    expect((await browser.driver.findElements(By.css('[data-leaf="wide"] [data-remark-pin]'))).length).toBe(0);
    expect(await (await person.find('[data-remarks] button')).getText()).toBe('2 remarks');
    // whoever moves the part takes the remark along
    const title = 'const one = document.querySelector("h1"); return [one.dataset.part, one.parentElement.dataset.part]';
    const [part, parent] = await person.inLeaf<[string, string]>('phone', title);
    const { y } = await pin.getRect();
    await person.storeElsewhere([{ do: 'move', part, parent, index: 2 }]);
    await person.until(
      async () => (await (await person.find(pinOfTitle)).getRect()).y > y + 20,
      'the pin stays where the part was',
    );
    await (await person.find(pinOfTitle)).click();
    const card = await person.find('fold-remarks-dialog fold-remark-card.chosen');
    expect(await card.getText()).toContain('too small on my phone');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.button('Answer remark 1')).click();
    await (await person.find('fold-remarks-dialog textarea')).sendKeys('It is 40 px now.');
    await (await person.button('Send')).click();
    await person.until(async () => (await card.getText()).includes('It is 40 px now.'));
    await (await person.button('Settle remark 1')).click();
    await person.until(async () => (await (await person.find('[data-remarks] button')).getText()) === '1 remark');
    await person.until(async () => (await card.getText()).includes('Settled by Ada'));
  });

  it('is answered where it was said, by whoever said it', async () => {
    await ines.driver.navigate().refresh();
    await type(ines, '#word', 'low tide');
    await (await ines.button('Open')).click();
    await (await ines.button('Remarks 2')).click();
    await ines.until(async () => (await (await ines.find('aside')).getText()).includes('It is 40 px now.'));
    expect(await (await ines.find('aside')).getText()).toContain('Settled by Ada');
    await (await ines.button('Answer remark 1')).click();
    await ines.keys('Good. Is it as large');
    await ines.driver.navigate().refresh();
    await type(ines, '#word', 'low tide');
    await (await ines.button('Open')).click();
    await (await ines.button('Remarks 2')).click();
    const answer = await ines.find('[aria-label="Answer to remark 1"]');
    expect(await answer.getAttribute('value')).toBe('Good. Is it as large');
    await answer.sendKeys(' on the tablet?');
    await (await ines.button('Send')).click();
    await ines.until(async () =>
      (await (await ines.find('aside')).getText()).includes('Good. Is it as large on the tablet?'),
    );
  });

  it('is listed on the desk, and leads to its place', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/remarks`);
    const card = await person.find('fold-remark-card');
    expect(await card.getText()).toContain('Is this the right date?');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await card.findElement(By.css('button.place')).click();
    await person.find('fold-remarks-dialog fold-remark-card.chosen');
  });

  it('never reaches what is published', async () => {
    const { browser, servers } = visit;
    await browser.driver.get(servers.site('tidewick'));
    const html = await browser.driver.executeScript<string>('return document.documentElement.outerHTML');
    expect(html).not.toMatch(/data-part|_pins|too small on my phone/);
  });

  it('ends when it is deleted', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/remarks`);
    await (await person.button('Delete the link For Ines')).click();
    await (await person.find('.p-dialog [data-confirm] button')).click();
    await person.noDialog();
    await ines.driver.navigate().refresh();
    expect(await (await ines.find('[role=alert]')).getText()).toContain('taken back');
  });
});

describe('The preview of a page', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const says = async (): Promise<string> => (await visit.person.find('output')).getText();
  const inner = (): Promise<number> =>
    visit.browser.driver.executeScript<number>('return document.querySelector("iframe").clientWidth');

  it('is as wide as a breakpoint, standing or lying, or as its edge is dragged to, by mouse and keys', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/pages/tidewick-home/preview`);
    await person.find('iframe');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('p-selectbutton')).findElement(By.xpath(".//*[contains(., 'Phone 390')]")).click();
    await person.until(async () => (await says()).startsWith('390 ×'));
    expect(await inner()).toBe(390);
    await (await person.button('Turn the screen')).click();
    await person.until(async () => (await says()).includes('× 390'));
    await (await person.button('Turn the screen')).click();
    await person.until(async () => (await says()).startsWith('390 ×'));
    const edge = await person.find('[role=separator]');
    await edge.sendKeys(Key.ARROW_RIGHT);
    await person.until(async () => (await says()).startsWith('400 ×'));
    await browser.driver.actions().dragAndDrop(edge, { x: 50, y: 0 }).perform();
    await person.until(async () => (await inner()) === 500, 'the page was not dragged wider');
  });
});
