import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { DataSource } from 'typeorm';
import * as z from 'zod';
import type { Work, WorkState } from '@core/api/work';
import { copyDemo } from '../testing/demo-template';
import { hold, waitingFor } from '../testing/holding';
import { startedAgain, startTwo, type Program } from '../testing/kills';
import { Client } from '../testing/running';
import { until } from '../testing/until';

type At = Parameters<typeof waitingFor>[1];

/** The statements of a release in their order; each is held back and its server killed meanwhile. */
const steps: readonly (readonly [step: string, at: At, when?: string])[] = [
  ['the queue gives it out', 'BEFORE UPDATE ON pgboss.job', `NEW.name = 'releases' AND NEW.state::text = 'active'`],
  ['it is marked as begun', 'BEFORE UPDATE ON work', `NEW.state ->> 'is' = 'at work'`],
  ['its release is stored', 'BEFORE INSERT ON releases'],
  ['it is marked as done', 'BEFORE UPDATE ON work', `NEW.state ->> 'is' = 'done'`],
  ['the queue ends it', 'BEFORE UPDATE ON pgboss.job', `NEW.name = 'releases' AND NEW.state::text = 'completed'`],
];

describe('Work whose server is killed', () => {
  let folder: string;
  let database: DataSource;
  let here: Program;
  let there: Program;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'fold-killed-'));
    const address = await copyDemo(folder);
    [here, there] = (await startTwo(address, folder)) as [Program, Program]; // it starts two
    await there.running.stop(); // one alone, so that it is known which one works
    database = await new DataSource({ type: 'postgres', url: address }).initialize();
  });
  afterAll(async () => {
    await database.destroy();
    for (const one of [here, there]) await one.running.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  const signedIn = async (): Promise<Client> => {
    const ada = new Client(here.port);
    expect((await ada.signIn('ada@studio.example', 'paper-and-ink')).status).toBe(200);
    return ada;
  };
  const releases = async (): Promise<number> =>
    z.array(z.unknown()).parse(await database.query(`SELECT 1 FROM releases WHERE site = 'mill'`)).length;

  /** Begins work, kills its server at a step, and returns how it ends on the other one within 15 seconds. */
  async function killedAt(
    at: At,
    when: string | undefined,
    begin: (ada: Client) => Promise<string>,
  ): Promise<WorkState> {
    const ada = await signedIn();
    const noLonger = await waitingFor(database, at, 7, when);
    const held = await hold(database, 'SELECT pg_advisory_xact_lock(7)');
    const work = await begin(ada);
    try {
      await held.waitedFor();
      here.running.child.kill('SIGKILL');
      await here.running.ended;
    } finally {
      await held.letGo();
      await noLonger();
    }
    [here, there] = [there, here];
    await startedAgain(here);
    const other = await signedIn();
    const state = async (): Promise<WorkState> => (await other.call('GET', `/work/${work}`)).json<Work>().state;
    await until(async () => ['done', 'refused'].includes((await state()).is), 'it is not done', 600);
    return state();
  }

  for (const [step, at, when] of steps)
    it(`while ${step} is done by another one, once`, async () => {
      const before = await releases();
      const state = await killedAt(at, when, (ada) => ada.begin('/pages/mill-home/releases'));
      expect(state.is).withContext(JSON.stringify(state)).toBe('done');
      expect(await releases()).toBe(before + 1);
    });

  it('while the queue gives it out is done by another one: an upload', async () => {
    const bytes = await sharp({ create: { width: 900, height: 600, channels: 3, background: 'teal' } })
      .png()
      .toBuffer();
    const when = `NEW.name = 'pictures' AND NEW.state::text = 'active'`;
    const state = await killedAt('BEFORE UPDATE ON pgboss.job', when, (ada) =>
      ada.begin('/sites/mill/pictures', { name: 'teal.png', bytes }),
    );
    expect(state.is).withContext(JSON.stringify(state)).toBe('done');
  });

  it('while the queue gives it out is done by another one: a release that was planned', async () => {
    const before = await releases();
    const when = `NEW.name = 'site-releases' AND NEW.state::text = 'active'`;
    const state = await killedAt('BEFORE UPDATE ON pgboss.job', when, (ada) =>
      ada.begin('/sites/mill/releases', { at: new Date(Date.now() + 2000).toISOString(), pages: ['mill-home'] }),
    );
    expect(state.is).withContext(JSON.stringify(state)).toBe('done');
    expect(await releases()).toBe(before + 1);
  });
});
