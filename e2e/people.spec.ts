import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { openBrowser, type Opened } from './browser';
import { Person } from './person';
import { visiting } from './visit';
import { still } from './still';

describe('People of a client’s site', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  let other: Opened;
  let noor: Person;

  beforeAll(async () => {
    other = await openBrowser();
    noor = new Person(other.driver, visit.servers);
  });
  afterAll(() => other.close());

  const letterTo = async (to: string): Promise<string> => {
    let text: string | undefined;
    await visit.person.until(async () => {
      text = (await visit.servers.letters.all()).find((one) => one.to === to)?.text;
      return text !== undefined;
    }, `no letter to ${to}`);
    return text ?? '';
  };
  const addressIn = (letter: string): string => /http\S+welcome#\S+/.exec(letter)![0];
  const type = async (person: Person, css: string, text: string): Promise<void> =>
    (await person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const pressIn = async (person: Person, row: string, label: string): Promise<void> => {
    const button = By.xpath(`.//button[normalize-space()='${label}']`);
    await person.until(async () => {
      await (await person.find(row)).findElement(button).click(); // rows may be drawn anew after a change
      return true;
    }, `no ${label} in ${row}`);
    await still(person.driver);
  };

  it('are invited by an owner; the letter’s link makes an account that lands on the site', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/people`);
    await (await person.button('Invite')).click();
    await type(person, '#invite-email', 'noor');
    await (await person.find('[data-confirm] button')).click();
    expect(await (await person.find('.p-dialog [role=alert]')).getText()).toContain('Type an email address.');
    await type(person, '#invite-email', 'noor@tidewick.example');
    await person.choose('.p-dialog p-select', 'Content editor');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-confirm] button')).click();
    await person.find('[data-invited="noor@tidewick.example"]');
    await person.noDialog();
    expect(await axeFindings(browser.driver)).toEqual([]);
    await noor.driver.get(addressIn(await letterTo('noor@tidewick.example')));
    await type(noor, '#name', 'Noor Haddad');
    await type(noor, '#password', 'short');
    expect(await axeFindings(noor.driver)).toEqual([]);
    await (await noor.button('Create account')).click();
    expect(await (await noor.find('[role=alert]')).getText()).toContain('at least 10 characters');
    await type(noor, '#password', 'boats come and boats go');
    await (await noor.button('Create account')).click();
    await noor.find('fold-desk tbody tr');
    expect(await noor.driver.findElements(By.xpath("//button[normalize-space()='New page']"))).toEqual([]);
  });

  it('who edit content write texts and choose pictures, and are told why they can do no more', async () => {
    await noor.openPage('tidewick-home');
    expect(await (await noor.find('[data-role-says]')).getText()).toContain('change texts and pictures, nothing else');
    for (const label of ['Publish', 'Section', 'Delete the selection'])
      expect(await noor.driver.findElements(By.xpath(`//button[normalize-space()='${label}']`)))
        .withContext(label)
        .toEqual([]);
    expect(
      await noor.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('fold-fold-line [role=tab]')].map((one) => one.dataset.group)`,
      ),
    ).toEqual(['content', 'screen', 'findings']);
    expect(await axeFindings(noor.driver)).toEqual([]);
    await noor.openText('wide', 'h1');
    await noor.chord(Key.CONTROL, 'a');
    await noor.keys('The sea is');
    await noor.stored('The sea is');
    await noor.keys(' a road');
    await noor.keys(Key.ESCAPE);
    await noor.saved();
    await visit.person.openPage('tidewick-home');
    expect(await visit.person.inLeaf<string>('wide', `return document.querySelector('h1').textContent`)).toBe(
      'The sea is a road',
    );
    await noor.clickOn('wide', 'h1');
    await noor.keys(Key.DELETE);
    await noor.until(
      async () => (await (await noor.find('.p-toast-message')).getText()).includes('As a content editor'),
      'nothing is said',
    );
    expect(await noor.inLeaf<number>('wide', `return document.querySelectorAll('h1').length`)).toBe(1);
  });

  it('lose what they may at once when their role changes, and the site when they are removed', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/people`);
    await person.choose('[data-member="noor@tidewick.example"] p-select', 'Reader');
    await noor.openText('wide', 'h1').catch(() => undefined);
    await noor.keys('x');
    await noor.keys(Key.ESCAPE);
    await noor.until(
      async () =>
        (await noor.inLeaf<string>('wide', `return document.querySelector('h1').textContent`)) === 'The sea is a road',
      'what could not be stored is still shown',
    );
    await pressIn(person, '[data-member="noor@tidewick.example"]', 'Remove');
    await (await person.find('.p-dialog [data-confirm] button')).click();
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-member="noor@tidewick.example"]'))).length === 0,
      'still there',
    );
    await noor.driver.get(noor.pageAddress('tidewick-home'));
    await noor.until(
      async () => (await (await noor.find('.failure')).getText()).includes('you don’t have access'),
      'the page is still shown',
    );
  });

  it('are told of in the history, with what they did', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/history`);
    await person.until(async () => {
      const said = await (await person.find('fold-history main')).getText();
      return [
        'invited noor@tidewick.example as content editor',
        'Noor Haddad',
        'wrote',
        'took Noor Haddad off the site',
      ].every((words) => said.includes(words));
    }, 'the history does not say it');
    expect(await axeFindings(browser.driver)).toEqual([]);
  });

  it('who forgot a password choose a new one by a letter; the account says where one is signed in', async () => {
    await noor.driver.get(`${visit.servers.editor}/forgotten`);
    await type(noor, '#email', 'cleo@studio.example');
    await (await noor.button('Send the link')).click();
    await noor.find('[data-sent]');
    await noor.driver.get(addressIn(await letterTo('cleo@studio.example')));
    await type(noor, '#password', 'scissors, glue and string');
    await (await noor.button('Save the password')).click();
    await noor.find('fold-clients');
    await noor.driver.get(`${visit.servers.editor}/account`);
    await noor.find('[data-session=here]');
    expect(await axeFindings(noor.driver)).toEqual([]);
    await type(noor, '#name', 'Cleo A.');
    await (await noor.button('Save')).click();
    await noor.until(
      async () => (await (await noor.find('.p-toast-message')).getText()).includes('Saved'),
      'not saved',
    );
    await noor.driver.get(addressIn(await letterTo('cleo@studio.example')));
    expect(await (await noor.find('[role=alert]')).getText()).toContain('has been used');
  });
});
