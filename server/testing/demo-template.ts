import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pino } from 'pino';
import { freePort } from '../../prepare/ports.mjs';
import { readConfig } from '../config';
import { serve } from '../serve';
import { freshDatabase } from './databases';

/** A database and a data folder that contain the demo and that no server uses. */
export interface DemoTemplate {
  readonly database: string;
  readonly folder: string;
}

/**
 * Loads the demo once into a new database and folder, the way a server does at its first start, but for pages other
 * than home pages, which specs publish.
 */
export async function makeDemoTemplate(name?: string, folder?: string): Promise<DemoTemplate> {
  const data = folder ?? mkdtempSync(join(tmpdir(), 'fold-demo-'));
  const address = await freshDatabase({ ...(name !== undefined && { name }) });
  const config = readConfig({
    FOLD_DATABASE: address,
    FOLD_SECRET: 'd'.repeat(40),
    FOLD_PORT: String(await freePort()),
    FOLD_DATA: data,
  });
  const serving = await serve(config, pino({ level: 'warn' }), { demo: true, onlyHomes: true });
  await serving.stop();
  return { database: new URL(address).pathname.slice(1), folder: data };
}

const { FOLD_TEST_DEMO: madeDatabase, FOLD_TEST_DEMO_FOLDER: madeFolder } = process.env;
/** The template of the test command; outside of it, a process creates one at first use. */
let template: Promise<DemoTemplate> | undefined =
  madeDatabase !== undefined && madeFolder !== undefined
    ? Promise.resolve({ database: madeDatabase, folder: resolve(madeFolder) })
    : undefined;

/** Copies the demo's database and the files of its releases; returns the address of the database. */
export async function copyDemo(folder: string): Promise<string> {
  const made = await (template ??= makeDemoTemplate());
  cpSync(made.folder, folder, { recursive: true });
  return freshDatabase({ likeness: made.database });
}
