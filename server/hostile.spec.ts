import { gzipSync } from 'node:zlib';
import { nanoid } from 'nanoid';
import { pino } from 'pino';
import { ask, Client, runServer, type Answer, type Running } from './testing/running';
import { WayToDatabase } from './testing/way-to-database';
import { withServer } from './testing/with-server';

const brackets = (levels: number): string => `${'['.repeat(levels)}${']'.repeat(levels)}`;
const objects = (levels: number): string => `${'{"a":'.repeat(levels)}1${'}'.repeat(levels)}`;
const batch = (edits: string): string => `{"id":"${nanoid()}","base":0,"edits":${edits}}`;
const set = (field: string, value: string): string =>
  batch(`[{"do":"set","part":"root","field":${field},"value":${value}}]`);

type Row = readonly [
  method: string,
  path: string,
  body?: string | Buffer | undefined,
  headers?: Record<string, string>,
];

/** Requests somebody who is signed in may send: each is refused with a sentence, none breaks the server. */
const requests: readonly Row[] = [
  ...[
    '%00',
    'a%00b',
    '%ff',
    'a%0d%0ab',
    '..',
    '%2e%2e',
    '%2e%2e%2f',
    'a/../b',
    "a'--",
    'a%27%20OR%201=1',
    'A',
    '1',
    '-',
    'x'.repeat(41),
    'x'.repeat(8000),
    '%F0%9F%98%80',
    'constructor',
    '__proto__',
    'null',
    'undefined',
    '%',
    '*',
    '{}',
    '%20',
  ].flatMap((id): Row[] => [
    ['GET', `/pages/${id}`],
    ['POST', `/pages/${id}/edits`, batch('[{"do":"remove","part":"x"}]')],
    ['GET', `/sites/${id}/pictures`],
    ['GET', `/sites/tidewick/files/${id}`],
    ['GET', `/sites/${id}/reach`],
    ['POST', `/pages/${id}/would-change`, '{"edits":[{"do":"remove","part":"x"}]}'],
    ['POST', '/pages/mill-home/would-change', `{"edits":[{"do":"remove","part":"${id}"}]}`],
    [
      'POST',
      '/pages/mill-home/edits',
      batch(`[{"do":"set","on":"site","section":"${id}","part":"${id}","field":["name"],"value":"x"}]`),
    ],
    ['POST', '/pages/mill-home/edits', batch(`[{"do":"own","on":"both","part":"${id}"}]`)],
    [
      'POST',
      '/pages/mill-home/edits',
      batch(`[{"do":"set","on":"site","field":["pictures","${id}","alt"],"value":"x"}]`),
    ],
    [
      'POST',
      '/pages/mill-home/edits',
      batch(`[{"do":"set","on":"site","field":["tokens","${id}"],"value":"red;}*{x"}]`),
    ],
    [
      'POST',
      '/pages/mill-home/edits',
      batch(`[{"do":"set","on":"site","field":["elements","${id}","wide","normal","color"],"value":"red"}]`),
    ],
    ['POST', '/pages/mill-home/edits', batch(`[{"do":"remove","on":"site","from":"classes","id":"${id}"}]`)],
    [
      'POST',
      '/pages/mill-home/edits',
      batch(`[{"do":"insert","on":"site","into":"pictures","id":"${id}","item":{"name":"x"}}]`),
    ],
  ]),
  ...['-1', '1.5', '1e9', '99999999999999999999', '2147483648', 'NaN', 'Infinity', '', '0x10', "0'", '%00', '[]']
    .filter((one) => one !== '')
    .map((since): Row => ['GET', `/pages/tidewick-home/log?since=${since}`]),
  ['GET', '/pages/tidewick-home/log?since[]=1'],
  ['GET', '/pages/tidewick-home/log?since[a]=1'],
  ['GET', '/pages/tidewick-home/log?since=1&since=2'],
  ...['-1', '1.5', '2147483648', '99999999999999999999', '"0"', 'null', '[]', '{}', '1e400'].map((base): Row => [
    'POST',
    '/pages/tidewick-home/edits',
    `{"id":"${nanoid()}","base":${base},"edits":[{"do":"remove","part":"x"}]}`,
  ]),
  ...[
    '""',
    '"short"',
    '"has space in its middle x"',
    '"\\u0000aaaaaaaaaaaaaaaaaaa"',
    '1',
    'null',
    `"${'x'.repeat(41)}"`,
    '["aaaaaaaaaaaaaaaaaaaa"]',
  ].map((id): Row => [
    'POST',
    '/pages/tidewick-home/edits',
    `{"id":${id},"base":0,"edits":[{"do":"remove","part":"x"}]}`,
  ]),
  ...[50, 99, 101, 3000, 100_000, 3_000_000].flatMap((levels): Row[] => [
    ['POST', '/pages/tidewick-home/edits', brackets(levels)],
    ['POST', '/pages/tidewick-home/edits', set('["content","base","title"]', brackets(levels))],
    ['POST', '/pages/tidewick-home/edits', set('["name"]', objects(Math.min(levels, 100_000)))],
  ]),
  ['POST', '/pages/tidewick-home/edits', '['.repeat(3_000_000)],
  ['POST', '/pages/tidewick-home/edits', Buffer.alloc(9_000_000, 0x20)],
  ['POST', '/pages/tidewick-home/edits', `"${'x'.repeat(8_500_000)}"`],
  ['POST', '/pages/tidewick-home/edits', gzipSync(brackets(4_000_000)), { 'content-encoding': 'gzip' }],
  ['POST', '/pages/tidewick-home/edits', gzipSync(Buffer.alloc(60_000_000, 0x20)), { 'content-encoding': 'gzip' }],
  ['POST', '/pages/tidewick-home/edits', 'x', { 'content-encoding': 'br' }],
  ['POST', '/pages/tidewick-home/edits', '{}', { 'content-type': 'application/json; charset=utf-7' }],
  ['POST', '/pages/tidewick-home/edits', '{}', { 'content-type': 'text/plain' }],
  ['POST', '/pages/tidewick-home/edits', '', {}],
  ['POST', '/pages/tidewick-home/edits', 'null'],
  ['POST', '/pages/tidewick-home/edits', '{"id":'],
  ['POST', '/pages/tidewick-home/edits', Buffer.from([0xff, 0xfe, 0x00])],
  ['POST', '/pages/tidewick-home/edits', batch('[{"do":"set","part":"root","field":["tag"],"value":["body"]}]')],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch('[{"do":"set","part":"root","field":["attributes","__proto__"],"value":"x"}]'),
  ],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch('[{"do":"set","part":"root","field":["style","wide","normal","color"],"value":"var(--ink"}]'),
  ],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', '"/../etc"')],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', '"/\\u0000"')],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', `"/${'a'.repeat(300)}"`)],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', '["/a"]')],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', 'null')],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', '"/files"')],
  ['POST', '/pages/tidewick-home/edits', set('["path"]', '"/fares"')],
  ['POST', '/sites/tidewick/pages', '{"title":"x","path":"/x","copyOf":"\\u0000"}'],
  ['POST', '/sites/tidewick/pages', '{"title":"x","path":"/x","copyOf":"gone"}'],
  ['POST', '/sites/tidewick/pages', '{"title":"x","path":"/x","copyOf":{"id":"tidewick-home"}}'],
  ['POST', '/sites/tidewick/pages', '{"title":" ","path":"/x"}'],
  ['POST', '/sites/tidewick/pages', '{"title":"x","path":"/"}'],
  ['POST', '/sites/tidewick/pages', `{"title":"${'x'.repeat(30_000)}","path":"/x"}`],
  ['POST', '/sites/tidewick/breakpoints/leaving', '{"breakpoints":[],"heirs":{}}'],
  ['POST', '/sites/tidewick/breakpoints/leaving', brackets(5000)],
  ['POST', '/sites/tidewick/breakpoints/leaving', '{"heirs":"no"}'],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch('[{"do":"share","on":"both","part":"root","section":{"id":"s","name":"x","purpose":"cards"}}]'),
  ],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch('[{"do":"share","on":"both","part":"gone","section":{"id":"__proto__","name":"x","purpose":"cards"}}]'),
  ],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch(
      '[{"do":"move","on":"both","part":"root","to":"gone","parent":"root","index":0,"renamed":{"__proto__":"x"}}]',
    ),
  ],
  [
    'POST',
    '/pages/tidewick-home/edits',
    batch(
      '[{"do":"insert","parent":"root","index":0,"root":"r","parts":{"r":{"kind":"shared","children":[],"tag":"section","classes":[],"style":{},"content":{"base":{"section":"gone"}},"attributes":{}}}}]',
    ),
  ],
  ['POST', '/sites/gone/pages', '{"title":"x","path":"/x"}'],
  ['GET', '/nothing/here'],
  ['POST', '/pages/tidewick-home/releases/next', '{}'],
  ['DELETE', '/sites/tidewick', '{"name":["Tidewick Ferries"]}'],
  ['DELETE', '/sites/tidewick', '{"name":"tidewick ferries"}'],
  ['POST', '/sites', '{"name":"X","host":"../etc","language":"en","breakpoints":"three","home":"Home"}'],
  ['POST', '/sites', '{"name":"X","host":"preview-x","language":"en","breakpoints":"three","home":"Home"}'],
  ['POST', '/sites', '{"name":"X","host":"xyz","language":"en\" onload=\"","breakpoints":"three","home":"Home"}'],
  ['POST', '/sites', '{"name":"X","host":"xyz","language":"en","breakpoints":"__proto__","home":"Home"}'],
  ['PUT', '/sites/tidewick/offline', '{"offline":{"status":200,"words":"x"}}'],
  ['PUT', '/sites/tidewick/offline', '{"offline":{"status":503,"words":{"$gt":""}}}'],
  ['POST', '/sites/tidewick/invitations', '{"email":"x@y.example\r\nBcc: z@z.example","role":"owner"}'],
  ['POST', '/sites/tidewick/invitations', '{"email":"x@y.example","role":"__proto__"}'],
  ['PATCH', '/sites/tidewick/people/ada', '{"role":["owner"]}'],
  ['PATCH', '/sites/tidewick/people/constructor', '{"role":"owner"}'],
  ['POST', '/sites/tidewick/releases', '{"pages":["../x"]}'],
  ['POST', '/sites/tidewick/releases/1e99/back', '{}'],
  ['POST', '/sites/tidewick/releases/1%27/back', '{}'],
  ['PATCH', '/sites/tidewick/releases/1', '{"name":"x","number":7}'],
  ['DELETE', '/pages/tidewick-home', '{"redirect":"javascript:alert(1)"}'],
  ['POST', '/sites/tidewick/bin/tidewick-home', '{"path":"/../x"}'],
  ['PUT', '/account/password', '{"now":{"$ne":""},"next":"a new one, longer"}'],
  ['PATCH', '/account', '{"name":"x","studio":true}'],
  ['GET', '/sites/tidewick/history?before=now()'],
];

