import { Face, FamilyName, stackOf } from './face';
import { blankSite } from '../site';
import { checkValue } from '../../style/value';

const site = blankSite('s', 'Site', 'site');

describe('A family', () => {
  it('is called in any script, and by nothing that could end a quote or a sheet', () => {
    for (const family of ['Brine Sans', 'Ñandú', 'ゴシック', 'خط', "O'Hara & Sons", '2.0 Grotesk-Text', 'नागरी']) {
      expect(FamilyName.safeParse(family).success).withContext(family).toBeTrue();
      expect(checkValue(site, 'font-family', stackOf({ family })).ok)
        .withContext(family)
        .toBeTrue();
    }
    for (const family of ['', '  ', 'a"b', 'a\\b', 'a;b', '</style>', 'a{b', 'x'.repeat(61), 'a\nb', 'url(x)'])
      expect(FamilyName.safeParse(family).success).withContext(family).toBeFalse();
  });

  it('has one weight, or a range of them', () => {
    const face = { id: 'f', family: 'Brine', italic: false, file: '0123456789abcdef.woff2', size: 9 };
    for (const weights of ['400', '100 900', '1', '1000'])
      expect(Face.safeParse({ ...face, weights }).success).toBeTrue();
    for (const weights of ['', '0', '1001', 'bold', '100 900 1', '4;5'])
      expect(Face.safeParse({ ...face, weights }).success)
        .withContext(weights)
        .toBeFalse();
    for (const file of ['../x.woff2', 'a.svg', 'x.woff2/../y'])
      expect(Face.safeParse({ ...face, weights: '400', file }).success)
        .withContext(file)
        .toBeFalse();
  });
});
