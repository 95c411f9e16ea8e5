import { createHash } from 'node:crypto';
import { readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname } from 'node:path';

/**
 * When a process began, in clock ticks since the machine did (proc(5), field 22); undefined where there is none of
 * this number.
 */
function beganAt(pid) {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = text.slice(text.lastIndexOf(')') + 2).split(' ');
    return fields[0] === 'Z' ? undefined : fields[19];
  } catch {
    return undefined;
  }
}

/** A process as it is told from another one that got its number later. */
const markOf = (pid) => ({ pid, began: beganAt(pid) });
const isAlive = ({ pid, began }) => began !== undefined && beganAt(pid) === began;

const wait = (ms) => new Promise((done) => setTimeout(done, ms));

function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/**
 * What runs in a data folder: the start command itself and the programs it started, noted so that the next start
 * finds them.
 */
export class RunningHere {
  constructor(file) {
    this.file = file;
    this.programs = new Map();
  }

  /**
   * Takes the folder for this process; returns whether no other one has it. The lock is an abstract socket (unix(7)):
   * the kernel gives it to one process at a time, and frees it when that ends, however it ends.
   */
  take() {
    const name = createHash('sha256')
      .update(realpathSync(dirname(this.file)))
      .digest('hex');
    const server = createServer().listen(`\0fold-line ${name}`);
    server.unref();
    return new Promise((done) => {
      server.once('listening', () => done(true));
      server.once('error', () => done(false));
    });
  }

  /** The number of a start command that is at work in this folder; undefined where there is none. */
  other() {
    const noted = read(this.file);
    return noted?.command && isAlive(noted.command) ? noted.command.pid : undefined;
  }

  /** Ends the programs that a start command which was killed left running; how many there were. */
  async endLeftovers() {
    const left = (read(this.file)?.programs ?? []).filter(isAlive);
    for (const { pid } of left) kill(pid, 'SIGTERM');
    for (let tries = 0; tries < 40 && left.some(isAlive); tries++) await wait(100);
    for (const one of left.filter(isAlive)) kill(one.pid, 'SIGKILL');
    return left.length;
  }

  note(name, pid) {
    this.programs.set(name, markOf(pid));
    this.write();
  }

  write() {
    writeFileSync(this.file, JSON.stringify({ command: markOf(process.pid), programs: [...this.programs.values()] }));
  }

  forget() {
    rmSync(this.file, { force: true });
  }
}

function kill(pid, signal) {
  try {
    process.kill(pid, signal);
  } catch {
    // it has ended meanwhile
  }
}
