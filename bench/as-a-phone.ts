import lighthouse from 'lighthouse';
import * as z from 'zod';
import type { Person } from '../e2e/person';
import type { Servers } from '../e2e/servers';
import { row } from './measure';

/** The demo's live home page as a phone meets it, by Lighthouse. */
export async function asAPhone(person: Person, servers: Servers): Promise<void> {
  const capabilities = await person.driver.getCapabilities();
  const { debuggerAddress } = z.object({ debuggerAddress: z.string() }).parse(capabilities.get('goog:chromeOptions'));
  const port = Number(debuggerAddress.split(':').at(-1));
  const result = await lighthouse(servers.site('tidewick'), { port, logLevel: 'silent' });
  const scores = z.record(z.string(), z.object({ score: z.number().nullable() })).parse(result?.lhr.categories);
  for (const [name, { score }] of Object.entries(scores))
    row(
      `0.99, which Lighthouse’s ${name} of the live home page is to reach, over the score`,
      `${score}`,
      0.99 / (score ?? 0),
      1,
    );
}
