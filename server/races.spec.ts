import { liveApp } from '../live/app';
import {
  publishesAndWriters,
  removingBreakpointWhileEditing,
  sharingWhileEditing,
  visitorsDuringPublishes,
} from './testing/races';
import { Client, runServer, serving, type Running } from './testing/running';

// The long forms of these, with their figures, are `npm run bench -- races`.
describe('Several at once', () => {
  let running: Running;
  let ada: Client;
  let live: Awaited<ReturnType<typeof serving>>;
  beforeEach(async () => {
    running = await runServer();
    live = await serving(liveApp(running.service.config.liveFolder));
    ada = new Client(running.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterEach(async () => {
    await live.stop();
    await running.stop();
  });

  it('a section shared while somebody edits it is the same on the site and on the page, and can be edited on', async () => {
    expect(await sharingWhileEditing(ada, 'tidewick-home', 12)).toBe(0);
  });
  it('a breakpoint removed while somebody sets values at it: each is taken, and stands at the heir', async () => {
    expect(await removingBreakpointWhileEditing(ada, 'tidewick-home', 10)).toBe(0);
  });
  it('fifty publishes and fifty writers hang nothing: each is done, or told to try again', async () => {
    const { published, stored, answers } = await publishesAndWriters(ada, 'tidewick-home', 50, 50);
    expect(answers).toBeTrue();
    expect(published.filter((one) => one === 201).length).toBe(50);
    expect(stored.filter((one) => one === 200).length).toBe(50);
  });
  it('neither do writers of pages that share a section, and a publish', async () => {
    const { page } = await ada.open('tidewick-home');
    const part = page.parts['root']!.children.at(-1)!;
    const section = { id: 'foot', name: 'Foot', purpose: 'cards' as const };
    expect((await ada.store('tidewick-home', [{ do: 'share', on: 'both', part, section }])).status).toBe(200);
    const { published, stored, answers } = await publishesAndWriters(ada, 'tidewick-home', 6, 30);
    expect([answers, published.every((one) => one === 201), stored.every((one) => one === 200)]).toEqual([
      true,
      true,
      true,
    ]);
  });
  it('visitors find every style sheet of a page they have just read, however often it is published', async () => {
    const { loads, missing } = await visitorsDuringPublishes(ada, live.port, 'tidewick-home', 'tidewick.localhost', 12);
    expect(loads).toBeGreaterThan(20);
    expect(missing).toBe(0);
  });
});
