import { openBrowser } from '../e2e/browser';
import { Person } from '../e2e/person';
import { Servers } from '../e2e/servers';

/** Does something at the workbench of servers with the demo in them. */
export async function atWork(work: (person: Person, servers: Servers) => Promise<void>): Promise<void> {
  const servers = await Servers.open();
  const browser = await openBrowser();
  try {
    const person = new Person(browser.driver, servers);
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await work(person, servers);
  } finally {
    await browser.close();
    await servers.close();
  }
}
