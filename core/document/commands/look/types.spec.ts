import fc from 'fast-check';
import { resolve } from '../../../style/cascade';
import { readTokenFile } from '../../../style/tokens/file/read';
import { tokenFile } from '../../../style/tokens/file/write';
import { plainValue, tokensOf } from '../../../style/tokens/tokens';
import { typeIn, typeProperties, typesOf, typeValues } from '../../../style/tokens/types';
import { applyBatch, type Documents } from '../../edits/batch';
import type { AnyEdit } from '../../edits/site-edit';
import { Problem } from '../../problem';
import { blankSite, type Site } from '../../site';
import type { StyleMap } from '../../style-map';
import { pageHolding, plainPart as part } from '../../testing/plain-part';

import { takeTokens } from './take-tokens';
import { deleteType, newType, renameType, typeSaying } from './types';

// common practice: a title of 45 px, 38 on tablet, 34 on phone
const title: StyleMap = {
  wide: { normal: { 'font-size': '45px', 'line-height': '1.1', 'letter-spacing': 'normal' }, hover: { color: 'red' } },
  tablet: { normal: { 'font-size': '38px' } },
  phone: { normal: { 'font-size': '34px', 'line-height': '1.2' } },
};
const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  elements: { h2: { wide: { normal: { 'font-weight': '700', 'font-family': 'Fraunces, serif' } } } },
  classes: [{ id: 'lead', name: 'lead', style: { wide: { normal: { 'font-size': '21px', 'line-height': '1.5' } } } }],
};
const page = pageHolding({
  t: part('heading', 'h2', { style: title }),
  u: part('text', 'p', { classes: ['lead'] }),
});
const now: Documents = { site, page };
const on = (documents: Documents, edits: readonly AnyEdit[]): Documents & { inverses: readonly AnyEdit[] } =>
  applyBatch(documents, edits);
