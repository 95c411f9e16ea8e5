import { sitemapOf } from './sitemap';

// sitemaps.org, protocol 0.9 (from memory): a urlset of that namespace, a url with a loc each, at most 50,000, entities escaped
const namespace = 'http://www.sitemaps.org/schemas/sitemap/0.9';
const read = (text: string): Document => new DOMParser().parseFromString(text, 'application/xml');

describe('A sitemap', () => {
  it('is XML of the protocol, with each address once, escaped, in UTF-8', () => {
    const addresses = ['http://mill.example/', "http://mill.example/a?b=1&c='2'", 'http://mill.example/öfen'];
    const text = sitemapOf(addresses);
    expect(text).toMatch(/^<\?xml version="1\.0" encoding="UTF-8"\?>/);
    expect(text).toContain('&amp;c=');
    expect(text).not.toMatch(/[^\u0000-\u007f]/); // addresses are percent-encoded (RFC 3986)
    const document = read(text);
    expect(document.querySelector('parsererror')).toBeNull();
    expect([document.documentElement.localName, document.documentElement.namespaceURI]).toEqual(['urlset', namespace]);
    const all = [...document.documentElement.children];
    expect(all.every((one) => one.localName === 'url' && one.children.length === 1)).toBeTrue();
    expect(all.map((one) => one.querySelector('loc')!.textContent)).toEqual(addresses.map((one) => new URL(one).href));
  });

  it('holds no more than a sitemap may', () => {
    const many = Array.from({ length: 50_010 }, (_, index) => `http://mill.example/${index}`);
    expect(sitemapOf(many).match(/<loc>/g)).toHaveSize(50_000);
    expect(read(sitemapOf([])).documentElement.children.length).toBe(0);
  });
});
