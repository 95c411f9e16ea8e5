import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import * as z from 'zod';
import { placesOf } from '@core/compile/places';
import { compile, plainFiles } from '@core/compile/compile';
import { readPage, readSite } from '@core/document/edits/check/check-page';
import { Page } from '@core/document/page';
import { Problem, type Place } from '@core/document/problem';
import { Reviewer } from '@core/review/review';
import { seenPage } from '@core/document/seen/seen-page';
import { Site } from '@core/document/site';
import { ArchiveContents } from '@core/archive/archive';
import { Fault, readJson, reasonOf } from './fault';
import { exportSite, importArchive } from './from-server';
import { publishArchive } from './publish-archive';

const usage = `fold compile PAGE.json --site SITE.json --out DIR [--with OTHER-PAGE.json …]
fold review PAGE.json --site SITE.json
fold publish ARCHIVE.zip --to DIR [--address https://HOST]
fold export SITE --out ARCHIVE.zip --email EMAIL [--server http://localhost:4200]
fold import ARCHIVE.zip --name NAME --host HOST --email EMAIL [--server http://localhost:4200]
fold schema page|site|archive

export and import sign in to a server; the password stands in FOLD_PASSWORD.`;

/** The place of a problem as a path into the file: `parts.p1.style.wide.normal.color`. */
function pathOf({ part, breakpoint, state, property, field }: Place): string {
  if (field !== undefined && part === undefined) return field;
  const style = property === undefined ? [] : ['style', breakpoint, state, property];
  return [...(part === undefined ? [] : ['parts', part]), ...style, field]
    .filter((step) => step !== undefined && step !== '')
    .join('.');
}

function checked<T>(file: string, read: (data: unknown) => T): T {
  const data = readJson(file);
  try {
    return read(data);
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    throw new Fault(`${file}: ${[pathOf(error.place), error.message].filter((piece) => piece !== '').join(': ')}`);
  }
}

/** Compiles a page; links to the pages that are given beside it lead to their paths. */
function compileFiles(
  pageFile: string | undefined,
  siteFile: string | undefined,
  out: string | undefined,
  others: readonly string[],
): void {
  if (pageFile === undefined || siteFile === undefined || out === undefined) throw new Fault(usage);
  const site = checked(siteFile, readSite);
  const page = checked(pageFile, (data) => readPage(site, data));
  const beside = others.map((file) => checked(file, (data) => readPage(site, data)));
  const places = placesOf([page, ...beside]);
  const { html, css } = compile(site, page, { ...plainFiles, ...(beside.length > 0 && places) });
  try {
    mkdirSync(out, { recursive: true });
    writeFileSync(join(out, 'index.html'), html);
    writeFileSync(join(out, 'style.css'), css);
  } catch (error) {
    throw new Fault(`${out}: cannot be written (${reasonOf(error)})`);
  }
}

/**
 * What the checks say of a page as far as no layout is needed: a line a finding; any error among them ends with exit
 * code 1.
 */
function reviewFiles(pageFile: string | undefined, siteFile: string | undefined): void {
  if (pageFile === undefined || siteFile === undefined) throw new Fault(usage);
  const site = checked(siteFile, readSite);
  const page = checked(pageFile, (data) => readPage(site, data));
  const findings = new Reviewer().review({ site, page: seenPage(site, page) });
  for (const { severity, part, check, breakpoints, reason } of findings)
    console.log(`${severity} parts.${part} ${check}${breakpoints ? ` (${breakpoints.join(', ')})` : ''}: ${reason}`);
  if (findings.some((one) => one.severity === 'error')) process.exitCode = 1;
}

const schemas: Readonly<Record<string, z.ZodType>> = { page: Page, site: Site, archive: ArchiveContents };

function printSchema(which: string | undefined): void {
  const schema = which !== undefined && Object.hasOwn(schemas, which) ? schemas[which] : undefined;
  if (!schema) throw new Fault(usage);
  console.log(JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2));
}

const text = { type: 'string' } as const;
const options = {
  ...{ site: text, out: text, to: text, address: text, server: text, email: text, name: text, host: text },
  with: { type: 'string', multiple: true },
} as const;

async function run(): Promise<void> {
  const { values, positionals } = parseArgs({ allowPositionals: true, options });
  const [command, subject] = positionals;
  const given = <Key extends keyof typeof values>(key: Key): NonNullable<(typeof values)[Key]> => {
    const value = values[key];
    if (value === undefined) throw new Fault(usage);
    return value;
  };
  if (command === 'compile') return compileFiles(subject, values.site, values.out, values.with ?? []);
  if (command === 'review') return reviewFiles(subject, values.site);
  if (command === 'schema') return printSchema(subject);
  if (subject === undefined) throw new Fault(usage);
  if (command === 'publish') return publishArchive(subject, given('to'), values.address);
  const server = values.server ?? 'http://localhost:4200';
  if (command === 'export') return exportSite(subject, given('out'), { server, email: given('email') });
  if (command !== 'import') throw new Fault(usage);
  const facts = { name: given('name'), host: given('host') };
  return importArchive(subject, facts, { server, email: given('email') });
}

run().catch((error: unknown) => {
  const usageFault = error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
  if (!(error instanceof Fault) && !usageFault) throw error;
  console.error(error.message);
  process.exitCode = 1;
});
