import { openBrowser, type Opened } from './browser';
import { Hands } from './hands';
import { House } from './house';

/** A house, a browser in it and somebody's hands, for the specs of one suite; opened before them, closed after. */
export interface Visit {
  house: House;
  browser: Opened;
  hands: Hands;
}

/** Arranges a visit around the specs of the suite that calls it; `first` is done once all is open. */
export function visiting(first: (visit: Visit) => Promise<void>): Visit {
  const visit = {} as Visit; // filled before any spec runs
  beforeAll(async () => {
    visit.house = await House.open();
    visit.browser = await openBrowser();
    visit.hands = new Hands(visit.browser.driver, visit.house);
    await first(visit);
  }, 120_000);
  afterAll(async () => {
    await visit.browser.close();
    await visit.house.close();
  });
  return visit;
}
