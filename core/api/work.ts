import * as z from 'zod';
import { Refused } from './refusal';

/** The answer to whatever takes a while: by this id its end is heard of. */
export const Begun = z.object({ work: z.uuid() });
export type Begun = z.infer<typeof Begun>;

/** How far work has come; `share` is the part of it that is done, from 0 to 1. */
export const WorkState = z.discriminatedUnion('is', [
  z.object({ is: z.literal('waiting') }),
  z.object({ is: z.literal('at work'), share: z.number().min(0).max(1) }),
  z.object({ is: z.literal('done'), result: z.unknown() }),
  z.object({ is: z.literal('refused'), refusal: Refused }),
]);
export type WorkState = z.infer<typeof WorkState>;

/** `GET /work/:work` */
export const Work = z.object({ work: z.uuid(), state: WorkState });
export type Work = z.infer<typeof Work>;

/** What the stream `GET /work/feed` says of one's own work. */
export const workEvents = { message: Work } as const;
