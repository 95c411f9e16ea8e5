import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { openBrowser, type Opened } from './browser';
import { Person } from './person';
import { Servers } from './servers';

const accounts = [
  ['ada@studio.example', 'paper-and-ink'],
  ['cleo@studio.example', 'scissors-and-glue'],
] as const;

/**
 * Two editors' servers on one database behind a proxy that sends each request to the next, and two people on one
 * page.
 */
describe('Several servers', () => {
  let servers: Servers;
  const browsers: Opened[] = [];
  const people: Person[] = [];

  beforeAll(async () => {
    servers = await Servers.open({ count: 2 });
    for (let count = 0; count < 2; count++) {
      const browser = await openBrowser();
      const person = new Person(browser.driver, servers);
      browsers.push(browser);
      people.push(person);
      const [email, password] = accounts[count]!;
      await person.signInByHand(email, password);
      await person.openPage('tidewick-fares');
    }
  });
  afterAll(async () => {
    for (const browser of browsers) await browser.close();
    await servers.close();
  });

  const title = (person: Person): Promise<string> =>
    person.inLeaf<string>('wide', 'return document.querySelector("h1").textContent');
  const spacing = (person: Person): Promise<string> => person.computed('wide', 'h1', 'letter-spacing');

  it('let two people work on one page: each sees what the other does', async () => {
    const [one, other] = people as [Person, Person];
    await one.write('wide', 'h1', 'By the first');
    await one.saved();
    await other.until(async () => (await title(other)) === 'By the first', 'the second did not hear of it');
    await other.clickOn('wide', 'h1');
    await other.group('Type');
    await other.setCell('letter-spacing', 'wide', '3px');
    await other.saved();
    await one.until(async () => (await spacing(one)) === '3px', 'the first did not hear of it');
    const counts = servers.answered();
    expect(counts.length).toBe(2);
    expect(Math.min(...counts)).toBeGreaterThan(5); // both were asked
  });

  it('show each who else is there and what they have selected, until they leave', async () => {
    const [one, other] = people as [Person, Person];
    const marks = (person: Person): Promise<string[]> =>
      person.driver.executeScript(
        `return [...document.querySelectorAll('[data-theirs]')].map((mark) => mark.dataset.theirs)`,
      );
    await other.clickOn('wide', 'h1');
    await one.until(async () => (await marks(one)).includes('Cleo'), 'what Cleo selected is not marked');
    await one.find('[data-person="Cleo Adeyemi"]');
    await one.clickOn('wide', 'h1');
    await other.until(async () => (await marks(other)).includes('Ada'), 'what Ada selected is not marked');
    expect(await axeFindings(one.driver)).toEqual([]);
    await other.driver.get(`${servers.editor}/`);
    await one.until(async () => (await marks(one)).length === 0, 'who left is still marked');
    await other.openPage('tidewick-fares');
    await one.until(
      async () => (await one.driver.findElements(By.css('[data-person="Cleo Adeyemi"]'))).length === 1,
      'who came back is not told of',
    );
    await other.clickOn('wide', 'h1');
    await other.group('Type');
  });

  it('lose nothing when one is killed in the middle: the other goes on, and both are there again', async () => {
    const [one, other] = people as [Person, Person];
    await one.openText('wide', 'h1');
    await one.keys(Key.END, ' before');
    await servers.kill();
    await one.keys(' and after');
    await one.keys(Key.ESCAPE);
    await one.saved();
    await other.until(async () => (await title(other)).endsWith(' before and after'), 'the second did not hear of it');
    await other.setCell('letter-spacing', 'wide', '5px');
    await other.saved();
    await one.until(async () => (await spacing(one)) === '5px', 'the first did not hear of it');
    await servers.startAgain();
    await other.setCell('letter-spacing', 'wide', '7px');
    await other.saved();
    await one.until(async () => (await spacing(one)) === '7px', 'the first did not hear of it any more');
    for (const [index, person] of people.entries()) {
      await browsers[index]!.driver.navigate().refresh();
      await person.ready();
      expect([await title(person), await spacing(person)]).toEqual(['By the first before and after', '7px']);
    }
  });
});
