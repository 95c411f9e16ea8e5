import { CsvError, parse } from 'csv-parse/browser/esm/sync';
import { Problem } from '../problem';
import { checkCircle } from '../edits/check/check-redirects';
import { mostRedirects, RedirectTo } from '../site';
import { oldAddress, serialized } from './old-address';
import type { Redirects } from './redirects';

/** A row that is not a redirect, with its cells as text and the reason. */
export interface RejectedRow {
  readonly text: string;
  readonly reason: string;
}

/** The site's redirects, and the paths of its pages by page id. */
export interface KnownAddresses {
  readonly redirects: Redirects;
  readonly pages: Readonly<Record<string, string>>;
}

/** Splits a list into rows and cells. The first row decides the delimiter: a tab, semicolon, comma, arrow or space. */
function cellsOf(text: string): string[][] {
  const plain = text.replace(/[ \t]*(?:=>|->|→)[ \t]*/g, '\t').replace(/^\uFEFF/, '');
  const first = plain.split(/\r?\n/).find((line) => line.trim() !== '') ?? '';
  const delimiter = ['\t', ';', ','].find((one) => first.includes(one));
  if (delimiter === undefined)
    return plain.split(/\r?\n/).flatMap((line) => (line.trim() === '' ? [] : [line.trim().split(/\s+/)]));
  const options = { delimiter, trim: true, skip_empty_lines: true, relax_column_count: true, relax_quotes: true };
  try {
    return parse(plain, options);
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    return plain.split(/\r?\n/).map((line) => line.split(delimiter)); // the rows are then checked one by one
  }
}

const isHeader = (cells: readonly string[]): boolean => !cells.some((cell) => cell.includes('/') || cell.includes('.'));

/** Converts a new address to a link. The path of a page becomes a link to the page by its id. */
function linkTo(typed: string, pages: Readonly<Record<string, string>>): string {
  if (typed.startsWith('/') && !typed.startsWith('//')) {
    const [, address = typed, place = ''] = /^([^#]*)(.*)$/s.exec(typed) ?? [];
    const { path, query } = serialized(address);
    const page = query === '' ? Object.keys(pages).find((id) => pages[id] === path) : undefined;
    if (page !== undefined) return `page:${page}${place}`;
  }
  const link = RedirectTo.safeParse(typed);
  if (!link.success) throw new Problem(link.error.issues[0]!.message);
  return link.data;
}

/** Adds the redirect of a row to `all`. @throws Problem if the row is not a redirect, or closes a loop */
function addRow([from = '', to = '']: readonly string[], all: Record<string, string>, known: KnownAddresses): string {
  if (to === '') throw new Problem('The new address is missing.');
  const [address, link] = [oldAddress(from), linkTo(to, known.pages)];
  const isNew = !Object.hasOwn(all, address);
  if (isNew && Object.keys(all).length >= mostRedirects) throw new Problem('A site has at most 1,000 redirects.');
  checkCircle({ ...all, [address]: link }, address);
  all[address] = link;
  return address;
}

/**
 * Reads redirects from a pasted list or CSV (RFC 4180): the old address and the new one in each row, separated by tabs,
 * semicolons, commas, arrows or spaces. A first row without an address is skipped as a header. If an old address
 * occurs more than once, its last row applies.
 */
export function readRedirectList(
  text: string,
  known: KnownAddresses,
): { readonly redirects: Redirects; readonly rejected: readonly RejectedRow[] } {
  const all: Record<string, string> = { ...known.redirects };
  const named = new Set<string>();
  const rejected: RejectedRow[] = [];
  const rows = cellsOf(text);
  for (const row of rows) {
    if (row === rows[0] && isHeader(row)) continue;
    try {
      named.add(addRow(row, all, known));
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      rejected.push({ text: row.join(' → '), reason: error.message });
    }
  }
  return { redirects: Object.fromEntries([...named].map((from) => [from, all[from]!])), rejected };
}
