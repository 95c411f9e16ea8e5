import { nanoid } from 'nanoid';
import { pino } from 'pino';
import { Client, runServer, type Running } from '../testing/running';

describe('The log of requests', () => {
  const lines: string[] = [];
  let running: Running;
  beforeAll(async () => {
    const log = pino({ level: 'trace' }, { write: (line: string) => void lines.push(line) });
    running = await runServer({ here: log });
  });
  afterAll(() => running.stop());

  it('has a line for each request, under the id its answer carries, and none of what was sent', async () => {
    const ada = new Client(running.port);
    const answers = [
      await ada.call('POST', '/session', { email: 'ada@studio.example', password: 'paper-and-ink' }),
      await ada.call('POST', '/pages/tidewick-home/edits', {
        id: nanoid(),
        base: 0,
        edits: [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'private words' }],
      }),
      await ada.call('GET', '/pages/tidewick-home/log?since=private-query'),
      await ada.call('GET', '/pages/nothing-here'),
    ];
    const logged = lines.map(
      (line) => JSON.parse(line) as { req?: { id: string; path: string }; res?: { status: number } },
    ); // pino writes JSON
    for (const answer of answers) {
      const line = logged.find((one) => one.req?.id === answer.headers['x-request-id']);
      expect(line?.res?.status).toBe(answer.status);
      expect(line?.req?.path).toMatch(/^\/api\//);
    }
    expect(new Set(logged.map((one) => one.req?.id)).size).toBeGreaterThanOrEqual(answers.length);
    for (const secret of ['paper-and-ink', 'ada@studio', 'private', 'cookie', 'fold='])
      expect(lines.join('')).not.toContain(secret);
  });
});
