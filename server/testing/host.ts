import { pino } from 'pino';
import type { Server } from 'node:http';
import { once } from 'node:events';
import { liveApp } from '../../live/app';
import { serve } from '../serve';
import type { HostAnswer, HostRequest } from './server-host';

/**
 * Runs the servers of a test process in another process, so that a test does not block the event loop of the server
 * that it tests. The process is reused, because starting one costs seconds.
 */
const running = new Map<number, () => Promise<void>>();

const closed = async (server: Server): Promise<void> => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
};

async function open(id: number, { config, demo, live, level }: HostRequest & { do: 'open' }): Promise<HostAnswer> {
  const serving = await serve(config, pino({ level }), { demo });
  const liveHost = live ? liveApp(config.liveFolder).listen(config.livePort, '127.0.0.1') : undefined;
  if (liveHost) await once(liveHost, 'listening');
  running.set(id, async () => {
    await serving.stop();
    if (liveHost) await closed(liveHost);
  });
  return { id, ...(serving.first !== undefined && { first: serving.first }) };
}

async function close(id: number): Promise<HostAnswer> {
  await running.get(id)?.();
  running.delete(id);
  return { id };
}

process.on('message', (request: HostRequest) => {
  void (request.do === 'open' ? open(request.id, request) : close(request.id))
    .catch((error: unknown): HostAnswer => ({ id: request.id, failed: String(error) }))
    .then((answer) => process.send?.(answer));
});
process.once('disconnect', () => process.exit(0)); // the test process has ended
process.send?.('ready');
