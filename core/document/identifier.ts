import { customAlphabet } from 'nanoid';
import * as z from 'zod';

const draw = customAlphabet('abcdefghijkmnpqrstuvwxyz23456789', 10);

/** A new identifier for a part: ten characters that are safe in HTML, CSS and URLs. */
export const newIdentifier = (): string => 'p' + draw().slice(1);

/** Identifiers of parts, breakpoints and documents: a letter, then letters, digits and hyphens. */
export const Identifier = z
  .string()
  .regex(
    /^[a-z][a-z0-9-]{0,39}$/,
    'An identifier is a lower-case letter followed by up to 39 letters, digits or hyphens.',
  )
  .refine((id) => !['constructor', 'prototype'].includes(id), 'This word is reserved.');
