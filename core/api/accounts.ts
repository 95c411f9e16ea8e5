import * as z from 'zod';

/** `POST /session` */
export const SignIn = z.strictObject({
  email: z.email('Type an email address.').max(200),
  password: z.string().min(1).max(200),
});
export type SignIn = z.infer<typeof SignIn>;

/** Who is signed in: the answer to `GET` and `POST /session`. */
export const Account = z.object({ id: z.string(), email: z.string(), name: z.string() });
export type Account = z.infer<typeof Account>;
