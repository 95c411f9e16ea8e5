import { nanoid } from 'nanoid';
import type * as z from 'zod';
import { Account } from '@core/api/accounts';
import { Log, PageFacts, WouldChange } from '@core/api/pages';
import { LibraryPicture, Pictures } from '@core/api/pictures';
import { Refused, type RefusalCode } from '@core/api/refusal';
import { ChangedBesides, Preview, Published } from '@core/api/releases';
import { ClientCards, DeskFacts, LeavingPlaces, MadePage, ReachedPages } from '@core/api/sites';
import { standardBreakpoints } from '@core/document/breakpoint';
import { Client } from './testing/running';
import { withServer } from './testing/with-server';

/** What the server answers, held against the schemas that the web reads it with. */
describe('The API', () => {
  const at = withServer();
  const title = (value: unknown) => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];
  const batch = (edits: unknown, base = 0) => ({ id: nanoid(), base, edits });
  const drawing = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
  );

  it('answers as its schemas say, on every route', async () => {
    const read = async (schema: z.ZodType, method: string, route: string, body?: unknown): Promise<void> => {
      const answer = await at.ada.call(method, route, body);
      const said = `${method} ${route}: ${answer.status} ${answer.body.slice(0, 200)}`;
      expect(answer.status).withContext(said).toBeLessThan(300);
      expect(schema.safeParse(answer.json()).error?.issues).withContext(said).toBeUndefined();
    };
    await read(Account, 'GET', '/session');
    await read(ClientCards, 'GET', '/sites');
    for (const site of ['tidewick', 'mill', 'observatory']) await read(DeskFacts, 'GET', `/sites/${site}`);
    await read(MadePage, 'POST', '/sites/mill/pages', { title: 'Ovens', path: '/ovens' });
    const change = { breakpoints: standardBreakpoints, heirs: {} };
    await read(LeavingPlaces, 'POST', '/sites/mill/breakpoints/leaving', change);
    await read(PageFacts, 'GET', '/pages/tidewick-home');
    await read(Log, 'POST', '/pages/tidewick-home/edits', batch(title('A sea')));
    await read(Log, 'GET', '/pages/tidewick-home/log?since=0');
    await read(WouldChange, 'POST', '/pages/tidewick-home/would-change', { edits: title('A sea') });
    await read(Preview, 'POST', '/pages/tidewick-home/preview', {});
    await read(ChangedBesides, 'GET', '/pages/tidewick-home/releases/next');
    await read(Published, 'POST', '/pages/tidewick-home/releases', {});
    await read(Pictures, 'GET', '/sites/tidewick/pictures');
    await read(ReachedPages, 'GET', '/sites/tidewick/reach');
    const uploaded = (await at.ada.upload('/sites/mill/pictures', 'a.svg', 'image/svg+xml', drawing)).json();
    expect(() => LibraryPicture.parse(uploaded)).not.toThrow();
  });

  it('refuses with a code that tells why, and a sentence', async () => {
    const stranger = new Client(at.running.port);
    const home = '/pages/tidewick-home';
    const rows: readonly [RefusalCode, Client, string, string, unknown?][] = [
      ['signed-out', stranger, 'GET', home],
      ['wrong-credentials', stranger, 'POST', '/session', { email: 'ada@studio.example', password: 'no' }],
      ['bad-input', stranger, 'POST', '/session', { email: 'nobody' }],
      ['not-found', at.ada, 'GET', '/pages/nowhere'],
      ['not-found', at.ada, 'GET', '/nothing'],
      ['not-found', at.ada, 'POST', `/pages/${'x'.repeat(90)}/edits`, batch(title('A'))],
      ['path-taken', at.ada, 'POST', '/sites/tidewick/pages', { title: 'Home', path: '/' }],
      ['bad-input', at.ada, 'POST', `${home}/edits`, batch('all of them')],
      ['bad-input', at.ada, 'POST', `${home}/edits`, { ...batch(title('A')), base: -1 }],
      ['does-not-fit', at.ada, 'POST', `${home}/edits`, batch([{ do: 'remove', part: 'gone' }])],
      ['too-large', at.ada, 'POST', `${home}/edits`, batch(title('x'.repeat(9_000_000)))],
      ['bad-input', at.ada, 'GET', `${home}/log?since=yesterday`],
    ];
    for (const [code, client, method, route, body] of rows) {
      const answer = await client.call(method, route, body);
      const said = `${method} ${route}: ${answer.status} ${answer.body.slice(0, 200)}`;
      const refused = Refused.safeParse(answer.refusal());
      expect(refused.data?.code).withContext(said).toBe(code);
      expect(refused.data?.problem.length).withContext(said).toBeGreaterThan(10);
    }
  });
});
