import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import * as z from 'zod';
import type { FileWeights, Pictures } from '@core/api/pictures';
import type { Published } from '@core/api/releases';
import type { ClientCards } from '@core/api/sites';
import { Work, type WorkState } from '@core/api/work';
import { filesOfPicture } from '@core/document/library/picture-files';
import { Releases } from '../database/entities';
import { startedAgain, startTwo, type Program } from '../testing/kills';
import { copyDemo } from '../testing/demo-template';
import { ask, Client } from '../testing/running';
import { until } from '../testing/until';
import { withTwoServers } from '../testing/with-server';
import { workKind, type AtWork, type WorkKind } from './kinds';
import { LongWork } from './long-work';
import { Refusal } from '@core/api/refusal';

const noise = (width: number, height: number): Promise<Buffer> =>
  sharp({
    create: {
      width,
      height,
      channels: 3,
      background: 'white',
      noise: { type: 'gaussian', mean: 128, sigma: 40 },
    },
  })
    .jpeg()
    .toBuffer();

describe('Work that takes a while', () => {
  const at = withTwoServers();

  it('begun through two servers at once makes each release once, numbered without a gap', async () => {
    const before = await at.running.service.database.getRepository(Releases).countBy({ site: 'mill' });
    const published = await Promise.all(
      Array.from({ length: 20 }, (_, index) =>
        (index % 2 ? at.ada : at.there).call('POST', '/pages/mill-home/releases', {}),
      ),
    );
    const numbers = published.map((one) => one.json<Published>().number).sort((a, b) => a - b);
    expect(numbers).toEqual(Array.from({ length: 20 }, (_, index) => before + 1 + index));
  });

  it('is told to whoever began it and to nobody else, step by step', async () => {
    const steps: WorkState['is'][] = [];
    const stop = at.other.service.work.listen(
      'ada',
      ({ state }: Work) => steps.push(state.is),
      () => undefined,
    );
    let heard = 0;
    const stopStranger = at.other.service.work.listen(
      'ben',
      () => heard++,
      () => undefined,
    );
    const answer = await at.ada.upload('/sites/mill/pictures', 'a.jpg', 'image/jpeg', await noise(3000, 2000));
    expect(answer.status).toBe(201);
    await until(() => steps.at(-1) === 'done', 'its end is not told');
    expect(steps[0]).not.toBe('done');
    expect(heard).toBe(0);
    [stop, stopStranger].forEach((one) => one());

    const work: unknown = await at.running.service.database.query('SELECT id FROM work LIMIT 1');
    const [{ id } = { id: '' }] = z.array(z.object({ id: z.string() })).parse(work);
    expect((await at.ada.call('GET', `/work/${id}`)).status).toBe(200);
    const stranger = new Client(at.running.port);
    expect((await stranger.call('GET', `/work/${id}`)).status).toBe(401);
    await stranger.signIn('ben@elsewhere.example', 'another-studio');
    expect((await stranger.call('GET', `/work/${id}`)).status).toBe(404);
    expect((await at.ada.call('GET', '/work/none')).status).toBe(404);
  });

  it('tells its steps by an event stream', async () => {
    const signed = await ask(at.running.port, 'POST', '/api/session', {
      headers: { origin: `http://localhost:${at.running.port}`, 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'ada@studio.example', password: 'paper-and-ink' }),
    });
    const headers = {
      cookie: String(signed.headers['set-cookie']).split(';')[0]!,
      origin: `http://localhost:${at.running.port}`,
    };
    const stream = ask(at.running.port, 'GET', '/api/work/feed', { headers });
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    await ask(at.running.port, 'DELETE', '/api/session', { headers }); // which ends it
    const told = [...(await stream).body.matchAll(/^event:message\nid:.*\ndata:(.*)$/gm)].map((one) =>
      Work.parse(JSON.parse(one[1]!)),
    );
    expect(told.map((one) => one.state.is).at(-1)).toBe('done');
  });

  describe('of a kind that fails', () => {
    let own: LongWork;
    const kind = (run: (data: { n: number }, work: AtWork) => Promise<unknown>): WorkKind =>
      workKind({ queue: 'trials', atOnce: 3, data: z.object({ n: z.number() }), run });
    const begin = async (data: object): Promise<string> =>
      (await at.running.service.database.transaction((manager) =>
        own.begin(manager, { queue: 'trials', account: 'ada', data }),
      ))!;
    const ended = async (id: string): Promise<WorkState> => {
      await own.ended(id, 30_000);
      return (await own.stateOf(id, 'ada'))!;
    };
    const started = async (run: Parameters<typeof kind>[0]): Promise<void> => {
      const { database, config } = at.running.service;
      own = new LongWork(database, at.running.channel, config.database, () => undefined);
      await own.start([kind(run)]);
    };
    afterEach(() => own.stop());

    it('for a reason nobody foresaw is tried again, and then refused', async () => {
      const tries = new Map<number, number>();
      await started(({ n }) => {
        tries.set(n, (tries.get(n) ?? 0) + 1);
        if (tries.get(n)! <= n) throw new Error('fails');
        return Promise.resolve(n);
      });
      const [twice, always] = [await begin({ n: 2 }), await begin({ n: 100 })];
      expect(await ended(twice)).toEqual({ is: 'done', result: 2 });
      const state = await ended(always);
      expect(state.is === 'refused' && state.refusal.code).toBe('failed');
      expect(Object.fromEntries(tries)).toEqual({ 2: 3, 100: 4 }); // whichever is begun first
    });

    it('for a reason that is said is refused at once, with the reason', async () => {
      let tries = 0;
      await started(() => {
        tries++;
        throw new Refusal('bad-input', 'This is no picture.');
      });
      expect(await ended(await begin({ n: 1 }))).toEqual({
        is: 'refused',
        refusal: { code: 'bad-input', problem: 'This is no picture.' },
      });
      expect(tries).toBe(1);
    });

    it('and ends with what cannot be stored, ends: not tried forever, and others are done', async () => {
      await started(({ n }) =>
        Promise.resolve(n === 1 ? { n: 10n /* no JSON */ } : { words: 'x\ud83d', also: 'a\0b' }),
      );
      const bad = [await begin({ n: 1 }), await begin({ n: 1 }), await begin({ n: 1 })];
      const repaired = await begin({ n: 2 });
      expect(await ended(repaired)).toEqual({ is: 'done', result: { words: 'x\ufffd', also: 'ab' } });
      for (const id of bad) {
        const state = await ended(id);
        expect(state.is === 'refused' && state.refusal.code).toBe('failed');
      }
    });

    it('says how far it is while it goes on, and goes on when the database was away for a moment', async () => {
      const { database } = at.running.service;
      let goOn = (): void => undefined;
      const rest = new Promise<void>((go) => (goOn = go));
      await started(async (_data, { share }) => {
        const sharing = setInterval(() => share(0.5), 20);
        await rest;
        clearInterval(sharing);
        return 'all';
      });
      const id = await begin({ n: 1 });
      await until(async () => {
        const state = await own.stateOf(id, 'ada');
        return state?.is === 'at work' && state.share === 0.5;
      }, 'its share is not said');
      await database.query(
        'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
      );
      goOn();
      expect(await ended(id).catch(() => ended(id))).toEqual({ is: 'done', result: 'all' });
    });
  });
});

