import { createServer, type AddressInfo, type Server } from 'node:net';
import { openDatabase } from './open';

/** A message of PostgreSQL's protocol 3.0, as its documentation has it: a letter, the length, the body. */
function message(letter: string, body: Buffer): Buffer {
  const head = Buffer.alloc(5);
  head.write(letter);
  head.writeInt32BE(body.length + 4, 1);
  return Buffer.concat([head, body]);
}

const welcome = [message('R', Buffer.alloc(4)), message('Z', Buffer.from('I'))]; // AuthenticationOk, ReadyForQuery
const farewell = message(
  'E',
  Buffer.from('SFATAL\0C57P01\0Mterminating connection due to unexpected postmaster exit\0\0'),
);

describe('The connection to the database', () => {
  let server: Server;
  let connections = 0;

  beforeAll(async () => {
    server = createServer((socket) => {
      connections++;
      socket.on('error', () => undefined);
      socket.once('data', () => socket.end(Buffer.concat([...welcome, farewell]))); // all of it arrives at once
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  });
  afterAll(() => server.close());

  it('that breaks in the moment it is made is an error for whoever asked for it, and ends nothing', async () => {
    const { port } = server.address() as AddressInfo; // it listens on TCP
    await expectAsync(openDatabase(`postgres://nobody@127.0.0.1:${port}/none`)).toBeRejectedWithError(
      /not queryable|terminat|Connection/,
    );
    expect(connections).toBeGreaterThan(1);
  });
});
