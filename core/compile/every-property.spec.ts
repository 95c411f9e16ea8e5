import { pageHolding, plainPart } from '../document/testing/plain-part';
import type { Part } from '../document/page';
import { blankSite } from '../document/site';
import { properties } from '../style/properties';
import { checkValue } from '../style/value';
import { compile } from './compile';

const site = blankSite('s', 'Site', 'site');
const samples = properties.flatMap(({ name, choices }) =>
  choices.map((choice, at) => ({ id: `${name}-${at}`, name, choice })),
);
/** What is typed by hand: more than one word, several layers, functions with commas. */
const typed: readonly (readonly [name: string, value: string])[] = [
  ['transform', 'perspective(400px) rotateY(12deg) skewX(-4deg)'],
  ['rotate', '-10deg'],
  ['translate', '-50% 12px'],
  ['scale', '1.05 0.9'],
  ['filter', 'blur(4px) saturate(1.4) drop-shadow(0 2px 4px rgb(0 0 0 / 0.4))'],
  ['clip-path', 'circle(50%)'],
  ['clip-path', 'circle(40% at 30% 60%)'],
  ['clip-path', 'polygon(0 0, 100% 0, 100% 85%, 0 100%)'],
  ['clip-path', 'inset(0 10px round 24px)'],
  ['text-shadow', '0 1px 2px rgb(0 0 0 / 0.4), 1px 0 red'],
  ['transition-property', 'color, background-color'],
  ['transition-duration', '120ms, 0.4s'],
  ['transition-timing-function', 'cubic-bezier(0.2, 0, 0, 1), linear(0, 0.4 30%, 1)'],
  ['mask-image', 'linear-gradient(black, transparent), radial-gradient(circle, black 40%, transparent)'],
  ['font-feature-settings', '"ss01" on, "liga" off'],
  ['font-variation-settings', '"wght" 420'],
  ['background-blend-mode', 'multiply, screen'],
  ['scrollbar-color', '#22333b #fdfaf3'],
  ['shape-outside', 'circle(50%)'],
  ['background-image', 'conic-gradient(from 45deg, #fff, #22333b)'],
];

/** What Chromium computes of a property on a paragraph with this style. */
function computedInline(name: string, value: string): string {
  const probe = document.createElement('p');
  probe.style.setProperty(name, value);
  probe.style.boxSizing = name === 'box-sizing' ? value : 'border-box';
  document.body.append(probe);
  const computed = getComputedStyle(probe).getPropertyValue(name);
  probe.remove();
  return computed;
}

// Chromium: its parser, and its computed style of the same value written by hand.
describe('Every property', () => {
  it('reaches the published page with each value it offers, and with what is typed', () => {
    const all = [...samples, ...typed.map(([name, choice], at) => ({ id: `typed-${at}`, name, choice }))];
    for (const { name, choice } of all) {
      const checked = checkValue(site, name, choice);
      expect(checked.ok).withContext(`${name}: ${choice}`).toBeTrue();
    }
    const parts = Object.fromEntries(
      all.map(({ name, choice }, at): [string, Part] => [
        `p${at}`,
        plainPart('text', 'p', {
          content: { base: { text: 'Words' } },
          style: { wide: { normal: { [name]: choice } } },
        }),
      ]),
    );
    const { css, html } = compile(site, pageHolding(parts));
    const inside = new DOMParser().parseFromString(html, 'text/html');
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    const layers = [...sheet.cssRules].filter((rule): rule is CSSLayerBlockRule => rule instanceof CSSLayerBlockRule);
    const own = layers.find((layer) => layer.name === 'own')!;
    const rules = [...own.cssRules].filter((rule): rule is CSSStyleRule => rule instanceof CSSStyleRule);
    const elements = [...inside.querySelectorAll('section > p')];
    expect(elements.length).toBe(all.length);
    all.forEach(({ name, choice }, at) => {
      const rule = rules.find((one) => elements[at]!.matches(one.selectorText));
      const published = rule?.style.getPropertyValue(name) ?? '';
      expect(published).withContext(`${name}: ${choice}`).not.toBe('');
      expect(computedInline(name, published)).withContext(`${name}: ${choice}`).toBe(computedInline(name, choice));
    });
  });
});

describe('A typeface', () => {
  it('is published with the pages that name it, themselves or by a token, and no other is', () => {
    const named = { ...site, fonts: ['Fraunces'], tokens: { face: 'Literata, serif' } };
    const words = (family: string): Part =>
      plainPart('text', 'p', {
        content: { base: { text: 'Words' } },
        style: { wide: { normal: { 'font-family': family } } },
      });
    const published = (parts: Record<string, Part>): string[] =>
      compile(named, pageHolding(parts)).files.fonts.map((file) => file.split('-latin-')[0]!);
    expect(published({ a: words('serif') })).toEqual([]);
    expect(published({ a: words('"Source Serif 4", serif') })).toEqual(['source-serif-4']);
    expect(published({ a: words('var(--face)'), b: words('Jost, sans-serif') })).toEqual(['jost', 'literata']);
  });
});