describe('Work whose server is killed in the middle', () => {
  let folder: string;
  let programs: Program[];
  let people: Client[];
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'fold-work-'));
    programs = await startTwo(await copyDemo(folder), folder);
    people = programs.map((one) => new Client(one.port));
    for (const one of people) await one.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(async () => {
    for (const one of programs) await one.running.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it('is done by another: each picture once in the library, each release once, and no upload left', async () => {
    const second = people[1]!;
    const library = async (): Promise<number> =>
      Object.keys((await second.call('GET', '/sites/mill/pictures')).json<Pictures>()).length;
    const before = await library();
    const photograph = await noise(6000, 4000);
    const begun: string[] = [];
    for (let count = 0; count < 4; count++)
      begun.push(await second.begin('/sites/mill/pictures', { name: `${count}.jpg`, bytes: photograph }));
    for (let count = 0; count < 3; count++) begun.push(await second.begin('/pages/mill-home/releases'));
    const stateOf = async (id: string): Promise<WorkState> =>
      (await second.call('GET', `/work/${id}`)).json<Work>().state;
    await until(
      async () => (await Promise.all(begun.slice(0, 4).map(stateOf))).every((one) => one.is !== 'waiting'),
      'nobody is at it',
    );
    programs[0]!.running.child.kill('SIGKILL');
    await programs[0]!.running.ended;
    await until(
      async () => (await Promise.all(begun.map(stateOf))).every((one) => one.is === 'done' || one.is === 'refused'),
      'what the killed server had begun is not done',
      2400,
    );
    expect((await Promise.all(begun.map(stateOf))).map((one) => one.is)).toEqual(begun.map(() => 'done'));
    expect((await library()) - before).toBe(4);
    await until(() => readdirSync(join(folder, 'uploads')).length === 0, 'uploads are left');
  });

  it('is done by the same once it is there again: a site with its photographs comes of an archive once, and whole', async () => {
    await startedAgain(programs[0]!);
    await programs[1]!.running.stop(); // one alone, so that it is known who is at work
    const [first] = people;
    const { bytes } = await first!.call('GET', '/sites/mill/archive');
    const had = (await first!.call('GET', '/sites/mill/pictures')).json<Pictures>();
    const work = await first!.begin('/archives?name=Again&host=again', { name: 'archive.zip', bytes });
    const state = async (): Promise<WorkState> => (await first!.call('GET', `/work/${work}`)).json<Work>().state;
    await until(async () => (await state()).is === 'at work', 'nobody is at it');
    await startedAgain(programs[0]!);
    await until(async () => ['done', 'refused'].includes((await state()).is), 'it is not done', 2400);
    const end = await state();
    expect(end.is).toBe('done');
    const made = (await first!.call('GET', '/sites'))
      .json<ClientCards>()
      .flatMap(({ site }) => (site.host === 'again' ? site.id : []));
    expect(made.length).toBe(1);
    const pictures = (await first!.call('GET', `/sites/${made[0]!}/pictures`)).json<Pictures>();
    expect(pictures).toEqual(had);
    const weights = (await first!.call('GET', `/sites/${made[0]!}/weights`)).json<FileWeights>();
    expect(
      Object.values(pictures)
        .flatMap(filesOfPicture)
        .filter((file) => !weights[file]),
    ).toEqual([]);
    await until(() => readdirSync(join(folder, 'uploads')).length === 0, 'uploads are left');
  });
});
