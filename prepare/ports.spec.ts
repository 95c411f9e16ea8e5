import { once } from 'node:events';
import { connect, createServer, type AddressInfo } from 'node:net';
import { freePort } from './ports.mjs';

describe('A free port', () => {
  const many = (): Promise<number[]> => Promise.all(Array.from({ length: 200 }, freePort));

  it('is another each time, and one can listen there', async () => {
    const ports = await many();
    expect(new Set(ports).size).toBe(ports.length);
    for (const port of ports) {
      const server = createServer();
      await once(server.listen(port, '127.0.0.1'), 'listening');
      server.close();
    }
  });
  it('is none that a connection may be given by the system, so that a server comes back on its own', async () => {
    const server = createServer((socket) => socket.resume());
    await once(server.listen(0, '127.0.0.1'), 'listening');
    const sockets = Array.from({ length: 500 }, () => connect((server.address() as AddressInfo).port, '127.0.0.1'));
    await Promise.all(sockets.map((socket) => once(socket, 'connect')));
    const lowest = Math.min(...sockets.map((socket) => socket.localPort!)); // connected
    expect((await many()).filter((port) => port >= lowest)).toEqual([]);
    for (const socket of sockets) socket.destroy();
    server.close();
  });
});
