import { stockApp } from './app';

const port = Number(process.env['FOLD_STOCK_PORT'] ?? 4450);
const server = stockApp().listen(port, '127.0.0.1');
server.once('error', (error: NodeJS.ErrnoException) => {
  const reason = error.code === 'EADDRINUSE' ? 'is taken by another program' : `cannot be used (${error.message})`;
  console.error(`Port ${port} ${reason}. Free it, or set FOLD_STOCK_PORT to another one.`);
  process.exit(1);
});
server.once('listening', () => process.send?.('ready'));

const stop = (): void => {
  server.closeAllConnections();
  server.close(() => process.exit(0));
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
process.once('disconnect', stop); // whoever started it is gone
