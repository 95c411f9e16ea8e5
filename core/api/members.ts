import * as z from 'zod';
import { Role } from './roles';

/** `GET /sites/:site/people`: who works on a site, and who is invited to. */
export const Members = z.object({
  /** What the site is called. */
  site: z.string(),
  mine: Role,
  /** Who asks works at the studio. */
  studio: z.boolean(),
  people: z
    .array(z.object({ id: z.string(), name: z.string(), email: z.string(), role: Role, own: z.boolean() }).readonly())
    .readonly(),
  invited: z
    .array(
      z
        .object({
          ...{ id: z.string(), email: z.string(), role: Role, by: z.string(), ends: z.iso.datetime() },
          /** To the studio, too. */
          studio: z.boolean(),
        })
        .readonly(),
    )
    .readonly(),
});
export type Members = z.infer<typeof Members>;

/** `POST /sites/:site/invitations` */
export const Invitation = z.strictObject({
  email: z.email('Type an email address.').max(200),
  role: Role,
  /** They work at the studio, and may begin clients themselves. */
  studio: z.boolean().optional(),
});
export type Invitation = z.infer<typeof Invitation>;
/** Whether the letter could be handed to the mail server. */
export const Invited = z.object({ sent: z.boolean() });

/** `PATCH /sites/:site/people/:account` */
export const RoleChange = z.strictObject({ role: Role });
