import { customAlphabet } from 'nanoid';
import * as z from 'zod';

/** Class names: CSS identifiers; a leading underscore is kept for generated names. */
export const ClassName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,39}$/i, 'A class name is a letter followed by letters, digits or hyphens.');

const draw = customAlphabet('abcdefghijkmnpqrstuvwxyz23456789', 10);

/**
 * A new id for a class: no name anybody would give, so that a part left with it after the class has gone says
 * nothing.
 */
export const newClassId = (): string => `c--${draw()}`;

/** Whether a word is the id of a class that was made here, be it there or gone. */
export const isClassId = (word: string): boolean => /^c--[a-z2-9]{10}$/.test(word);
