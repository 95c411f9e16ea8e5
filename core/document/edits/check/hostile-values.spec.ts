import { compile } from '../../../compile/compile';
import { Problem } from '../../problem';
import type { Page } from '../../page';
import { readSite } from './check-page';
import { harm, page, set, site, stored } from '../testing/hostile-page';

const properties = ['color', 'background-image', 'font-family', 'width', 'grid-template-areas', 'box-shadow'];
const values: readonly string[] = [
  'var(--ink',
  'var(--ink) "',
  'url("picture:sea',
  "url('picture:sea",
  'url(picture:sea',
  'var(--ink, url(http://elsewhere))',
  'var(--ink, url("http://elsewhere"))',
  'var(--ink,image-set("http://elsewhere" 1x))',
  'var(--ink, src("http://elsewhere"))',
  'url(http://elsewhere/a.png)',
  'url("//elsewhere/a.png")',
  'url(data:image/svg+xml,x)',
  'url(javascript:alert(1))',
  'URL(http://elsewhere)',
  'u\\72l(http://elsewhere)',
  '\\75rl(http://elsewhere)',
  '-webkit-image-set(url(http://elsewhere) 1x)',
  'image("http://elsewhere")',
  'cross-fade("http://elsewhere", red)',
  '-webkit-cross-fade(url(http://elsewhere), url(picture:sea), 50%)',
  'element(#sec)',
  'attr(href)',
  'env(safe)',
  'paint(evil)',
  'expression(alert(1))',
  'red;}body{display:none',
  'red}',
  '{',
  'red{',
  'red;',
  'red /* x',
  'red /**/',
  'red */',
  '<!-- red',
  'red -->',
  'red !important',
  'red ! important',
  '</style><script>alert(1)</script>',
  '<style>',
  '@import "http://elsewhere"',
  '@media all',
  '"open',
  "'open",
  '"a" "b',
  'rgb(0 0 0',
  'calc(1px + (2px',
  'linear-gradient(red, blue',
  ')',
  '(',
  ']',
  '[a',
  '[a)',
  'red)',
  '(red]',
  'var(',
  'var(--',
  'var()',
  'var(--ink,',
  'var(--gone)',
  'var(--ink, var(--gone))',
  'var(ink)',
  'var(--__proto__)',
  'var(--constructor)',
  '\u0000',
  'red\u0000',
  '\ud800',
  'red\n}',
  '"a\nb"',
  'url(a b)',
  'url("a" "b',
  'url(picture:__proto__)',
  'url(picture:constructor)',
  'url(picture:../../x)',
  'url("picture:sea?x")',
  'inherit;',
  'unset',
  'revert',
  'initial initial',
  '\u202Ered',
  '1e999px',
  '-',
  '--',
  '#',
  '\\',
  'a\\',
  '\\"',
  '"\\',
];

describe('A value that means harm', () => {
  for (const value of values)
    it(`is refused or tamed: ${JSON.stringify(value)}`, () => {
      for (const property of properties) {
        const made = stored(set('title', ['style', 'wide', 'normal', property], value));
        if (typeof made === 'string')
          expect(made)
            .withContext(property)
            .toMatch(/\w{3}.*\./s);
        else expect(harm(made)).withContext(property).toBe('');
        const forced: Page = {
          ...page,
          parts: {
            ...page.parts,
            title: { ...page.parts['title']!, style: { wide: { normal: { [property]: value } } } },
          },
        };
        expect(harm(forced))
          .withContext(`${property}, stored before values were checked`)
          .toMatch(/^$|leads elsewhere/); // a sheet never ends early
      }
    });
});

const tokens: readonly string[] = [
  'red}body{',
  'red;',
  '{',
  '}',
  'url(http://elsewhere)',
  'url(picture:sea)',
  'URL("x")',
  'image-set("http://elsewhere" 1x)',
  'src("x")',
  'rgb(0 0 0',
  '(',
  ')',
  '[',
  ']',
  '"open',
  "'open",
  '"a\nb"',
  '/*',
  'a /* b */',
  '</style>',
  '<',
  '\\',
  '\\75rl(x)',
  '@import',
  '-->',
  '<!--',
  'url(a b)',
  'var(--x',
  'attr(x)',
  'expression(1)',
];

describe('A token that means harm', () => {
  for (const token of tokens)
    it(`is refused with its place, and left out of a sheet: ${JSON.stringify(token)}`, () => {
      expect(() => readSite({ ...site, tokens: { ink: token } })).toThrowMatching(
        (error) => error instanceof Problem && error.place.field === 'tokens.ink',
      );
      const sheet = new CSSStyleSheet();
      const body = { color: 'var(--ink)', 'background-color': 'var(--last)' }; // what nothing names is left out anyway
      const named = { ...site, tokens: { ink: token, last: 'red' }, elements: { body: { wide: { normal: body } } } };
      sheet.replaceSync(`${compile(named, page).css}.last-of-all{color:red}`);
      expect([...sheet.cssRules].some((rule) => rule.cssText.includes('.last-of-all'))).toBeTrue();
      expect([...sheet.cssRules].some((rule) => rule.cssText.includes('--last:'))).toBeTrue();
    });
});
