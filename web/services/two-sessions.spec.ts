import { createEnvironmentInjector, EnvironmentInjector, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom, timer } from 'rxjs';
import { beginning, somePageEdit, someSharedEdit, someSiteEdit } from '@core/document/edits/testing/some-edits';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { partOf, subtree } from '@core/document/tree';
import { seenPage } from '@core/document/seen/seen-page';
import { RandomPages } from '@core/document/testing/random-page';
import { Api } from './api';
import { Outbox } from './outbox';
import { PageSession } from './page-session';
import { MemoryOutbox, MemoryServer } from './testing/memory-server';

describe('People who work on one page and its site', () => {
  const until = async (holds: () => boolean, what: string, ms = 2500): Promise<void> => {
    for (const end = Date.now() + ms; Date.now() < end && !holds();) await firstValueFrom(timer(5));
    if (!holds()) throw new Error(what);
  };

  const injectors: EnvironmentInjector[] = [];
  const leave = (): void => injectors.splice(0).forEach((one) => one.destroy());
  afterEach(leave); // a session that stays would listen through every spec that follows

  async function opened(server: MemoryServer, outbox = new MemoryOutbox()): Promise<PageSession> {
    const injector = createEnvironmentInjector(
      [PageSession, { provide: Api, useValue: server }, { provide: Outbox, useValue: outbox }],
      TestBed.inject(EnvironmentInjector),
    );
    injectors.push(injector);
    const session = injector.get(PageSession);
    await session.open('random-page');
    return session;
  }

  /** Something one of them does: an edit or two of page or site, an undo, a redo, a look at what the others did. */
  async function act(random: RandomPages, session: PageSession, server: MemoryServer): Promise<void> {
    const way = random.below(8);
    if (way === 0) session.undo();
    else if (way === 1) session.redo();
    else if (way === 2) await session.catchUp();
    else {
      const [site, page] = [session.site()!, session.page()!];
      session.apply([
        ...(random.chance(0.5) ? [someSiteEdit(random, site)] : []),
        ...(random.chance(0.7) ? [somePageEdit(random, site, page)] : []),
        ...(random.chance(0.3) ? [someSharedEdit(random, server.documents)] : []),
      ]);
    }
  }

  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  for (const people of [2, 3])
    it(`end alike, ${people} of them, whatever each does and whenever the server is away`, async () => {
      let stored = 0;
      for (let seed = 1; seed <= 18; seed++) {
        const random = new RandomPages(seed);
        const server = new MemoryServer(beginning(random));
        const sessions = await Promise.all(Array.from({ length: people }, () => opened(server)));
        for (let step = 0; step < 30; step++) {
          server.away = seed % 3 === 0 && random.chance(0.2);
          await act(random, random.pick(sessions), server);
          if (random.chance(0.3)) await firstValueFrom(timer(0));
        }
        server.away = false;
        await until(
          () => sessions.every((one) => one.waiting().length === 0),
          `seed ${seed}: something is never stored`,
        );
        for (const session of sessions) await session.catchUp();
        const { site, page } = server.documents;
        for (const session of sessions) {
          expect(session.site()).withContext(`seed ${seed}`).toEqual(site);
          expect(session.page()).withContext(`seed ${seed}`).toEqual(seenPage(site, page));
        }
        stored += server.log.length;
        leave();
      }
      expect(stored).toBeGreaterThan(18 * 8); // most of it fits
    }, 60_000);

  it('come back with a thousand edits each, made while neither reached the server: all are merged, and what met is said', async () => {
    const random = new RandomPages(77);
    const site = random.site();
    const first = random.page(site, 150);
    const server = new MemoryServer({ site, page: first });
    const outboxes = [new MemoryOutbox(), new MemoryOutbox()];
    const sessions = await Promise.all(outboxes.map((outbox) => opened(server, outbox)));
    const said: string[] = [];
    for (const session of sessions) session.notices.subscribe((sentence) => said.push(sentence));
    server.away = true;
    const parts = Object.keys(first.parts);
    const section = partOf(first, first.root).children[0]!;
    const sides = [
      ['padding-left', 'padding-top', 'margin-left'],
      ['padding-right', 'padding-bottom', 'margin-right'],
    ] as const;
    const edit = (who: number, count: number): AnyEdit => {
      const round = Math.floor(count / parts.length);
      const field = ['style', site.breakpoints[round % 3]!.id, 'normal', sides[who]![Math.floor(round / 3)]!] as const;
      return count % 100 === 7
        ? { do: 'set', part: first.root, field: ['name'], value: `By ${who}` }
        : { do: 'set', part: parts[count % parts.length]!, field: [...field], value: `${count}px` };
    };
    for (const [who, session] of sessions.entries())
      for (let count = 0; count < 1000; count++) session.apply([edit(who, count)]);
    sessions[0]!.apply([{ do: 'remove', part: section }]);
    const made = sessions.map((session) => session.waiting().map((one) => one.id));
    expect(made.map((ids) => ids.length)).toEqual([1001, 1000]);
    await until(() => sessions.every((one) => !one.reached()), 'not both have tried to send');

    server.away = false;
    await until(() => sessions.every((one) => one.waiting().length === 0), 'not all is stored', 60_000);
    for (const session of sessions) await session.catchUp();
    expect(sessions[0]!.page()).toEqual(sessions[1]!.page());
    expect(sessions[0]!.page()).toEqual(seenPage(server.documents.site, server.document));
    expect(sessions[0]!.page()!.parts[first.root]!.name).toMatch(/^By [01]$/);
    const stored = server.log.map((one) => one.id);
    const refused = outboxes.flatMap((outbox) => outbox.refusedOnes.map((one) => one.id));
    expect([...stored, ...refused].sort()).toEqual(made.flat().sort()); // each is stored, or kept aside and said
    expect(new Set(parts.filter((id) => !Object.hasOwn(server.document.parts, id)))).toEqual(
      new Set(subtree(first, section)),
    );
    expect(said.some((one) => /name of “(Page|By \d)” is “By \d”, theirs was “By \d”/.test(one)))
      .withContext(said.join(' | '))
      .toBeTrue();
    expect(said.some((one) => /could not be stored|which is removed here/.test(one)))
      .withContext(said.join(' | '))
      .toBeTrue();
    expect(said.length).toBeLessThan(6);
  }, 100_000);
});
