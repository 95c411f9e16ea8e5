import { once } from 'node:events';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { Readable } from 'node:stream';
import httpProxy from 'http-proxy';

/** Passes each request to the next of several servers in turn; where that does not answer, to the one after it. */
export class RoundRobin {
  private next = 0;
  private readonly proxy = httpProxy.createProxyServer();
  private readonly server = createServer((from, to) => void this.pass(from, to));
  /** How many requests each server answered. */
  readonly answered = new Map<number, number>();

  private constructor(private readonly ports: readonly number[]) {
    // aborts the request when the client disconnects, so that the server closes its event stream
    this.proxy.on('proxyReq', (asked, _from, to) => to.on('close', () => asked.destroy()));
    this.proxy.on('proxyRes', (answer, _from, to) => {
      answer.on('close', () => answer.complete || to.destroy()); // it broke off
      const port = answer.socket.remotePort!; // it is connected
      this.answered.set(port, (this.answered.get(port) ?? 0) + 1);
    });
  }

  static async open(port: number, ports: readonly number[]): Promise<RoundRobin> {
    const proxy = new RoundRobin(ports);
    await once(proxy.server.listen(port, '127.0.0.1'), 'listening');
    return proxy;
  }

  private async pass(from: IncomingMessage, to: ServerResponse): Promise<void> {
    const chunks: Buffer[] = [];
    for await (const chunk of from) chunks.push(chunk as Buffer); // of a request without an encoding
    const body = Buffer.concat(chunks);
    const first = this.next++; // each is asked once, whatever else is asked meanwhile
    for (const index of this.ports.keys())
      if (await this.passTo(this.ports[(first + index) % this.ports.length]!, from, body, to)) return;
    to.writeHead(502).end();
  }

  /** Whether that server answered; what breaks off within an answer breaks off for who asked, too. */
  private passTo(port: number, from: IncomingMessage, body: Buffer, to: ServerResponse): Promise<boolean> {
    return new Promise((done) => {
      to.once('close', () => done(true)); // answered, or nobody waits for an answer any more
      this.proxy.web(from, to, { target: `http://127.0.0.1:${port}`, buffer: Readable.from([body]) }, () =>
        to.headersSent || to.destroyed ? to.destroy() : done(false),
      );
    });
  }

  async close(): Promise<void> {
    this.server.closeAllConnections();
    await new Promise((done) => this.server.close(done));
    this.proxy.close();
  }
}
