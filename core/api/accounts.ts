import * as z from 'zod';
import { Role } from './roles';

const Email = z.email('Type an email address.').max(200);
const AccountName = z.string().trim().min(1, 'A name is needed.').max(80, 'A name has at most 80 letters.');
/** As NIST SP 800-63B-4 §3.1.1.2 has it: length alone, and room for a sentence. */
export const Password = z
  .string()
  .min(10, 'A password has at least 10 characters.')
  .max(200, 'A password has at most 200 characters.');

/** `POST /session` */
export const SignIn = z.strictObject({ email: Email, password: z.string().min(1).max(200) });
export type SignIn = z.infer<typeof SignIn>;

/** Who is signed in: the answer to `GET` and `POST /session`. */
export const Account = z.object({
  id: z.string(),
  email: z.string(),
  name: z.string(),
  /** They may begin clients. */
  studio: z.boolean(),
});
export type Account = z.infer<typeof Account>;

/** `PATCH /account` */
export const AccountChange = z.strictObject({ name: AccountName });
/** `PUT /account/password` */
export const PasswordChange = z.strictObject({ now: z.string().min(1).max(200), next: Password });
export type PasswordChange = z.infer<typeof PasswordChange>;

/** `GET /account/sessions`: where somebody is signed in. */
export const Sessions = z.object({
  sessions: z
    .array(
      z
        .object({
          id: z.string(),
          /** The browser, in its own words. */
          browser: z.string(),
          since: z.iso.datetime().nullable(),
          used: z.iso.datetime(),
          /** It is the one that asks. */
          here: z.boolean(),
        })
        .readonly(),
    )
    .readonly(),
});
export type Sessions = z.infer<typeof Sessions>;

/** `POST /password/forgotten` */
export const Forgotten = z.strictObject({ email: Email });

const Key = z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'This link isn’t whole.');
/** `POST /links/read`: what a link that is used once is for. */
export const LinkRead = z.strictObject({ key: Key });
export const LinkFacts = z.object({
  for: z.enum(['first account', 'invitation', 'password']),
  email: z.string().nullable(),
  /** Whoever it was sent to has an account. */
  known: z.boolean(),
  site: z.string().nullable(),
  role: Role.nullable(),
  by: z.string().nullable(),
});
export type LinkFacts = z.infer<typeof LinkFacts>;

/** `POST /links/use`: a new account, the password of one there is, or a new password for it. */
export const LinkUse = z.strictObject({
  key: Key,
  email: Email.optional(),
  name: AccountName.optional(),
  password: z.string().min(1).max(200),
});
export type LinkUse = z.infer<typeof LinkUse>;
/** Who is signed in now, and the site they were invited to. */
export const LinkUsed = z.object({ account: Account, site: z.string().nullable() });
export type LinkUsed = z.infer<typeof LinkUsed>;
