import { TZDate } from '@date-fns/tz';
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

/**
 * The moment a clock in a time zone shows a date and time, written as `datetime-local` fields do
 * (`2026-12-24T09:00`, HTML, 2.3.5.5). A time that a clock skips in spring is an hour later; of two in autumn it is the
 * first. Without a zone, that of the device. `Invalid Date` where it is no date and time.
 */
export function momentAt(local: string, zone: string | undefined): Date {
  const parts = /^(\d{4})-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):([0-5]\d)/
    .exec(local)
    ?.slice(1)
    .map(Number);
  if (!parts) return new Date(Number.NaN);
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0] = parts;
  if (zone === undefined) return new Date(year, month - 1, day, hour, minute);
  return new Date(new TZDate(year, month - 1, day, hour, minute, zone).getTime());
}

/** A moment as a clock in a time zone shows it, with the zone where one is named: `24 Dec 2026, 09:00 (Europe/London)`. */
export function clockTime(at: Date, zone: string | undefined): string {
  const clock = new Intl.DateTimeFormat('en-GB', {
    ...{ day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' },
    ...(zone !== undefined && { timeZone: zone }),
  });
  return `${clock.format(at)}${zone === undefined ? '' : ` (${zone})`}`;
}
