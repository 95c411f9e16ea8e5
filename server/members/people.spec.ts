import type { LinkFacts, LinkUsed, Sessions } from '@core/api/accounts';
import type { SiteHistory } from '@core/api/history';
import type { Members } from '@core/api/members';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { Accounts, SingleLinks } from '../database/entities';
import { firstAccountAddress } from '../accounts/single-links';
import { Client } from '../testing/running';
import { until } from '../testing/until';
import { withServer } from '../testing/with-server';

describe('People of a site', () => {
  const at = withServer();
  const password = 'a boat in the bottle';
  const keyIn = (text: string): string => /welcome#([\w-]{43})/.exec(text)![1]!;
  const letterTo = async (to: string): Promise<string> => {
    for (let tries = 0; tries < 100; tries++) {
      const letter = (await at.running.letters.all()).find((one) => one.to === to);
      if (letter) return letter.text;
      await new Promise((go) => setTimeout(go, 20));
    }
    throw new Error(`no letter to ${to}`);
  };
  const people = async (client = at.ada): Promise<Members> =>
    (await client.call('GET', '/sites/tidewick/people')).json<Members>();
  const invite = (email: string, role: string, client = at.ada, more: object = {}) =>
    client.call('POST', '/sites/tidewick/invitations', { email, role, ...more });
  /** Somebody new, who took an invitation up. */
  async function joined(email: string, role: string): Promise<Client> {
    expect((await invite(email, role)).json()).toEqual({ sent: true });
    const client = new Client(at.running.port);
    const key = keyIn(await letterTo(email));
    const answer = await client.call('POST', '/links/use', { key, name: email.split('@')[0], password });
    expect(answer.status).withContext(answer.body).toBe(201);
    return client;
  }

  it('are invited by a letter, whose link makes an account once', async () => {
    expect((await invite('Noor@client.example', 'editor')).json()).toEqual({ sent: true });
    const key = keyIn(await letterTo('noor@client.example'));
    expect(JSON.stringify(await people())).not.toContain(key);
    const noor = new Client(at.running.port);
    const facts = (await noor.call('POST', '/links/read', { key })).json<LinkFacts>();
    expect(facts).toEqual(
      jasmine.objectContaining({
        for: 'invitation',
        role: 'editor',
        site: 'Tidewick Ferries',
        by: 'Ada Lindqvist',
        known: false,
      }),
    );
    expect((await noor.call('POST', '/links/use', { key, name: 'Noor', password: 'short' })).status).toBe(400);
    // of two who use it at once, one is refused
    const both = await Promise.all(
      [noor, new Client(at.running.port)].map((one) => one.call('POST', '/links/use', { key, name: 'Noor', password })),
    );
    expect(both.map((one) => one.status).sort()).toEqual([201, 404]);
    expect((await at.ada.call('POST', '/links/use', { key, name: 'Noor', password })).status).toBe(404);
    const { people: all, invited } = await people();
    expect(all.find((one) => one.email === 'noor@client.example')).toEqual(
      jasmine.objectContaining({ role: 'editor' }),
    );
    expect(invited).toEqual([]);
  });

  it('who have an account join with its password, and with no other', async () => {
    await invite('ben@elsewhere.example', 'reader');
    const key = keyIn(await letterTo('ben@elsewhere.example'));
    const ben = new Client(at.running.port);
    expect((await ben.call('POST', '/links/read', { key })).json<LinkFacts>().known).toBeTrue();
    expect((await ben.call('POST', '/links/use', { key, name: 'Ben', password })).status).toBe(401);
    const used = await ben.call('POST', '/links/use', { key, password: 'another-studio' });
    expect(used.json<LinkUsed>()).toEqual(jasmine.objectContaining({ site: 'tidewick' }));
    expect((await ben.open('tidewick-home')).page.id).toBe('tidewick-home');
    expect((await ben.signIn('ben@elsewhere.example', 'another-studio')).status).toBe(200);
  });

  it('may do what their role says: a reader looks, a content editor writes, an editor builds, an owner decides', async () => {
    const [reader, content, editor] = [
      await joined('reader@client.example', 'reader'),
      await joined('content@client.example', 'content'),
      await joined('editor@client.example', 'editor'),
    ];
    const { page } = await at.ada.open('tidewick-home');
    const title = Object.keys(page.parts).find((id) => page.parts[id]!.tag === 'h1')!;
    const write: AnyEdit = { do: 'set', part: title, field: ['content', 'base', 'text'], value: 'Over the sea' };
    const style: AnyEdit = { do: 'set', part: title, field: ['style', 'wide', 'normal', 'color'], value: '#123456' };
    const stored = (client: Client, ...edits: AnyEdit[]) =>
      client.store('tidewick-home', edits).then((answer) => answer.status);
    expect(await stored(reader, write)).toBe(403);
    expect([await stored(content, write), await stored(content, style), await stored(content, write, style)]).toEqual([
      200, 403, 403,
    ]);
    expect([await stored(editor, style), (await invite('x@client.example', 'reader', editor)).status]).toEqual([
      200, 403,
    ]);
    expect((await at.ada.open('tidewick-home')).page.parts[title]!.content.base['text']).toBe('Over the sea');
    const refused = await content.store('tidewick-home', [style]);
    expect(refused.refusal()).toEqual(
      jasmine.objectContaining({
        code: 'not-allowed',
        problem: 'As a content editor of this site you may change texts and pictures, nothing else.',
      }),
    );
    for (const [method, path, body] of [
      ['POST', '/sites/tidewick/pages', { title: 'A', path: '/a' }],
      ['POST', '/pages/tidewick-home/releases', {}],
      ['DELETE', '/pages/tidewick-lost', undefined],
      ['POST', '/sites/tidewick/downloads', {}],
    ] as const)
      expect((await content.call(method, path, body)).status)
        .withContext(path)
        .toBe(403);
  });

  it('whose role changes have the new one at once, also on what they have open', async () => {
    const client = await joined('soon@client.example', 'editor');
    const { id } = (await people()).people.find((one) => one.email === 'soon@client.example')!;
    expect((await at.ada.call('PATCH', `/sites/tidewick/people/${id}`, { role: 'reader' })).status).toBe(204);
    const write: AnyEdit[] = [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'T' }];
    expect((await client.store('tidewick-home', write)).status).toBe(403);
    expect((await at.ada.call('DELETE', `/sites/tidewick/people/${id}`)).status).toBe(204);
    expect((await client.call('GET', '/pages/tidewick-home')).status).toBe(404);
  });

  it('keep an owner, however many go at once; whoever may not invite to the studio does not', async () => {
    const cleo = new Client(at.running.port);
    await cleo.signIn('cleo@studio.example', 'scissors-and-glue');
    const left = await Promise.all([
      at.ada.call('DELETE', '/sites/mill/people/ada'),
      cleo.call('DELETE', '/sites/mill/people/cleo'),
    ]);
    expect(left.map((one) => one.status).sort()).toEqual([204, 422]);
    const boss = await joined('boss@client.example', 'owner');
    expect((await invite('friend@client.example', 'editor', boss, { studio: true })).status).toBe(403);
    expect((await invite('friend@client.example', 'editor', boss)).status).toBe(201);
    expect((await invite('new@studio.example', 'editor', at.ada, { studio: true })).status).toBe(201);
    const { invited } = await people(boss); // as they are sent again
    expect(invited.map(({ email, studio }) => [email, studio])).toEqual(
      jasmine.arrayContaining([
        ['new@studio.example', true],
        ['friend@client.example', false],
      ]),
    );
    const link = invited.find((one) => one.email === 'friend@client.example')!;
    const key = keyIn(await letterTo('friend@client.example'));
    expect((await boss.call('DELETE', `/sites/tidewick/invitations/${link.id}`)).status).toBe(204);
    expect((await boss.call('DELETE', `/sites/keswick/invitations/${link.id}`)).status).toBe(404);
    expect((await boss.call('POST', '/links/read', { key })).status).toBe(404);
  });

  it('see who did what and when, read from the log', async () => {
    const told = (await at.ada.call('GET', '/sites/tidewick/history')).json<SiteHistory>();
    const lines = told.entries.flatMap((one) => one.lines.map((line) => `${one.who} ${line}`));
    expect(lines).toContain('Ada Lindqvist invited content@client.example as content editor');
    expect(lines).toContain('content wrote Title');
    expect(lines).toContain('editor styled Title: color');
    expect(lines).toContain('soon joined as editor');
    const times = told.entries.map((one) => one.at);
    expect([...times].sort().reverse()).toEqual(times);
    const at2 = told.entries[3]!.at;
    const before = (await at.ada.call('GET', `/sites/tidewick/history?before=${at2}`)).json<SiteHistory>();
    expect(before.entries[0]!.at <= at2).toBeTrue();
    expect((await at.ada.call('GET', '/sites/tidewick/history?before=yesterday')).status).toBe(400);
  });
});

