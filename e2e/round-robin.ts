import { once } from 'node:events';
import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';

/** Passes each request to the next of several servers in turn; where that does not answer, to the one after it. */
export class RoundRobin {
  private next = 0;
  private readonly server = createServer((from, to) => void this.pass(from, to));
  /** How many requests each server answered. */
  readonly answered = new Map<number, number>();

  private constructor(private readonly ports: readonly number[]) {}

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
    for (const index of this.ports.keys()) {
      const port = this.ports[(first + index) % this.ports.length]!;
      if (await this.passTo(port, from, body, to)) return;
    }
    to.writeHead(502).end();
  }

  /** Whether that server answered; what breaks off within an answer breaks off for who asked, too. */
  private passTo(port: number, from: IncomingMessage, body: Buffer, to: ServerResponse): Promise<boolean> {
    return new Promise((done) => {
      const { url: path, method, headers } = from;
      const asked = request({ host: '127.0.0.1', port, path, method, headers }, (answer) => {
        this.answered.set(port, (this.answered.get(port) ?? 0) + 1);
        to.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.on('error', () => to.destroy());
        answer.pipe(to);
        done(true);
      });
      asked.on('error', () => (to.headersSent ? to.destroy() : done(false)));
      to.on('close', () => asked.destroy());
      asked.end(body);
    });
  }

  async close(): Promise<void> {
    this.server.closeAllConnections();
    await new Promise((done) => this.server.close(done));
  }
}
