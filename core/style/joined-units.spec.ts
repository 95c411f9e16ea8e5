import { joinedUnits } from './joined-units';

describe('Units typed after a space', () => {
  for (const [typed, joined] of [
    ['45 px', '45px'],
    ['45px', '45px'],
    ['10 PX  auto', '10PX  auto'],
    ['64 px 20 px', '64px 20px'],
    ['calc(100 % - 2 rem)', 'calc(100% - 2rem)'],
    ['-1.5 em', '-1.5em'],
    ['1 fr 2 fr', '1fr 2fr'],
    ['2 3', '2 3'],
    ['"5 px" 3 px', '"5 px" 3px'],
    ['url(a 5 px.png)', 'url(a 5 px.png)'],
    ['var(--gap) 5', 'var(--gap) 5'],
    ['5 solid', '5 solid'],
    ['', ''],
    ['45 px ', '45px '],
  ] as const)
    it(`of ${typed} are joined as ${joined}`, () => expect(joinedUnits(typed)).toBe(joined));

  // Chromium is the judge of what is a length.
  it('make a length of what is none', () => {
    expect(CSS.supports('width', '45 px')).toBeFalse();
    expect(CSS.supports('width', joinedUnits('45 px'))).toBeTrue();
  });

  it('stay where there is no number, also in a very long text', () => {
    const long = 'px '.repeat(170_000);
    expect(joinedUnits(long)).toBe(long);
  });
});
