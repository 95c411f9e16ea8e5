import { TimeZone } from './time-zone';

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
});
