import fc from 'fast-check';
import { compile } from '../../../compile/compile';
import type { FileToken } from '../../../style/tokens/file/format';
import { readTokenFile } from '../../../style/tokens/file/read';
import { tokenFile } from '../../../style/tokens/file/write';
import { kindFor } from '../../../style/tokens/token-kind';
import { plainValue, tokensOf } from '../../../style/tokens/tokens';
import { applyBatch, type Documents } from '../../edits/batch';
import type { AnyEdit } from '../../edits/site-edit';
import { Problem } from '../../problem';
import { blankSite, type Site } from '../../site';
import type { TokenKind } from '../../token';
import { pageHolding, plainPart as part } from '../../testing/plain-part';
import { randomly } from '../../testing/randomly';
import { breakpointEdits } from '../breakpoints';
import { takeTokens } from './take-tokens';
import {
  alongBreakpoints,
  checkedTokenName,
  deleteToken,
  newToken,
  renameToken,
  sameValues,
  setTokenKind,
  setTokenValue,
  tokenAlong,
  tokenFrom,
  type SetValue,
} from './tokens';

const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  classes: [{ id: 'card', name: 'card', style: { wide: { normal: { 'border-top-color': '#8f2b37' } } } }],
  elements: { a: { wide: { normal: { color: '#8f2b37' }, hover: { color: '#000' } } } },
};
const page = pageHolding({
  t: part('heading', 'h2', {
    content: { base: { text: 'Title' } },
    style: {
      wide: { normal: { color: '#8f2b37', 'font-size': '45px' } },
      tablet: { normal: { 'font-size': '38px' } },
      phone: { normal: { 'font-size': '34px' } },
    },
  }),
  u: part('text', 'p', {
    content: { base: { text: 'Words' } },
    style: { phone: { normal: { color: '#8f2b37', 'padding-top': '34px' } } },
  }),
});
const now: Documents = { site, page };
const on = (documents: Documents, edits: readonly AnyEdit[]): Documents & { inverses: readonly AnyEdit[] } =>
  applyBatch(documents, edits);
/** The id of the token called so. */
const idOf = (of: Site, name: string): string => tokensOf(of).find((one) => one.name === name)!.id;
/** A site's tokens by their names, deleted ones left out. */
const byName = (of: Site): Record<string, unknown> =>
  Object.fromEntries(tokensOf(of).map(({ name, kind, values }) => [name, { kind, values }]));
const cell = (property: string, breakpoint = 'wide', id = 't'): SetValue => ({
  of: { holds: 'part', id },
  ...{ breakpoint, state: 'normal', property },
  value: page.parts[id]!.style[breakpoint]!.normal![property]!,
});

