import webref from '@webref/css/css.json';
import { parse } from 'css-tree';
import { lexer } from './lexer';
import { properties } from './properties';
import { propertyWords } from './property-words';

/** Names that the newest drafts have in place of those browsers take. */
const nowCalled: Readonly<Record<string, string>> = { 'font-stretch': 'font-width' };

/** What Chromium has as initial, and whether it inherits, where the definitions say nothing of it. */
function inBrowser(name: string): { initial: string; inherited: boolean } {
  const outer = document.body.appendChild(document.createElement('section'));
  const inner = outer.appendChild(document.createElement('div'));
  const computed = (): string => getComputedStyle(inner).getPropertyValue(name);
  inner.style.setProperty(name, 'initial');
  const initial = computed();
  inner.style.removeProperty(name);
  outer.style.setProperty(name, name === 'column-width' ? '240px' : 'vertical');
  const inherited = computed() !== initial;
  outer.remove();
  return { initial, inherited };
}

/** The registry against the W3C's own definitions (@webref/css) and css-tree's grammar. */
describe('The property registry', () => {
  for (const property of properties) {
    it(`says of ${property.name} what the standard says`, () => {
      const standard = webref.properties.find((one) => one.name === (nowCalled[property.name] ?? property.name));
      if (standard?.initial === undefined)
        return expect(property).toEqual(jasmine.objectContaining(inBrowser(property.name)));
      expect(standard).toBeDefined();
      expect(property.initial).toBe(standard?.initial ?? '');
      expect(property.inherited).toBe((standard?.inherited ?? '').startsWith('yes'));
      // The newest drafts make these shorthands; Chromium has each as one property still.
      if (!['text-align', 'box-shadow', 'vertical-align', '-webkit-line-clamp'].includes(property.name))
        expect(standard?.longhands ?? []).toEqual([]);
    });
    it(`offers for ${property.name} only what its grammar and Chromium allow`, () => {
      for (const choice of property.choices) {
        expect(lexer.matchProperty(property.name, parse(choice, { context: 'value' })).error)
          .withContext(choice)
          .toBeNull();
        expect(CSS.supports(property.name, choice)).withContext(choice).toBeTrue();
      }
    });
  }
  it('has words for each property', () =>
    expect(Object.keys(propertyWords).sort()).toEqual(properties.map((one) => one.name).sort()));
  it('names no property twice', () => expect(new Set(properties.map((one) => one.name)).size).toBe(properties.length));
});
