import webref from '@webref/css/css.json';
import { parse } from 'css-tree';
import { lexer } from './lexer';
import { properties } from './properties';
import { propertyWords } from './property-words';

/** The registry against the W3C's own definitions (@webref/css) and css-tree's grammar. */
describe('The property registry', () => {
  for (const property of properties) {
    it(`says of ${property.name} what the standard says`, () => {
      const standard = webref.properties.find((one) => one.name === property.name);
      expect(standard).toBeDefined();
      expect(property.initial).toBe(standard?.initial ?? '');
      expect(property.inherited).toBe((standard?.inherited ?? '').startsWith('yes'));
      // The newest drafts make these two shorthands; Chromium has each as one property still.
      if (!['text-align', 'box-shadow'].includes(property.name)) expect(standard?.longhands ?? []).toEqual([]);
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
