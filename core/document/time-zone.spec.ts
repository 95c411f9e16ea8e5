import fc from 'fast-check';
import { clockTime, momentAt, TimeZone } from './time-zone';

// The names are those of the IANA Time Zone Database, from memory.
describe('A time zone', () => {
  it('is one of the IANA database', () => {
    for (const name of ['Europe/London', 'America/Argentina/Buenos_Aires', 'Pacific/Chatham', 'UTC'])
      expect(TimeZone.parse(name)).toBe(name);
  });
  it('is nothing else, whatever is sent', () => {
    for (const name of [
      '',
      'Europe/Londonn',
      '+02:00',
      'constructor',
      '../etc',
      'Europe/London\u0000',
      'x'.repeat(10_000),
      3,
    ])
      expect(TimeZone.safeParse(name).success).withContext(String(name).slice(0, 20)).toBeFalse();
  });

  // Summer time of 2026 from memory: Europe/London from 29 March to 25 October, America/New_York from 8 March.
  it('says which moment its clocks show', () => {
    const at = (local: string, zone: string): string => momentAt(local, zone).toISOString();
    expect(at('2026-12-24T09:00', 'Europe/London')).toBe('2026-12-24T09:00:00.000Z');
    expect(at('2026-07-01T09:00', 'Europe/London')).toBe('2026-07-01T08:00:00.000Z');
    expect(at('2026-07-01T09:00', 'America/New_York')).toBe('2026-07-01T13:00:00.000Z');
    expect(at('2026-07-01T09:00', 'Asia/Kathmandu')).toBe('2026-07-01T03:15:00.000Z');
    expect(at('2026-03-29T01:30', 'Europe/London')).toBe('2026-03-29T01:30:00.000Z'); // skipped: 2:30 is shown
    expect(momentAt('2026-07-01T09:00', undefined)).toEqual(new Date(2026, 6, 1, 9));
    for (const none of ['', 'tomorrow', '2026-13-90'])
      expect(momentAt(none, 'Europe/London').getTime()).withContext(none).toBeNaN();
  });
  it('shows it as Intl does, whatever the zone', () => {
    expect(clockTime(new Date('2026-12-24T09:00Z'), 'America/New_York')).toBe('24 Dec 2026, 04:00 (America/New_York)');
    expect(clockTime(new Date(2026, 0, 5, 7, 8), undefined)).toBe('5 Jan 2026, 07:08');
    const zones = Intl.supportedValuesOf('timeZone');
    const hours = fc.integer({ min: 0, max: 400_000 });
    fc.assert(
      fc.property(fc.constantFrom(...zones), hours, (zone, hour) => {
        const moment = new Date(Date.UTC(2000, 0, 1) + hour * 3_600_000);
        const shown = new Intl.DateTimeFormat('sv', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' });
        const local = shown.format(moment).replace(' ', 'T');
        // what a clock shows twice may be the other moment
        expect(shown.format(momentAt(local, zone)).replace(' ', 'T')).toBe(local);
      }),
    );
  });
});