describe('Tokens', () => {
  it('say what their kind is for, and refuse what another kind says', () => {
    const values: Readonly<Record<string, readonly [TokenKind, ...string[]]>> = {
      colour: ['colour', '#336', 'rgb(0 0 0 / 0.5)', 'rebeccapurple'],
      size: ['size', '12px', '2em', '50%', 'clamp(1rem, 2vw, 2rem)', 'auto'],
      space: ['space', '0', '5vw'],
      duration: ['duration', '200ms', '0.3s'],
      curve: ['curve', 'ease-in', 'cubic-bezier(0.2, 0, 0, 1)'],
      number: ['number', '1.2', '700'],
      shadow: ['shadow', '0 1px 2px red', 'none'],
      border: ['border', '1px solid red', '2px'],
      typeface: ['typeface', 'Fraunces, serif'],
    };
    const alike = (a: string, b: string): boolean => /^(size|space)$/.test(a) && /^(size|space)$/.test(b);
    for (const [name, [kind, ...own]] of Object.entries(values)) {
      const of: Site = { ...site, tokens: { one: { name: 'one', kind, values: { wide: own[0]! } } } };
      const set = (value: string) => () => setTokenValue(of, 'one', 'phone', value);
      for (const value of own) expect(set(value)).withContext(`${name} ${value}`).not.toThrow();
      for (const [other, [, ...theirs]] of Object.entries(values)) {
        const isBoth =
          (name === 'border' && /^(size|space|colour)$/.test(other)) ||
          (name === 'number' && /^(size|space)$/.test(other));
        const isElse = other !== name && !alike(name, other) && !isBoth;
        for (const value of isElse ? theirs.filter((one) => !/^(0|none|auto|2px)$/.test(one)) : [])
          expect(set(value)).withContext(`${name} ${value}`).toThrowError(Problem, /isn’t/);
      }
    }
  });

  it('are made of one value, or of every place of the page and the site that says the same', () => {
    const made = tokenFrom(site, 'madder', [cell('color')]);
    const alone = on(now, made.edits);
    expect(byName(alone.site)).toEqual({ madder: { kind: 'colour', values: { wide: '#8f2b37' } } });
    expect(alone.page.parts['t']!.style['wide']!.normal!['color']).toBe(`var(--${made.id})`);
    expect(alone.page.parts['u']).toBe(page.parts['u']);

    const places = sameValues(site, page, cell('color'));
    expect(places.length).toBe(4);
    const { of, ...where } = cell('color');
    expect(sameValues(site, page, { ...where, of }).length).toBe(4); // itself is counted once, however it is written
    const all = on(now, tokenFrom(site, 'madder', places).edits);
    expect(JSON.stringify([all.page.parts, all.site.classes, all.site.elements])).not.toContain('#8f2b37');
    expect(all.site.elements['a']!['wide']!.normal!['color']).toBe(`var(--${idOf(all.site, 'madder')})`);
    expect(compile(all.site, all.page).css).toContain(':root{--madder:#8f2b37}');
    const back = on(all, all.inverses);
    expect([back.site, back.page]).toEqual([site, page]);
  });

  it('take in only what is of one kind: a size of type is no space', () => {
    expect(sameValues(site, page, cell('padding-top', 'phone', 'u')).length).toBe(1);
    expect(kindFor('padding-left', '24px')).toBe('space');
    expect(kindFor('border-top-left-radius', '24px')).toBe('radius');
    expect(kindFor('font-size', '24px')).toBe('size');
    expect(kindFor('color', '#123456')).toBe('colour');
  });

  it('say at each breakpoint what a part said there: nothing looks different, and one value is left on the part', () => {
    const along = alongBreakpoints(site, page, cell('font-size', 'phone'));
    expect(along.map((one) => one.value)).toEqual(['45px', '38px', '34px']);
    const { id, edits } = tokenAlong(site, page, 'title', along);
    const after = on(now, edits);
    expect(byName(after.site)).toEqual({
      title: { kind: 'size', values: { wide: '45px', tablet: '38px', phone: '34px' } },
    });
    expect(after.page.parts['t']!.style).toEqual({
      wide: { normal: { color: '#8f2b37', 'font-size': `var(--${id})` } },
    });
    expect(on(after, after.inverses).page).toEqual(page);

    // set on phones alone: at the base the token says what stands there
    const { id: drop, edits: some } = tokenAlong(site, page, 'drop', [cell('padding-top', 'phone', 'u')]);
    const phone = on(now, some);
    expect(byName(phone.site)).toEqual({ drop: { kind: 'space', values: { wide: '0', phone: '34px' } } });
    expect(phone.page.parts['u']!.style['phone']!.normal!['padding-top']).toBe(`var(--${drop})`);
    expect(phone.page.parts['u']!.style['wide']).toBeUndefined();
  });

  it('are renamed, changed at a breakpoint and deleted in one edit, whatever names them on however many pages', () => {
    const { id, edits } = tokenFrom(site, 'madder', sameValues(site, page, cell('color')));
    const made = on(now, edits);
    const renamed = on(made, renameToken(made.site, id, 'brand'));
    expect(renamed.page).toBe(made.page);
    expect(compile(renamed.site, renamed.page).css).toContain('color:var(--brand)');
    expect(compile(renamed.site, renamed.page).css).not.toContain('--madder');

    const phone = on(renamed, setTokenValue(renamed.site, id, 'phone', '#a03040'));
    expect(compile(phone.site, phone.page).css).toContain('@media (width<=600px){:root{--brand:#a03040}}');
    const undone = on(phone, setTokenValue(phone.site, id, 'phone', undefined));
    expect(undone.site).toEqual(renamed.site);
    expect(() => on(phone, setTokenValue(phone.site, id, 'wide', undefined))).toThrowError(Problem);

    const gone = on(phone, deleteToken(phone.site, id, '#22333b'));
    expect(gone.page).toBe(made.page);
    expect(plainValue(gone.site, `var(--${id})`, 'phone')).toBe('#22333b');
    expect(compile(gone.site, gone.page).css).toContain(`--_${id}:#22333b`);
    expect(() => renameToken(gone.site, id, 'x')).toThrowError(/deleted/);
    expect(on(gone, gone.inverses).site).toEqual(phone.site);

    const again = newToken(gone.site, 'madder', 'colour', { wide: '#111111' }); // its name is free
    expect(again.id).not.toBe(id);
    const both = on(gone, again.edits);
    expect(compile(both.site, both.page).css).toContain(`color:var(--_${id})`);
    expect(compile(both.site, both.page).css).not.toContain('--madder:'); // a page says the tokens it names
    const used = on(both, [
      { do: 'set', part: 'u', field: ['style', 'wide', 'normal', 'color'], value: `var(--${again.id})` },
    ]);
    expect(compile(used.site, used.page).css).toContain('--madder:#111111');
  });

  it('set by two people at once keep what each said: a name, a value at one breakpoint, a kind', () => {
    const { id, edits } = newToken(site, 'gap', 'space', { wide: '48px' });
    const made = on(now, edits);
    const mine = renameToken(made.site, id, 'room');
    const theirs = [...setTokenValue(made.site, id, 'phone', '24px'), ...setTokenKind(made.site, id, 'size')];
    const one = on(on(made, mine), theirs);
    const other = on(on(made, theirs), mine);
    expect(one.site.tokens).toEqual(other.site.tokens);
    expect(one.site.tokens[id]).toEqual({ name: 'room', kind: 'size', values: { wide: '48px', phone: '24px' } });
    expect(on(one, one.inverses).site.tokens[id]).toEqual({ name: 'room', kind: 'space', values: { wide: '48px' } });
    expect(() => on(now, mine)).toThrowError(Problem, /no such token/);
    // made under one name by both: the second is told, and nobody's is overwritten
    expect(() => on(made, newToken(site, 'gap', 'size', { wide: '1px' }).edits)).toThrowError(Problem, /already/);
  });

  it('have names of their own', () => {
    const { id, edits } = newToken(site, 'ink', 'colour', { wide: '#123456' });
    const made = on(now, edits).site;
    expect(() => checkedTokenName(made, 'ink')).toThrowError(/already/);
    expect(checkedTokenName(made, 'ink', id)).toBe('ink');
    for (const name of ['Ink', '1st', '', 'with space', '__proto__', 'x'.repeat(41)])
      expect(() => checkedTokenName(made, name))
        .withContext(name)
        .toThrowError(Problem);
    expect(on({ site: made, page }, setTokenKind(made, id, 'border')).site.tokens[id]).toEqual({
      name: 'ink',
      kind: 'border',
      values: { wide: '#123456' },
    });
  });

  it('keep what heirs of a breakpoint take over, and undo it', () => {
    const { site: made } = on(now, newToken(site, 'gap', 'space', { wide: '48px', tablet: '32px' }).edits);
    const without = made.breakpoints.filter((one) => one.id !== 'tablet');
    for (const [heirs, values] of [
      [{ tablet: 'phone' }, { wide: '48px', phone: '32px' }],
      [{}, { wide: '48px' }],
    ] as const) {
      const after = on({ site: made, page }, breakpointEdits(made, { breakpoints: without, heirs }));
      expect(byName(after.site)['gap']).toEqual({ kind: 'space', values });
      expect(on(after, after.inverses).site.tokens).toEqual(made.tokens);
    }
  });

  it('of a file are taken in as one step: made, changed by name, named by each other; what is the same stays', () => {
    const { id, edits } = newToken(site, 'ink', 'colour', { wide: '#123456' });
    const had = on(now, edits);
    const renamed = on(had, renameToken(had.site, id, 'dark')).site;
    const colour = (name: string, value: string, values: Record<string, string> = {}): FileToken => ({
      ...{ name, kind: 'colour', value, values },
    });
    const taken = takeTokens(renamed, [
      colour('edge', 'var(--sea)', { phone: 'var(--dark)', huge: '#fff' }),
      colour('sea', '#336699'),
      colour('dark', '#000000'),
      colour('lost', 'var(--nowhere)'),
    ]);
    expect([taken.made, taken.changed, taken.same]).toEqual([['sea', 'edge'], ['dark'], []]);
    expect(taken.refused.map((one) => one.name)).toEqual(['lost']);
    const after = on({ site: renamed, page }, taken.edits);
    expect(after.site.tokens[id]).toEqual({ name: 'dark', kind: 'colour', values: { wide: '#000000' } });
    expect(byName(after.site)['edge']).toEqual({
      kind: 'colour',
      values: { wide: `var(--${idOf(after.site, 'sea')})`, phone: `var(--${id})` },
    });
    expect(takeTokens(after.site, [colour('sea', '#336699')]).same).toEqual(['sea']);
    expect(on(after, after.inverses).site).toEqual(renamed);
    // what the site wrote is taken in by another as it is
    const other = takeTokens(site, readTokenFile(JSON.stringify(tokenFile(after.site).file)).tokens);
    expect(tokenFile(on(now, other.edits).site).file).toEqual(tokenFile(after.site).file);
  });

  // What Chromium paints is the cascade's: tokens put in the place of equal values change no value at any breakpoint.
  it('made on random pages leave every value as it was, and undo to the very documents', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const of = random.site();
        const given = random.page(of, 8);
        const own = Object.entries(given.parts).flatMap(([id, one]) =>
          Object.entries(one.style).flatMap(([breakpoint, states]) =>
            Object.entries(states.normal ?? {}).map(([property, value]): SetValue => ({
              of: { holds: 'part', id },
              ...{ breakpoint, state: 'normal', property, value },
            })),
          ),
        );
        if (own.length === 0) return;
        const one = random.pick(own);
        const { edits } = tokenFrom(of, 'made', sameValues(of, given, one));
        const after = on({ site: of, page: given }, edits);
        for (const [id, { style }] of Object.entries(after.page.parts))
          for (const { id: breakpoint } of of.breakpoints)
            for (const [property, value] of Object.entries(style[breakpoint]?.normal ?? {}))
              expect(plainValue(after.site, value, breakpoint)).toBe(
                plainValue(of, given.parts[id]!.style[breakpoint]!.normal![property]!, breakpoint),
              );
        const back = on(after, after.inverses);
        expect([back.site, back.page]).toEqual([of, given]);
      }),
    );
  });
});
