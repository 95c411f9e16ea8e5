import { pageOfLink } from '../kinds/link';

/** Where paths lead that no page is found at: a link each. */
export type Redirects = Readonly<Record<string, string>>;

/** The paths of pages that are live, by the pages’ ids. */
type Paths = Readonly<Record<string, string>>;

const own = (record: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;

/** The path of this site a link leads to, without the place on the page; undefined where it leads elsewhere. */
function pathOf(link: string, paths: Paths): string | undefined {
  const page = pageOfLink(link)?.page;
  if (page !== undefined) return own(paths, page);
  return link.startsWith('/') ? link.replace(/[?#].*$/, '') : undefined;
}

/** The paths one is led through before one comes back to where one was; undefined where one arrives. */
export function circleOf(redirects: Redirects, from: string): string[] | undefined {
  const way = [from];
  for (let at: string | undefined = own(redirects, from); at !== undefined;) {
    const path = pathOf(at, {});
    if (path === undefined) return undefined;
    if (way.includes(path)) return [...way, path];
    way.push(path);
    at = own(redirects, path);
  }
  return undefined;
}

/**
 * Where visitors are led at once who ask for a path, through however many redirects: the path of a page that is live,
 * or an address. Undefined where the way ends at nothing, or goes round in a circle.
 */
export function leadsTo(redirects: Redirects, paths: Paths, from: string): string | undefined {
  const found = new Set(Object.values(paths));
  const seen = new Set([from]);
  for (let link = own(redirects, from); link !== undefined;) {
    const named = pageOfLink(link);
    const path = pathOf(link, paths);
    if (path === undefined) return named ? undefined : link; // a page that is not live, or an address
    const behind = named ? (named.place === undefined ? '' : `#${named.place}`) : link.slice(link.search(/[?#]|$/));
    if (found.has(path)) return path + behind;
    if (seen.has(path)) return undefined;
    seen.add(path);
    link = own(redirects, path);
  }
  return undefined;
}

/** Every path that leads somewhere and that no page is at, with where it leads at once. */
export function leadingPaths(redirects: Redirects, paths: Paths): Record<string, string> {
  const taken = new Set(Object.values(paths));
  return Object.fromEntries(
    Object.keys(redirects).flatMap((from) => {
      const to = taken.has(from) ? undefined : leadsTo(redirects, paths, from);
      return to === undefined ? [] : [[from, to] as const];
    }),
  );
}
