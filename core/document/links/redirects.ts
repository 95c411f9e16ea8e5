import { pageOfLink } from '../kinds/link';
import { serialized } from './old-address';

/** Links by old address. An old address without a query also matches requests with a query. */
export type Redirects = Readonly<Record<string, string>>;

/** The paths of pages that are live, by the pages’ ids. */
type Paths = Readonly<Record<string, string>>;

const own = (record: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;

/** An address of this site: its path, its query with the `?`, and its fragment with the `#`. */
interface Within {
  readonly path: string;
  readonly query: string;
  readonly place: string;
}

/** Resolves a link to an address of this site; undefined if it is external, or its page is not live. */
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

/** Returns the redirect of an address with its query, or else the redirect of its path. */
const redirectOf = (redirects: Redirects, { path, query }: Within): string | undefined =>
  (query === '' ? undefined : own(redirects, path + query)) ?? own(redirects, path);

/** Returns the addresses of a redirect loop that starts at `from`; undefined if there is no loop. */
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
 * Resolves a chain of redirects from an old address: returns the path of a live page, or an external address.
 * Undefined if the chain ends at nothing, or is a loop.
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

/** Resolves every redirect whose old address is not the path of a page. Leaves out those that resolve to nothing. */
export function leadingPaths(redirects: Redirects, paths: Paths): Record<string, string> {
  const taken = new Set(Object.values(paths));
  return Object.fromEntries(
    Object.keys(redirects).flatMap((from) => {
      const to = taken.has(from) ? undefined : leadsTo(redirects, paths, from);
      return to === undefined ? [] : [[from, to] as const];
    }),
  );
}
