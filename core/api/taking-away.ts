import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { HostName } from '../document/site';

/** `GET /sites/:site/files`: the site as plain files in a zip, as it is live or as it is now. */
export const PlainRequest = z.object({
  as: z.enum(['live', 'now']),
  /** The address it will be found at; where it is not known, no file names it. */
  address: z
    .url({ protocol: /^https?$/, error: 'An address begins with https:// or http:// and ends with the host name.' })
    .refine((address) => /^https?:\/\/[^/?#]+\/?$/.test(address), 'The address ends with the host name.')
    .transform((address) => new URL(address).origin)
    .optional(),
});
export type PlainRequest = z.infer<typeof PlainRequest>;

/** `POST /archives`, beside the file: what the site is called here, and its host name. */
export const ArchiveRequest = z.object({
  name: z.string().trim().min(1, 'A client needs a name.').max(80),
  host: HostName,
});
export type ArchiveRequest = z.infer<typeof ArchiveRequest>;

/** The site an archive became. */
export const TakenIn = z.object({ id: Identifier });
export type TakenIn = z.infer<typeof TakenIn>;
