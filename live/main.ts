import { resolve } from 'node:path';
import { liveApp } from './app';

const port = Number(process.env['FOLD_LIVE_PORT'] ?? 4300);
const root = resolve(process.env['FOLD_DATA'] ?? 'var', 'live');

const server = liveApp(root).listen(port, '127.0.0.1');
// longer than proxies keep a connection they may use again: none is closed under a request
server.keepAliveTimeout = 70_000;
server.headersTimeout = 75_000;
server.once('listening', () => process.send?.('ready'));
server.once('error', (error: NodeJS.ErrnoException) => {
  const reason = error.code === 'EADDRINUSE' ? 'is taken by another program' : `cannot be used (${error.message})`;
  console.error(`Port ${port} ${reason}. Free it, or set FOLD_LIVE_PORT to another one.`);
  process.exit(1);
});
const stop = (): void => {
  server.closeAllConnections();
  server.close(() => process.exit(0));
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
process.once('disconnect', stop); // whoever started it is gone
