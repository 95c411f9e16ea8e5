import * as z from 'zod';
import { Refusal } from '@core/api/refusal';

/** The message PostgreSQL's unique violation becomes. */
export const pathTaken = (path: string): Refusal =>
  new Refusal('path-taken', `The site has a page at ${path} already.`);

/** Whether an error says that a table holds the same already. */
export const isUniqueViolation = (error: unknown, table: string): boolean =>
  z.object({ code: z.literal('23505'), table: z.literal(table) }).safeParse(error).success;
