import { blankSite } from '../document/site';
import { alternatives } from './alternatives';
import { properties } from './properties';
import { checkValue } from './value';

const site = blankSite('s', 'Site', 'site');

describe('Values worth looking at', () => {
  it('are half and double of a length, then the keywords', () => {
    expect(alternatives(site, 'padding-top', '40px')).toEqual(['20px', '80px', '0px']);
    expect(alternatives(site, 'width', '50%')).toEqual(['25%', '100%', 'auto']);
    expect(alternatives(site, 'align-items', 'center', 4)).toEqual(['normal', 'stretch', 'start', 'end']);
    expect(alternatives(site, 'row-gap', '0px')).toEqual(['24px', '64px', '16px']);
  });
  it('are values the property takes, and never the one it has', () => {
    for (const { name, initial, choices } of properties)
      for (const present of [initial, ...choices, '12px', '2'])
        for (const value of alternatives(site, name, present)) {
          expect(checkValue(site, name, value))
            .withContext(name)
            .toEqual({ ok: true, value });
          expect(value).not.toBe(present);
        }
  });
});
