import { liveApp } from '../../live/app';
import { Client, expectNoUnreadRefusals, runServer, serving, type Running, type ServerOptions } from './running';

/** A server with its live host, and Ada, who is signed in. */
export interface WithServer {
  running: Running;
  live: Awaited<ReturnType<typeof serving>>;
  ada: Client;
}

/** Arranges a server of its own around the specs of the suite that calls it. */
export function withServer(options?: ServerOptions): WithServer {
  const at = {} as WithServer; // filled before any spec runs
  beforeAll(async () => {
    at.running = await runServer(options);
    at.live = await serving(liveApp(at.running.service.config.liveFolder));
    at.ada = new Client(at.running.port);
    await at.ada.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterEach(expectNoUnreadRefusals);
  afterAll(async () => {
    await at.live.stop();
    await at.running.stop();
  });
  return at;
}

/** A second server on the database and folder of the first, with Ada signed in there too. */
export interface WithTwoServers extends WithServer {
  other: Running;
  there: Client;
}

/** Arranges two servers that work on one database around the specs of the suite that calls it. */
export function withTwoServers(): WithTwoServers {
  const at = withServer() as WithTwoServers; // filled before any spec runs
  beforeAll(async () => {
    at.other = await runServer({ beside: at.running });
    at.there = new Client(at.other.port);
    await at.there.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(() => at.other.stop());
  return at;
}
