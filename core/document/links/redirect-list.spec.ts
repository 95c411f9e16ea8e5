import { readRedirectList } from './redirect-list';

const pages = { home: '/', story: '/our-story', fares: '/fares' };
const read = (text: string, redirects: Readonly<Record<string, string>> = {}) =>
  readRedirectList(text, { redirects, pages });

describe('A pasted list of redirects', () => {
  const expected = {
    '/about.html': 'page:story',
    '/p?id=3': 'page:fares#passes',
    '/shop': 'https://shop.example/?a=1',
  };
  const rows = [
    ['/about.html', '/our-story'],
    ['/p?id=3', '/fares/#passes'],
    ['/shop', 'https://shop.example/?a=1'],
  ];
  // RFC 4180 for CSV; semicolons and tabs as spreadsheets write and copy them (from memory).
  for (const [name, separator] of [
    ['commas', ','],
    ['semicolons', ';'],
    ['tabs', '\t'],
    ['arrows', ' → '],
    ['arrows of ASCII', ' -> '],
    ['spaces', '  '],
  ] as const)
    it(`is read with ${name}, with and without headings`, () => {
      const text = rows.map((row) => row.join(separator)).join('\r\n');
      expect(read(text)).toEqual({ redirects: expected, rejected: [] });
      expect(read(`\uFEFFFrom${separator}To\n${text}\n\n`)).toEqual({ redirects: expected, rejected: [] });
    });

  it('is read with quotes around cells', () => {
    expect(read('"/a,b","/fares"\n"/say ""hi""","/"').redirects).toEqual({
      '/a,b': 'page:fares',
      '/say%20%22hi%22': 'page:home',
    });
  });

  it('keeps the rows that are none, with the reason for each', () => {
    const { redirects, rejected } = read('/a,/fares\n/b\n/c,javascript:alert(1)\n/d#x,/fares\n/e,/e');
    expect(redirects).toEqual({ '/a': 'page:fares' });
    const [missing, unsafe, fragment, circle] = rejected;
    expect(missing).toEqual({ text: '/b', reason: 'The new address is missing.' });
    expect(unsafe!.reason).toMatch(/^A link begins/);
    expect(fragment!.reason).toContain('#');
    expect(circle!.reason).toBe('Visitors would go round in a circle: /e → /e.');
  });

  it('leads nobody in a circle with the redirects there are, and holds a thousand', () => {
    expect(read('/b,/a', { '/a': '/b' }).rejected.length).toBe(1);
    const many = Array.from({ length: 1200 }, (_, index) => `/old-${index}.html,/fares`).join('\n');
    const { redirects, rejected } = read(many);
    expect(Object.keys(redirects).length).toBe(1000);
    expect(rejected.length).toBe(200);
    expect(read(many, redirects).rejected.length).toBe(200);
  });

  it('takes the last of rows for one address', () => {
    expect(read('/a,/fares\n/a/,/our-story').redirects).toEqual({ '/a': 'page:story' });
  });
});
