import * as z from 'zod';

/** Class names: CSS identifiers; a leading underscore is kept for generated names. */
export const ClassName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,39}$/i, 'A class name is a letter followed by letters, digits or hyphens.');
