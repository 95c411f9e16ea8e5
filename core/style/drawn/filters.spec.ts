import fc from 'fast-check';
import { checkValue } from '../value';
import { blankSite } from '../../document/site';
import { filterFunctions, filtersOf, filterText, type Filter } from './filters';

/** What Chromium makes of a filter. */
function computed(value: string): string {
  const one = document.createElement('div');
  one.style.filter = value;
  document.body.append(one);
  const said = getComputedStyle(one).filter;
  one.remove();
  return said;
}

describe('A filter', () => {
  // Chromium's own computed style.
  it('is taken apart and put together as Chromium understands it, whatever its units', () => {
    const amounts: Readonly<Record<string, readonly string[]>> = {
      px: ['0', '3px', '.5px'],
      '%': ['0.5', '1', '40%', '0', '.25'],
      deg: ['90deg', '0.25turn', '100grad', '0'],
    };
    const one = fc
      .constantFrom(...filterFunctions)
      .chain(({ name, unit }) => fc.constantFrom('', ...amounts[unit]!).map((amount) => `${name}(${amount})`));
    const other = fc.constantFrom('drop-shadow(0 2px 4px rgb(0 0 0 / 0.4))', 'drop-shadow(1px 1px red)', 'blur(1em)');
    fc.assert(
      fc.property(fc.array(fc.oneof(one, one, other), { maxLength: 4 }), (list) => {
        const value = list.length === 0 ? 'none' : list.join(' ');
        const read = filtersOf(value);
        expect(read?.length).toBe(list.length);
        expect(rounded(computed(filterText(read!)))).toBe(rounded(computed(value)));
      }),
    );
  });

  it('that begins, or is set to any amount of its slider, is one a document takes', () => {
    const site = blankSite('s', 'Site', 'site');
    for (const { name, most, none, begins } of filterFunctions)
      for (const amount of [0, none, begins, most]) {
        const value = filterText([{ name, amount }]);
        for (const property of ['filter', 'backdrop-filter'])
          expect(checkValue(site, property, value))
            .withContext(value)
            .toEqual({ ok: true, value });
      }
    expect(filterFunctions.filter(({ begins, none }) => begins === none)).toEqual([]);
  });

  it('in words of its own stays as it is written; what is no list of functions is left alone', () => {
    const kept: Filter[] = [{ name: 'drop-shadow', text: 'drop-shadow(0 2px 4px red)' }];
    expect(filtersOf('drop-shadow(0 2px 4px red)')).toEqual(kept);
    expect(filterText(kept)).toBe('drop-shadow(0 2px 4px red)');
    for (const other of ['var(--soft)', 'inherit', 'blur']) expect(filtersOf(other)).withContext(other).toBeUndefined();
    expect([filtersOf('none'), filtersOf('')]).toEqual([[], []]);
  });
});

/** Chromium keeps more digits of a turn than anybody sees. */
const rounded = (text: string): string =>
  text.replace(/\d+\.\d+/g, (number) => String(Math.round(Number(number) * 100) / 100));
