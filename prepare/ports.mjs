import { randomInt } from 'node:crypto';
import { readFileSync } from 'node:fs';

/** What no program needs rights for, no well-known service stands on, and no browser refuses to open. */
const lowest = 10_100;

/** The first port of those the system gives to connections as they are opened (Linux; elsewhere its usual value). */
function firstOfConnections() {
  try {
    return Number(readFileSync('/proc/sys/net/ipv4/ip_local_port_range', 'utf8').split(/\s+/)[0]);
  } catch {
    return 32_768;
  }
}

const given = new Set();

/**
 * Returns whether this process may choose a port. Processes that run at the same time divide the ports by remainder
 * (`FOLD_PORTS`: `0/2`, `1/2`), so that no port is chosen twice.
 */
function isMine(port) {
  const [remainder, count] = (process.env.FOLD_PORTS ?? '0/1').split('/').map(Number);
  return port % count === remainder;
}

/**
 * A TCP port on loopback that nothing listens on, another each time it is asked for. It is none of those that the
 * system gives to connections: between this answer and whoever listens, and while a server is down that is to come
 * back on its port, such a one would be taken by whatever connects next.
 */
export async function freePort() {
  const { default: getPort } = await import('get-port'); // there once packages are installed
  const end = firstOfConnections();
  const [from, to] = end > lowest + 1_000 ? [lowest, end] : [lowest, 65_536];
  for (let tries = 0; tries < 1_000; tries++) {
    const port = randomInt(from, to);
    if (given.has(port) || !isMine(port)) continue;
    given.add(port); // before anything is waited for
    // it returns another port if this one is in use
    if ((await getPort({ port, host: '127.0.0.1' })) === port) return port;
  }
  throw new Error(`No port between ${from} and ${to - 1} is free.`);
}
