import { once } from 'node:events';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { freePort } from '../../prepare/ports.mjs';

/** A way to PostgreSQL that a test can close and open again, as when the database goes away and comes back. */
export class WayToDatabase {
  private readonly sockets = new Set<Socket>();
  private server: Server | undefined;
  private port: number | undefined;
  private target = { host: '127.0.0.1', port: 5432 };

  /** The address by which a database is reached this way. */
  readonly to = async (address: string): Promise<string> => {
    const url = new URL(address);
    this.target = { host: url.hostname, port: Number(url.port) };
    await this.open();
    url.port = String(this.port);
    return url.href;
  };

  async open(): Promise<void> {
    const server = createServer((near) => {
      const far = connect(this.target);
      for (const socket of [near, far]) {
        this.sockets.add(socket);
        socket.on('error', () => undefined).on('close', () => this.sockets.delete(socket));
      }
      near.pipe(far).pipe(near);
    });
    await once(server.listen((this.port ??= await freePort()), '127.0.0.1'), 'listening');
    this.server = server;
  }

  async close(): Promise<void> {
    const closed = new Promise((done) => (this.server ? this.server.close(done) : done(undefined)));
    for (const socket of this.sockets) socket.destroy();
    await closed;
    this.server = undefined;
  }
}
