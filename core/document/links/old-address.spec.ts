import fc from 'fast-check';
import { Problem } from '../problem';
import { oldAddress, OldAddress, readableAddress } from './old-address';

describe('An old address', () => {
  // Expected values: percent-encode sets and dot segments of the URL standard (1.3, 4.4), applied by hand.
  const read = [
    ['/index.html', '/index.html'],
    ['/About_Us.php', '/About_Us.php'],
    ['/p?id=3', '/p?id=3'],
    ['/münchen', '/m%C3%BCnchen'],
    ['/m%c3%bcnchen', '/m%C3%BCnchen'],
    ['観測所/地図', '/%E8%A6%B3%E6%B8%AC%E6%89%80/%E5%9C%B0%E5%9B%B3'],
    ['about.html', '/about.html'],
    ['https://www.tidewick.example/our%20story/?a=b', '/our%20story?a=b'],
    ['HTTP://old.example', '/'],
    ['https://old.example?page_id=2', '/?page_id=2'],
    ['  /news/  ', '/news'],
    ['/a/../b/./c', '/b/c'],
    ['/a b', '/a%20b'],
    ['//elsewhere.example/x', '//elsewhere.example/x'],
    ['?page_id=12', '/?page_id=12'],
  ] as const;
  for (const [typed, address] of read)
    it(`is ${address} for “${typed}”, and stays that`, () => {
      expect(oldAddress(typed)).toBe(address);
      expect(oldAddress(address)).toBe(address);
      expect(OldAddress.parse(address)).toBe(address);
    });

  it('is refused, with a reason, where no request names it or the host answers it from a file', () => {
    const refused = [
      '',
      '  ',
      '/a#b',
      '/files/logo.png',
      '/files',
      '/robots.txt',
      'https://[x',
      `/${'x'.repeat(1000)}`,
    ];
    for (const typed of refused)
      expect(() => oldAddress(typed))
        .withContext(typed)
        .toThrowError(Problem);
    for (const text of ['about', '/About Us', '/a/', '/m%c3%bc', '/a/../b', 'https://x.example/', '/é'])
      expect(OldAddress.safeParse(text).success).withContext(text).toBeFalse();
  });

  it('is the same once it has been read, whatever was typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (typed) => {
        let address: string;
        try {
          address = oldAddress(typed);
        } catch (error) {
          expect(error).toBeInstanceOf(Problem);
          return;
        }
        expect(OldAddress.safeParse(address).success).withContext(JSON.stringify(typed)).toBeTrue();
        expect(new URL(`http://host${address}`).href).toBe(`http://host${address}`);
      }),
    );
  });

  it('is shown in its own letters', () => {
    expect(readableAddress('/m%C3%BCnchen?q=%E5%9C%B0')).toBe('/münchen?q=地');
    expect(readableAddress('/%FF')).toBe('/%FF');
  });
});
