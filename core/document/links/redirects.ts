import { pageOfLink } from '../kinds/link';
import { serialized } from './old-address';

/** Links by the old addresses that lead to them. An address without a query also holds with any query. */
export type Redirects = Readonly<Record<string, string>>;

/** The paths of pages that are live, by the pages’ ids. */
type Paths = Readonly<Record<string, string>>;

const own = (record: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;

/** An address of this site that a link leads to: its path, its query, and its fragment with the `#`. */
interface Within {
  readonly path: string;
  readonly query: string;
  readonly place: string;
}

/** The address of this site that a link leads to; undefined if it leads elsewhere, or to a page that is not live. */
function within(link: string, paths: Paths): Within | undefined {
  const named = pageOfLink(link);
  if (named) {
    const path = own(paths, named.page);
    return path === undefined
      ? undefined
      : { path, query: '', place: named.place === undefined ? '' : `#${named.place}` };
  }
  if (!link.startsWith('/')) return undefined;
  const [, asked = '', place = ''] = /^([^#]*)(#.*)?$/s.exec(link) ?? [];
  const { path, query } = serialized(asked);
  return { path, query, place };
}

/** The redirect of an address: its own, or the one of its path. An address with a query of its own comes first. */
const redirectOf = (redirects: Redirects, { path, query }: Within): string | undefined =>
  (query === '' ? undefined : own(redirects, path + query)) ?? own(redirects, path);

/** The addresses one is led through before one comes back to where one was; undefined where one arrives. */
export function circleOf(redirects: Redirects, from: string): string[] | undefined {
  const way = [from];
  for (let at: string | undefined = own(redirects, from); at !== undefined;) {
    const to = within(at, {});
    if (!to) return undefined;
    const address = to.path + to.query;
    if (way.includes(address)) return [...way, address];
    way.push(address);
    at = redirectOf(redirects, to);
  }
  return undefined;
}

/**
 * The address visitors are led to at once who ask for an old one, through however many redirects: the path of a page
 * that is live, or an address elsewhere. Undefined if there is nothing at the end, or if the way is a circle.
 */
export function leadsTo(redirects: Redirects, paths: Paths, from: string): string | undefined {
  const found = new Set(Object.values(paths));
  const seen = new Set([from]);
  for (let link = own(redirects, from); link !== undefined;) {
    const to = within(link, paths);
    if (!to) return pageOfLink(link) ? undefined : link;
    const address = to.path + to.query;
    const isRedirected = to.query !== '' && own(redirects, address) !== undefined;
    if (found.has(to.path) && !isRedirected) return address + to.place;
    if (seen.has(address)) return undefined;
    seen.add(address);
    link = redirectOf(redirects, to);
  }
  return undefined;
}

/** Every old address that leads somewhere and that is no path of a page, with the address it leads to at once. */
export function leadingPaths(redirects: Redirects, paths: Paths): Record<string, string> {
  const taken = new Set(Object.values(paths));
  return Object.fromEntries(
    Object.keys(redirects).flatMap((from) => {
      const to = taken.has(from) ? undefined : leadsTo(redirects, paths, from);
      return to === undefined ? [] : [[from, to] as const];
    }),
  );
}