const refused = (what: () => unknown): string => {
  try {
    what();
    return '';
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
};
const looks = ({ site: of, page: at }: Documents, id = 't'): string[] =>
  ['wide', 'tablet', 'phone'].flatMap((breakpoint) =>
    typeProperties.map((property) =>
      plainValue(of, resolve(of, at, id, breakpoint, 'normal', property).value, breakpoint),
    ),
  );
const titled: AnyEdit[] = newType(site, page, 'title', { holds: 'part', id: 't' });

describe('A type', () => {
  it('is made of what a part says at each breakpoint: nothing looks different, and undo leaves nothing', () => {
    const after = on(now, titled);
    expect(looks(after)).toEqual(looks(now).map((one) => (one === 'normal' ? '0px' : one)));
    expect(after.page.parts['t']!.style).toEqual({
      wide: {
        normal: typeValues(typesOf(after.site)[0]!),
        hover: { color: 'red' },
      },
    });
    expect(tokensOf(after.site).map(({ name, values }) => [name, values])).toEqual([
      ['title-font-family', { wide: 'Fraunces, serif' }],
      ['title-font-size', { wide: '45px', tablet: '38px', phone: '34px' }],
      ['title-font-weight', { wide: '700' }],
      ['title-line-height', { wide: '1.1', phone: '1.2' }],
      ['title-letter-spacing', { wide: '0px' }],
    ]);
    const back = on(after, after.inverses);
    expect([back.site, back.page]).toEqual([site, page]);
  });

  it('is made of a class, which then names it; it is found again where it is set', () => {
    const after = on(now, newType(site, page, 'lead', { holds: 'class', id: 'lead' }));
    const [lead] = typesOf(after.site);
    expect(Object.keys(lead!.members)).toEqual(['font-size', 'line-height']);
    expect(after.site.classes[0]!.style).toEqual({ wide: { normal: typeValues(lead!) } });
    expect(looks(after, 'u')).toEqual(looks(now, 'u'));
    const said = (id: string) => (property: string) =>
      resolve(after.site, after.page, id, 'phone', 'normal', property).value;
    expect(typeIn(after.site, said('u'))?.name).toBe('lead');
    expect(typeIn(after.site, said('t'))).toBeUndefined();
  });

  it('is renamed and deleted as one; what named it stays as it looks', () => {
    const made = on(now, titled);
    const [type] = typesOf(made.site);
    const renamed = on(made, renameType(made.site, type!, 'heading-large'));
    expect(typesOf(renamed.site).map((one) => one.name)).toEqual(['heading-large']);
    expect(looks(renamed)).toEqual(looks(made));
    const gone = on(renamed, deleteType(renamed.site, typesOf(renamed.site)[0]!));
    expect([typesOf(gone.site), tokensOf(gone.site)]).toEqual([[], []]);
    expect(looks(gone)).toEqual(looks(made));
  });

  it('has a name nothing else has, and a size', () => {
    const made = on(now, titled);
    const [type] = typesOf(made.site);
    expect(refused(() => newType(made.site, made.page, 'title', { holds: 'part', id: 'u' }))).toContain('already');
    expect(refused(() => renameType(made.site, type!, 'Title!'))).toContain('isn’t a valid token name');
    expect(refused(() => renameType(made.site, type!, 'a-name-that-has-far-too-many'))).toContain('25 letters');
    expect(renameType(made.site, type!, 'title')).toHaveSize(5); // its own
    expect(refused(() => typeSaying(site, page, { holds: 'element', tag: 'h2' }))).toContain('needs a size');
    const nested = pageHolding({
      box: part('container', 'div', { children: ['in'], style: { wide: { normal: { 'font-size': '1.5em' } } } }),
      in: part('text', 'p', {}),
    });
    expect(refused(() => typeSaying(site, nested, { holds: 'part', id: 'in' }))).toContain('needs a size');
  });

  // Design Tokens Format Module 2025.10, section 9.7, from memory: typography has these five values
  it('goes out as typography that names its tokens, and comes back as it was', () => {
    const made = on(now, titled);
    const { file } = tokenFile(made.site);
    expect(file['title']).toEqual({
      $type: 'typography',
      $value: {
        fontFamily: '{title-font-family}',
        fontSize: '{title-font-size}',
        fontWeight: '{title-font-weight}',
        lineHeight: '{title-line-height}',
        letterSpacing: '{title-letter-spacing}',
      },
    });
    const { tokens, leftOut } = readTokenFile(JSON.stringify(file));
    expect(leftOut).toEqual([]);
    expect(takeTokens(made.site, tokens).edits).toEqual([]);
    const fresh = on(now, takeTokens(site, tokens).edits);
    expect(tokenFile(fresh.site).file).toEqual(file);
  });

  it('made of any values set anywhere looks the same at every breakpoint', () => {
    const values: Readonly<Record<string, readonly string[]>> = {
      'font-family': ['Fraunces, serif', 'serif'],
      'font-size': ['36px', '2rem', '1.125em', 'clamp(1rem, 4vw, 3rem)'],
      'font-weight': ['700', 'bolder'],
      'line-height': ['0.9', '108px'],
      'letter-spacing': ['0.02em', '-1px'],
    };
    const oneValue = fc
      .constantFrom(...Object.keys(values))
      .chain((property) =>
        fc.tuple(
          fc.constantFrom('wide', 'tablet', 'phone'),
          fc.constant(property),
          fc.constantFrom(...values[property]!),
        ),
      );
    fc.assert(
      fc.property(fc.array(oneValue, { maxLength: 12 }), fc.array(oneValue, { maxLength: 6 }), (own, ofTag) => {
        const style = (list: readonly (readonly [string, string, string])[]): StyleMap => {
          const map: Record<string, { normal: Record<string, string> }> = {};
          for (const [at, property, value] of list) (map[at] ??= { normal: {} }).normal[property] = value;
          return map;
        };
        const documents: Documents = {
          site: { ...site, elements: { h2: style([['wide', 'font-size', '20px'], ...ofTag]) } },
          page: pageHolding({ t: part('heading', 'h2', { style: style(own) }) }),
        };
        const after = on(documents, newType(documents.site, documents.page, 'any', { holds: 'part', id: 't' }));
        expect(looks(after)).toEqual(looks(documents));
        expect(on(after, after.inverses)).toEqual(jasmine.objectContaining({ ...documents }));
      }),
    );
  });
});
