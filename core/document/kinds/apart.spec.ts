import { compile } from '../../compile/compile';
import { pageHolding, plainPart } from '../testing/plain-part';
import type { Part } from '../page';
import { blankSite, type Site } from '../site';
import { kinds, tagged } from './registry';

const site = blankSite('s', 'Site', 'site');
const written = kinds.filter((kind) => kind.kind !== 'page' && !kind.refers);

/** Each kind with each of its tags and examples, and with one example by another breakpoint where that may differ. */
const parts = written.flatMap(({ kind, tags, examples, tagFor, fields }): [string, Part][] => {
  const said = examples.map((base) => ({ base }));
  const varies = fields.some((field) => field.varies === true);
  const contents = varies ? [...said, ...examples.map((phone, at) => ({ base: examples.at(at - 1)!, phone }))] : said;
  return (tagFor ? tags.slice(0, 1) : tags).flatMap((tag) =>
    contents.map((content, at): [string, Part] => {
      const part = tagged(plainPart(kind, tag, { content }));
      return [`${kind}-${part.tag}-${at}`, part];
    }),
  );
});

/** Returns the computed style of every element of each part, with all parts compiled into one page. */
function drawn(of: Site, held: readonly [string, Part][]): string[][] {
  const { html, css } = compile(of, pageHolding(Object.fromEntries(held)));
  const frame = document.createElement('iframe');
  frame.style.cssText = 'position:absolute;border:0;width:390px;height:700px';
  document.body.append(frame);
  const inside = frame.contentDocument!;
  inside.open();
  inside.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>html{scrollbar-width:none}${css}</style>`));
  inside.close();
  const told = [...inside.querySelector('section')!.children].map((part) =>
    [part, ...part.querySelectorAll('*')].map((one) => {
      const style = frame.contentWindow!.getComputedStyle(one);
      const values = [...style].map((name) => `${name}: ${style.getPropertyValue(name)}`);
      return `<${one.tagName.toLowerCase()} class="${one.className}">; ${values.join('; ')}`;
    }),
  );
  frame.remove();
  return told;
}

/** The values in which two drawings of the same elements differ. */
const difference = (alone: readonly string[], among: readonly string[]): string[] =>
  alone.flatMap((one, at) => {
    const there = new Set(among[at]!.split('; '));
    const [, ...values] = one.split('; '); // classes are numbered by the page
    const differs = values.filter((value) => !there.has(value));
    return differs.length > 0 ? [`${one.slice(0, one.indexOf('>') + 1)} ${differs.slice(0, 6).join('; ')}`] : [];
  });

// Chromium's computed style, of every element a part is made of.
describe('What a part is by nature', () => {
  it('hangs on nothing else that stands on its page', () => {
    const all = drawn(site, parts);
    expect(all.length).toBe(parts.length);
    for (const [at, [name, part]] of parts.entries()) {
      const [alone, among] = [drawn(site, [[name, part]])[0]!, all[at]!];
      expect(among.length).withContext(name).toBe(alone.length);
      expect(difference(alone, among)).withContext(name).toEqual([]);
    }
    expect(parts.length).toBeGreaterThan(50);
  });

  it('says at each breakpoint what it says there alone, whatever the site makes of elements', () => {
    const loud = { wide: { normal: { display: 'flex', 'padding-top': '31px', 'letter-spacing': '3px' } } };
    const elements = Object.fromEntries(['figure', 'div'].map((tag) => [tag, loud]));
    for (const [name, part] of parts.filter(([, one]) => Object.keys(one.content).length > 1)) {
      const quiet = { ...part, style: { wide: { normal: { 'letter-spacing': '0px' } } } };
      const wordings = drawn({ ...site, elements }, [[name, quiet]])[0]!.filter((one) => one.includes('class="_at-'));
      const of = (property: string): string[] =>
        wordings.map((one) => one.split('; ').find((value) => value.startsWith(`${property}: `))!);
      expect(of('display').filter((one) => !/: (none|contents|inline)$/.test(one))).toEqual([]);
      if (wordings.length === 2) expect(of('display')).withContext(name).toContain('display: none');
      expect(new Set(of('letter-spacing')).size)
        .withContext(name)
        .toBeLessThan(2);
    }
  });
});
