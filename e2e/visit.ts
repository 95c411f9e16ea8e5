import { openBrowser, type Chromium, type Opened } from './browser';
import { Person } from './person';
import { Servers, type ServersOptions } from './servers';

/** A servers, a browser in it and somebody's person, for the specs of one suite; opened before them, closed after. */
export interface Visit {
  servers: Servers;
  browser: Opened;
  person: Person;
}

/** Arranges a visit around the specs of the suite that calls it; `first` is done once all is open. */
export function visiting(
  first: (visit: Visit) => Promise<void>,
  { chromium, ...options }: ServersOptions & { readonly chromium?: Chromium } = {},
): Visit {
  const visit = {} as Visit; // filled before any spec runs
  beforeAll(async () => {
    visit.servers = await Servers.open(options);
    visit.browser = await openBrowser(chromium);
    visit.person = new Person(visit.browser.driver, visit.servers);
    await first(visit);
  }, 300_000);
  afterAll(async () => {
    // both are undefined if opening them failed
    await (visit as Partial<Visit>).browser?.close();
    await (visit as Partial<Visit>).servers?.close();
  });
  return visit;
}
