import type { Server } from 'node:http';
import type { Express } from 'express';

/** Listens on loopback. @throws with one sentence when the port is taken or not allowed */
export function listen(app: Express, port: number, variable: string): Promise<Server> {
  return new Promise((done, fail) => {
    const server = app.listen(port, '127.0.0.1');
    // longer than browsers and proxies keep a connection they may use again: none is closed under a request
    server.keepAliveTimeout = 70_000;
    server.headersTimeout = 75_000;
    server.once('listening', () => done(server));
    server.once('error', (error: NodeJS.ErrnoException) => {
      const reason =
        error.code === 'EADDRINUSE'
          ? 'is taken by another program'
          : error.code === 'EACCES'
            ? 'may not be used by this account'
            : `cannot be used (${error.message})`;
      fail(new Error(`Port ${port} ${reason}. Free it, or set ${variable} to another one.`));
    });
  });
}
