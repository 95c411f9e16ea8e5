import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import * as z from 'zod';
import { compile, plainFiles } from '@core/compile/compile';
import { readPage, readSite } from '@core/document/edits/check/check-page';
import { Page } from '@core/document/page';
import { Problem, type Place } from '@core/document/problem';
import { Reviewer } from '@core/review/review';
import { seenPage } from '@core/document/seen/seen-page';
import { Site } from '@core/document/site';

const usage = `fold compile PAGE.json --site SITE.json --out DIR [--with OTHER-PAGE.json …]
fold review PAGE.json --site SITE.json
fold schema page|site`;

/** A fault in what the command was given; told in one line. */
class Fault extends Error {}

function readJson(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    throw new Fault(`${file}: cannot be read (${error instanceof Error ? error.message : String(error)})`);
  }
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Fault(`${file}: is not JSON (${error instanceof Error ? error.message : String(error)})`);
  }
}

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
  const pages = Object.fromEntries([page, ...beside].map(({ id, path }) => [id, path]));
  const { html, css } = compile(site, page, { ...plainFiles, ...(beside.length > 0 && { pages }) });
  try {
    mkdirSync(out, { recursive: true });
    writeFileSync(join(out, 'index.html'), html);
    writeFileSync(join(out, 'style.css'), css);
  } catch (error) {
    throw new Fault(`${out}: cannot be written (${error instanceof Error ? error.message : String(error)})`);
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

function printSchema(which: string | undefined): void {
  const schema = which === 'page' ? Page : which === 'site' ? Site : undefined;
  if (!schema) throw new Fault(usage);
  console.log(JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2));
}

try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { site: { type: 'string' }, out: { type: 'string' }, with: { type: 'string', multiple: true } },
  });
  const [command, subject] = positionals;
  if (command === 'compile') compileFiles(subject, values.site, values.out, values.with ?? []);
  else if (command === 'review') reviewFiles(subject, values.site);
  else if (command === 'schema') printSchema(subject);
  else throw new Fault(usage);
} catch (error) {
  const usageFault = error instanceof TypeError && 'code' in error;
  if (!(error instanceof Fault) && !usageFault) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
