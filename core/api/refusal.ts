import * as z from 'zod';

/** Why something was refused, for programs to tell apart; people read the sentence beside it. */
export const RefusalCode = z.enum([
  /** What was sent is not what is asked for. */
  'bad-input',
  'too-large',
  'compressed-body',
  'signed-out',
  'wrong-credentials',
  'too-many-attempts',
  'foreign-origin',
  /** Whoever asks has not the role for it. */
  'not-allowed',
  /** There is nothing, or nothing for whoever asks. */
  'not-found',
  /** A page of the site has this path already. */
  'path-taken',
  /** Another site has this host name. */
  'host-taken',
  /** It cannot be done to the document as it is. */
  'does-not-fit',
  /** What was asked for is no longer kept: the documents have to be asked for whole. */
  'log-gone',
  'disk-full',
  /** The database is away or busy: worth trying again. */
  'unavailable',
  /** Nobody foresaw it. */
  'failed',
]);
export type RefusalCode = z.infer<typeof RefusalCode>;

/** An answer that refuses: a code, a sentence for the person, and where in the document it is wrong. */
export const Refused = z.object({
  code: RefusalCode,
  problem: z.string(),
  place: z
    .object({
      part: z.string().optional(),
      breakpoint: z.string().optional(),
      state: z.string().optional(),
      property: z.string().optional(),
      field: z.string().optional(),
    })
    .optional(),
});
export type Refused = z.infer<typeof Refused>;

/** Something a service refuses to do, in a sentence a site builder understands. */
export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    message: string,
  ) {
    super(message);
    this.name = 'Refusal';
  }
}

export const notFound = (): Refusal =>
  new Refusal('not-found', 'There is nothing at this address, or you don’t have access.');
