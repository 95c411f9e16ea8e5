import * as z from 'zod';

/** Whether a name is a time zone of the IANA database, as far as the runtime knows it (ECMA-402, 6.5). */
function isKnown(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

/** A time zone by its name in the IANA database, such as `Europe/London`; no offset, which would ignore summer time. */
export const TimeZone = z
  .string()
  .max(60)
  .refine((name) => /^[A-Za-z]/.test(name) && isKnown(name), 'There is no time zone of this name.');
