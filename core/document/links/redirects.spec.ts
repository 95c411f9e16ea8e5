import fc from 'fast-check';
import { applyBatch } from '../edits/batch';
import { blankPage } from '../page';
import { blankSite } from '../site';
import { circleOf, leadingPaths, leadsTo } from './redirects';

describe('Redirects', () => {
  const paths = { home: '/', fares: '/fares', story: '/our-story' };

  it('lead to a page wherever it is by now, through others at once, and to addresses', () => {
    const redirects = {
      '/prices': 'page:fares',
      '/old-prices': '/prices',
      '/how': 'page:story#begin',
      '/shop': 'https://shop.example/tidewick',
      '/older': '/old-prices?from=mail',
      '/find': '/fares?winter#passes',
    };
    expect(leadsTo(redirects, paths, '/prices')).toBe('/fares');
    expect(leadsTo(redirects, paths, '/old-prices')).toBe('/fares');
    expect(leadsTo(redirects, paths, '/older')).toBe('/fares');
    expect(leadsTo(redirects, paths, '/how')).toBe('/our-story#begin');
    expect(leadsTo(redirects, paths, '/shop')).toBe('https://shop.example/tidewick');
    expect(leadsTo(redirects, paths, '/find')).toBe('/fares?winter#passes');
  });

  it('lead from an address with a query before those of its path, also over a page there', () => {
    const redirects = { '/?page_id=2': 'page:story', '/p?id=3': '/?page_id=2', '/p': 'page:fares', '/x': '/p?id=3' };
    expect(leadsTo(redirects, paths, '/?page_id=2')).toBe('/our-story');
    expect(leadsTo(redirects, paths, '/p?id=3')).toBe('/our-story');
    expect(leadsTo(redirects, paths, '/x')).toBe('/our-story');
    expect(leadsTo({ ...redirects, '/x': '/p?id=4' }, paths, '/x')).toBe('/fares');
    expect(leadingPaths(redirects, paths)['/?page_id=2']).toBe('/our-story');
    expect(leadsTo({ '/a': '/münchen/', '/m%C3%BCnchen': 'page:fares' }, paths, '/a')).toBe('/fares');
    expect(circleOf({ '/a': '/a?x=1' }, '/a')).toEqual(['/a', '/a?x=1', '/a?x=1']);
  });

  it('lead nowhere where there is nothing at the end, or no end', () => {
    expect(leadsTo({ '/a': 'page:gone' }, paths, '/a')).toBeUndefined();
    expect(leadsTo({ '/a': '/b' }, paths, '/a')).toBeUndefined();
    expect(leadsTo({ '/a': '/b', '/b': '/a' }, paths, '/a')).toBeUndefined();
    expect(leadsTo({}, paths, '/constructor')).toBeUndefined();
  });

  it('are all told at once, save those that lead nowhere and those whose path is a page’s', () => {
    const redirects = { '/prices': 'page:fares', '/old': '/prices', '/fares': '/', '/gone': 'page:gone', '/a': '/a' };
    expect(leadingPaths(redirects, paths)).toEqual({ '/prices': '/fares', '/old': '/fares' });
  });

  it('that would go round in a circle are refused, with the way; others are set, led elsewhere and undone', () => {
    const documents = { site: blankSite('s', 'S', 'site'), page: blankPage('p', 'P', '/') };
    const set = (from: string, value?: string) =>
      ({ do: 'set', on: 'site', field: ['redirects', from], ...(value !== undefined && { value }) }) as const;
    const { site, inverses } = applyBatch(documents, [set('/a', '/b') as never, set('/b', '/c') as never]);
    expect(site.redirects).toEqual({ '/a': '/b', '/b': '/c' });
    expect(() => applyBatch({ ...documents, site }, [set('/c', '/a#top') as never])).toThrowError(
      /\/c → \/a → \/b → \/c/,
    );
    expect(() => applyBatch(documents, [set('/a', '/a') as never])).toThrowError(/circle/);
    expect(() => applyBatch(documents, [set('/a', '') as never])).toThrowError(/leads to/);
    expect(() => applyBatch(documents, [set('/a', 'javascript:alert(1)') as never])).toThrowError(/A link begins/);
    expect(applyBatch({ ...documents, site }, inverses).site).toEqual(documents.site);
  });

  it('arrive, or say the circle, whatever leads where', () => {
    const path = fc.constantFrom('/a', '/b', '/c', '/d', '/fares');
    const link = fc.oneof(path, fc.constantFrom('page:fares', 'page:gone', 'https://x.example'));
    fc.assert(
      fc.property(fc.dictionary(path, link), path, (redirects, from) => {
        const circle = circleOf(redirects, from);
        const to = leadsTo(redirects, paths, from);
        if (to !== undefined) expect(to === 'https://x.example' || Object.values(paths).includes(to)).toBeTrue();
        if (circle) expect(new Set(circle).size).toBe(circle.length - 1);
      }),
    );
  });
});
