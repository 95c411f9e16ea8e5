import { kindOf } from '../document/kinds/registry';
import { blankPage, type Page, type Part } from '../document/page';
import { policyOf } from './policy';
import { blankSite } from '../document/site';
import { reference } from '../document/sections/reference';

const blank = blankPage('p', 'P', '/');
const site = blankSite('s', 'S', 's');
const part = (
  kind: string,
  content: Record<string, unknown>,
  more: Record<string, Record<string, unknown>> = {},
): Part => ({
  kind,
  tag: 'div',
  children: [],
  classes: [],
  style: {},
  content: { base: content, ...more },
  attributes: {},
});
const holding = (...parts: Part[]): Page => {
  const named = Object.fromEntries(parts.map((one, at) => [`w${at}`, one]));
  return {
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: { ...part('section', {}), tag: 'section', children: Object.keys(named) },
      ...named,
    },
  };
};
const directive = (page: Page, name: string): string | undefined =>
  policyOf(site, page)
    .split('; ')
    .find((one) => one.startsWith(`${name} `))
    ?.slice(name.length + 1);

// Content Security Policy Level 3, section 6; HTML, section 7.4.1 for documents within a page.
describe('The policy of a published page', () => {
  it('lets a plain page run nothing and load from its own site alone', () => {
    expect(policyOf(site, holding(part('text', { text: 'At noon.' })))).toBe(
      "default-src 'none'; img-src 'self' data:; style-src 'self'; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'",
    );
  });
  it('names the hosts of players and films, also those of one breakpoint, each once', () => {
    const page = holding(
      part(
        'video',
        { address: 'https://films.example/watch?v=1', title: '' },
        { phone: { address: 'https://small.example/watch' } },
      ),
      part('video', { address: 'https://films.example/watch?v=2', title: '' }),
      part('video', { address: 'https://files.example/a.mp4', title: '' }),
      part('video', { address: '/own.webm', title: '' }),
    );
    expect(directive(page, 'frame-src')).toBe('https://films.example https://small.example');
    expect(directive(page, 'media-src')).toBe("'self' https://files.example");
    expect(directive(page, 'script-src')).toBeUndefined();
  });
  it('takes in no address that would end a directive, wherever it was stored (CSP Level 3, section 2.3.1)', () => {
    for (const address of [
      'https://a;sandbox/x',
      'https://a,b/x',
      "https://a'unsafe-inline'/x",
      'https://*/x',
      'https://',
    ]) {
      expect(directive(holding(part('video', { address, title: '' })), 'frame-src'))
        .withContext(address)
        .toBeUndefined();
      expect(kindOf('video').content.safeParse({ address, title: '' }).success)
        .withContext(address)
        .toBeFalse();
    }
    for (const address of [
      'https://films.example:8443/x',
      'https://[2001:db8::1]/x',
      'https://münchen.example/x',
      '/x',
    ])
      expect(kindOf('video').content.safeParse({ address, title: '' }).success)
        .withContext(address)
        .toBeTrue();
  });
  it('allows scripts only where the page holds HTML of its own, and not for what is switched off', () => {
    expect(directive(holding(part('html', { html: '<p>Own</p>', title: '' })), 'script-src')).toContain(
      "'unsafe-inline'",
    );
    expect(
      directive(holding({ ...part('html', { html: '<p>Own</p>', title: '' }), off: true }), 'script-src'),
    ).toBeUndefined();
  });
  it('counts what a shared section and the page’s frame show', () => {
    const section = (id: string, address: string) => ({
      ...{ id, name: id, purpose: 'opening' as const, shared: true, root: 'r' },
      parts: {
        r: { ...part('section', {}), tag: 'section', children: ['v'] },
        v: part('video', { address, title: '' }),
      },
    });
    const sharing = {
      ...site,
      sections: [section('bar', 'https://bar.example/watch'), section('own', 'https://own.example/watch')],
      frames: [{ id: 'all', name: 'All', before: ['bar'], after: [] }],
    };
    const root = { ...blank.parts['root']!, children: ['s'], content: { base: { title: 'P', frame: 'all' } } };
    const page = { ...blank, parts: { root, s: reference('own') } };
    expect(policyOf(sharing, page)).toContain('frame-src https://bar.example https://own.example');
  });
});
