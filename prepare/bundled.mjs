import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const folder = 'var/programs';
const hour = 3_600_000;

/** Removes what earlier sources were bundled into, once nobody can be about to start it. */
function prune(prefix, kept) {
  for (const name of readdirSync(folder)) {
    if (!name.startsWith(prefix) || name === kept) continue;
    const file = join(folder, name);
    if (Date.now() - (statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0) > hour) rmSync(file, { force: true });
  }
}

/**
 * One of the project's TypeScript programs as one file of JavaScript, which starts in a third of the time; packages
 * stay what they are. The file is named by what it says, so that several may be started at once.
 */
export function bundled(entry) {
  const file = known.get(entry);
  if (file !== undefined && existsSync(file)) return file; // it may have been pruned meanwhile
  known.set(entry, bundle(entry));
  return known.get(entry);
}

const known = new Map();

function bundle(entry) {
  const { buildSync } = createRequire(import.meta.url)('esbuild'); // there once packages are installed
  const { outputFiles } = buildSync({
    entryPoints: [entry],
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    sourcemap: 'inline',
    tsconfig: 'tsconfig.node.json',
    write: false,
  });
  const [{ text }] = outputFiles;
  const prefix = `${entry.replace(/\.ts$/, '').replaceAll('/', '-')}-`;
  const name = `${prefix}${createHash('sha256').update(text).digest('hex').slice(0, 16)}.mjs`;
  const file = join(folder, name);
  mkdirSync(folder, { recursive: true });
  if (!existsSync(file)) {
    const unfinished = `${file}.${process.pid}`;
    writeFileSync(unfinished, text);
    renameSync(unfinished, file);
    prune(prefix, name);
  }
  return file;
}
