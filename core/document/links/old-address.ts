import * as z from 'zod';
import { Problem } from '../problem';

const longest = 1000;
/** Paths that the host answers from files of its own. */
const ownFiles = /^\/(files(\/.*)?|robots\.txt|sitemap\.xml|manifest\.webmanifest)$/;

const upperHex = (text: string): string => text.replace(/%[0-9a-f]{2}/gi, (one) => one.toUpperCase());

/**
 * The path and query of an address of a host, as the URL standard serializes them (4.5), without a slash at the end of
 * the path; hexadecimal digits in capitals (RFC 3986, 6.2.2.1).
 * @param address begins with `/` and has no fragment
 */
export function serialized(address: string): { readonly path: string; readonly query: string } {
  const { pathname, search } = new URL(`http://host${address}`);
  return { path: upperHex(pathname.replace(/(?<=.)\/+$/, '')), query: upperHex(search) };
}

/**
 * The old address that somebody typed, as requests name it (see `serialized`). It may have a host, because the site may
 * have had another one; the host is left out.
 * @throws Problem if it is empty, too long, has a fragment or is kept for files of the host
 */
export function oldAddress(typed: string): string {
  const text = typed.trim();
  if (text === '') throw new Problem('Type the old address, such as /about.html.');
  if (text.includes('#')) throw new Problem('Leave out # and the text after it: browsers do not send it.');
  const [, host = '', rest = text] = /^(https?:\/\/[^/?]*)(.*)$/is.exec(text) ?? [];
  if (host !== '' && !URL.canParse(host)) throw new Problem(`“${host.slice(0, 80)}” is no address of a site.`);
  const { path, query } = serialized(rest.startsWith('/') ? rest : `/${rest}`);
  if (ownFiles.test(path)) throw new Problem(`The path ${path} is kept for a file of the host.`);
  const address = path + query;
  if (address.length > longest) throw new Problem('An old address has at most 1,000 characters.');
  return address;
}

const isOldAddress = (text: string): boolean => {
  try {
    return oldAddress(text) === text;
  } catch (error) {
    if (error instanceof Problem) return false;
    throw error;
  }
};

/** An address the site had before, as `oldAddress` returns it. */
export const OldAddress = z
  .string()
  .max(longest)
  .refine(isOldAddress, 'An old address begins with / and is written as the URL standard writes it.');

/** An old address for people to read: its letters of any script as they are, instead of as percent-encoded bytes. */
export function readableAddress(address: string): string {
  try {
    return decodeURI(address);
  } catch (error) {
    if (error instanceof URIError) return address; // bytes that are no UTF-8
    throw error;
  }
}
