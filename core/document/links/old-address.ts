import * as z from 'zod';
import { Problem } from '../problem';

const longest = 1000;
/** Matches the paths that the host serves from its own files. */
const ownFiles = /^\/(files(\/.*)?|robots\.txt|sitemap\.xml|manifest\.webmanifest)$/;

const upperHex = (text: string): string => text.replace(/%[0-9a-f]{2}/gi, (one) => one.toUpperCase());

/**
 * Serializes the path and query of an address (URL standard, 4.5). Removes the slash at the end of the path and writes
 * hexadecimal digits in capitals (RFC 3986, 6.2.2.1).
 * @param address begins with `/` and has no fragment
 */
export function serialized(address: string): { readonly path: string; readonly query: string } {
  const { pathname, search } = new URL(`http://host${address}`);
  return { path: upperHex(pathname.replace(/(?<=.)\/+$/, '')), query: upperHex(search) };
}

/**
 * Parses a typed old address and serializes it (see `serialized`). Removes the host, because the site may have had
 * another one.
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

/** Schema of an old address: it accepts only what `oldAddress` returns. */
export const OldAddress = z
  .string()
  .max(longest)
  .refine(isOldAddress, 'An old address begins with / and is written as the URL standard writes it.');

/** Decodes an old address for display. Returns it unchanged if its bytes are not UTF-8. */
export function readableAddress(address: string): string {
  try {
    return decodeURI(address);
  } catch (error) {
    if (error instanceof URIError) return address;
    throw error;
  }
}