/** The same and more, by somebody who is not signed in. */
const strangers: readonly Row[] = [
  ['POST', '/links/read', '{"key":["x"]}'],
  ['POST', '/links/use', `{"key":"${'A'.repeat(43)}","password":"anything at all","name":"X"}`],
  ['POST', '/links/use', '{"key":"\u0027 OR 1=1","password":"anything at all"}'],
  ['POST', '/password/forgotten', '{"email":["ada@studio.example"]}'],
  ['POST', '/password/forgotten', '{"email":"ada@studio.example\r\nBcc: x@y.example"}'],
  ['POST', '/session', '{"email":"ada@studio.example","password":["paper-and-ink"]}'],
  ['POST', '/session', '{"email":{"$ne":""},"password":"x"}'],
  ['POST', '/session', '{"email":"a\\u0000@b.example","password":"x"}'],
  ['POST', '/session', `{"email":"ada@studio.example","password":"${'x'.repeat(201)}"}`],
  ['POST', '/session', `{"email":"ada@studio.example","password":"${'x'.repeat(9000)}"}`],
  ['POST', '/session', brackets(1500)],
  ['POST', '/session', brackets(4_000_000)],
  ['POST', '/session', gzipSync(brackets(4_000_000)), { 'content-encoding': 'gzip' }],
  ['POST', '/session', 'null'],
  ['POST', '/session', ''],
  ['POST', '/pages/tidewick-home/edits', brackets(4_000_000)],
  ['POST', '/pages/tidewick-home/edits', gzipSync(brackets(4_000_000)), { 'content-encoding': 'gzip' }],
  [
    'POST',
    '/sites/tidewick/pictures',
    Buffer.alloc(3_000_000),
    { 'content-type': 'multipart/form-data; boundary=edge' },
  ],
  ['GET', '/sites', undefined, { cookie: 'fold=s%3Aforged.signature' }],
  ['GET', '/sites', undefined, { cookie: `fold=${'x'.repeat(6000)}` }],
  ['GET', '/sites', undefined, { cookie: 'fold=%00' }],
  ['GET', '/pages/tidewick-home/feed'],
];