describe('An account', () => {
  const at = withServer();
  const ada = async (password = 'paper-and-ink'): Promise<Client> => {
    const client = new Client(at.running.port);
    expect((await client.signIn('ada@studio.example', password)).status).toBe(200);
    return client;
  };
  const sessions = async (client: Client): Promise<Sessions['sessions']> =>
    (await client.call('GET', '/account/sessions')).json<Sessions>().sessions;

  it('lists where it is signed in, and signs out there or everywhere', async () => {
    const [here, there, third] = [await ada(), await ada(), await ada()];
    const all = await sessions(here);
    expect(all.length).toBeGreaterThanOrEqual(3);
    expect(all.filter((one) => one.here)).toHaveSize(1);
    expect(JSON.stringify(all)).not.toContain(decodeURIComponent(here.cookies).slice(7, 30)); // no id that would sign in
    const own = (await sessions(there)).find((one) => one.here)!.id;
    expect((await here.call('DELETE', `/account/sessions/${own}`)).status).toBe(204);
    expect((await there.call('GET', '/session')).status).toBe(401);
    expect((await here.call('DELETE', '/account/sessions')).status).toBe(204);
    expect([(await third.call('GET', '/session')).status, (await here.call('GET', '/session')).status]).toEqual([
      401, 200,
    ]);
    const cleo = new Client(at.running.port);
    await cleo.signIn('cleo@studio.example', 'scissors-and-glue');
    const hers = (await sessions(cleo))[0]!.id;
    expect((await here.call('DELETE', `/account/sessions/${hers}`)).status).toBe(404);
    expect(await sessions(cleo)).toHaveSize(1);
  });

  it('changes its password with the present one, and is signed out everywhere else', async () => {
    const [here, there] = [await ada(), await ada()];
    const change = (now: string, next: string) => here.call('PUT', '/account/password', { now, next });
    expect((await change('wrong', 'a new one, longer')).status).toBe(401);
    expect((await change('paper-and-ink', 'short')).status).toBe(400);
    expect((await change('paper-and-ink', 'a new one, longer')).status).toBe(204);
    expect([(await here.call('GET', '/session')).status, (await there.call('GET', '/session')).status]).toEqual([
      200, 401,
    ]);
    await ada('a new one, longer');
    expect((await change('a new one, longer', 'paper-and-ink')).status).toBe(204);
  });

  it('gets a new password by a letter, once, and nobody learns who has one', async () => {
    const nobody = new Client(at.running.port);
    for (const email of ['cleo@studio.example', 'nobody@nowhere.example'])
      expect((await nobody.call('POST', '/password/forgotten', { email })).status).toBe(204);
    let letters = await at.running.letters.all();
    for (let tries = 0; letters.length === 0 && tries < 100; tries++) {
      await new Promise((go) => setTimeout(go, 20));
      letters = await at.running.letters.all();
    }
    expect(letters.map((one) => one.to)).toEqual(['cleo@studio.example']);
    const key = /welcome#([\w-]{43})/.exec(letters[0]!.text)![1]!;
    const cleo = new Client(at.running.port);
    await cleo.signIn('cleo@studio.example', 'scissors-and-glue');
    const used = await nobody.call('POST', '/links/use', { key, password: 'a quiet harbour' });
    expect(used.status).withContext(used.body).toBe(201);
    expect((await cleo.call('GET', '/session')).status).toBe(401);
    expect((await nobody.call('POST', '/links/use', { key, password: 'a quiet harbour' })).status).toBe(404);
    expect((await cleo.signIn('cleo@studio.example', 'scissors-and-glue')).status).toBe(401);
    expect((await cleo.signIn('cleo@studio.example', 'a quiet harbour')).status).toBe(200);
    // at once, as somebody would who wants to fill a letter box
    const again = { email: 'cleo@studio.example' };
    await Promise.all(Array.from({ length: 6 }, () => nobody.call('POST', '/password/forgotten', again)));
    expect((await nobody.call('POST', '/password/forgotten', { email: 'ben@elsewhere.example' })).status).toBe(204);
    const to = async (email: string): Promise<number> =>
      (await at.running.letters.all()).filter((one) => one.to === email).length;
    await until(async () => (await to('ben@elsewhere.example')) > 0, 'the last letter is not sent');
    expect(await to('cleo@studio.example')).toBeLessThanOrEqual(4);
  });

  it('is the first one only where there is none, by a link that whoever starts the server is told', async () => {
    const { service } = at.running;
    expect(await firstAccountAddress(service)).toBeUndefined();
    const accounts = service.database.getRepository(Accounts);
    await accounts.createQueryBuilder().delete().execute();
    const address = (await firstAccountAddress(service))!;
    const key = address.split('#')[1]!;
    const first = { key, name: 'Mo', email: 'Mo@studio.example', password: 'first of them all' };
    const nobody = new Client(at.running.port);
    expect((await nobody.call('POST', '/links/use', { ...first, key: 'A'.repeat(43) })).status).toBe(404);
    const made = await Promise.all(
      [nobody, new Client(at.running.port)].map((one) => one.call('POST', '/links/use', first)),
    );
    expect(made.map((one) => one.status).sort()).toEqual([201, 404]);
    expect(await accounts.find({ select: { email: true, studio: true } })).toEqual([
      { email: 'mo@studio.example', studio: true } as never,
    ]);
    expect(await service.database.getRepository(SingleLinks).count()).toBe(0);
  });
});