describe('Requests that mean harm', () => {
  let running: Running;
  let ada: Client;
  beforeAll(async () => {
    running = await runServer();
    ada = new Client(running.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(() => running.stop());

  const isRefused = (answer: Answer): void => {
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).withContext(answer.body).toBeLessThan(500);
    if (answer.headers['content-type']?.includes('json')) expect(answer.refusal().problem).toMatch(/\w+ \w+/);
  };
  const say = ([method, path, body]: Row): string =>
    `${method} ${path.slice(0, 70)} ${String(body ?? '').slice(0, 60)}`;

  for (const [at, row] of requests.entries())
    it(`are refused in words (${at}): ${say(row)}`, async () => {
      const [method, path, body, headers] = row;
      isRefused(await ada.call(method, path, body === undefined ? undefined : Buffer.from(body), headers));
    });
  it('leave the pages as they were', async () => {
    expect((await ada.open('tidewick-home')).revision).toBe(0);
  });
  for (const [at, row] of strangers.entries())
    it(`are refused in words before sign-in (${at}): ${say(row)}`, async () => {
      const [method, path, body, headers] = row;
      const answer = await ask(running.port, method, `/api${path}`, {
        headers: { origin: `http://localhost:${running.port}`, 'content-type': 'application/json', ...headers },
        ...(body !== undefined && { body }),
      });
      isRefused(answer);
      if (!/^\/(session|links|password)/.test(path)) expect(answer.status).toBe(401);
    });
  it('for a file of the interface that there is none are answered 404, not with a page', async () => {
    for (const path of ['/chunk-ABCDEFGH.js', '/chunk-ABCDEFGH.js.map', '/assets/none.css', '/favicon.ico', '/a/b.js'])
      expect((await ask(running.port, 'GET', path)).status)
        .withContext(path)
        .toBe(404);
  });
});

describe('A body that a stranger sends', () => {
  const at = withServer({ here: pino({ level: 'silent' }) });

  it('is never read: eight megabytes are refused before they are parsed', async () => {
    const body = gzipSync(brackets(4_000_000));
    const parsed = spyOn(JSON, 'parse').and.callThrough();
    const asked = Array.from({ length: 8 }, () =>
      ask(at.running.port, 'POST', '/api/pages/tidewick-home/edits', {
        headers: {
          origin: `http://localhost:${at.running.port}`,
          'content-type': 'application/json',
          'content-encoding': 'gzip',
        },
        body,
      }),
    );
    for (const one of await Promise.all(asked)) expect(one.status).toBe(401);
    expect(parsed.calls.allArgs().filter(([text]) => text.length > 1000)).toEqual([]);
  });
});

describe('A server whose database goes away', () => {
  it('says so, asks to try again, stores nothing half, and goes on when it is back; its log holds no contents', async () => {
    const way = new WayToDatabase();
    const logged: string[] = [];
    const running = await runServer({
      through: way.to,
      here: pino({ level: 'trace' }, { write: (line: string) => void logged.push(line) }),
    });
    const ada = new Client(running.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
    const words = 'These words are nobody’s business';
    const write = (title: string) =>
      ada.call('POST', '/pages/tidewick-home/edits', {
        id: nanoid(),
        base: 0,
        edits: [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: title }],
      });
    await way.close();
    const answers = [
      await write(words),
      await ada.call('GET', '/sites'),
      await ada.call('GET', '/pages/tidewick-home'),
      await ada.call('POST', '/pages/tidewick-home/releases', {}),
      await ada.signIn('ada@studio.example', 'paper-and-ink'),
    ];
    for (const answer of answers) {
      expect(answer.status).toBe(503);
      expect(answer.headers['retry-after']).toBe('2');
      expect(answer.refusal().problem).toMatch(/database is not available.*again/);
    }
    await way.open();
    expect((await write('Back again')).status).toBe(200);
    expect((await ada.open('tidewick-home')).revision).toBe(1);
    await running.service.database.query('DROP TABLE batches');
    expect((await write(words)).status).toBe(500);
    expect(logged.length).toBeGreaterThan(0);
    expect(logged.join('')).not.toContain('nobody’s business');
    expect(logged.join('')).toContain('42P01'); // undefined_table (PostgreSQL, appendix A)
    await running.stop();
    await way.close();
  });
});
