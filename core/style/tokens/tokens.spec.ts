import { checkSetToken } from '../../document/edits/check/check-token';
import { Problem } from '../../document/problem';
import { blankSite, type Site } from '../../document/site';
import {
  circleFrom,
  keptToken,
  tokenOf,
  kindOfValue,
  namedValue,
  plainValue,
  publishedName,
  publishedText,
  storedValue,
  tokensFor,
  tokensIn,
  tokenValue,
} from './tokens';

const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  tokens: {
    ink: '#223344',
    sea: { name: 'water', kind: 'colour', values: { wide: 'var(--ink)', phone: '#336699' } },
    gap: { name: 'gap', kind: 'space', values: { wide: '48px', tablet: '32px' } },
    old: { name: 'ink', kind: 'colour', values: { wide: '#000000' }, gone: true },
  },
};

describe('A token', () => {
  it('is of the kind its value has by the grammar of CSS', () => {
    const kinds = Object.entries({
      '#223344': 'colour',
      'oklch(60% 0.1 200)': 'colour',
      '1.25rem': 'size',
      'clamp(16px, 2vw, 24px)': 'size',
      '50%': 'size',
      '1.4': 'number',
      '200ms': 'duration',
      'cubic-bezier(0.2, 0, 0, 1)': 'curve',
      'ease-in': 'curve',
      '1px solid #223344': 'border',
      '0 1px 3px rgb(0 0 0 / 0.3), 0 4px 8px #0002': 'shadow',
      'Fraunces, serif': 'typeface',
      '"Spline Sans Mono"': 'typeface',
    });
    for (const [value, kind] of kinds)
      expect(kindOfValue(value))
        .withContext(value)
        .toBe(kind as never);
  });

  it('that names another is of that one’s kind, and one that names itself in the end of none', () => {
    const tokens = {
      ...site.tokens,
      card: 'var(--foam)',
      foam: '#ffffff',
      near: 'var(--gap)',
      a: 'var(--b)',
      b: 'var(--a)',
    };
    const kind = (id: string): string | undefined => tokenOf({ ...site, tokens }, id)?.kind;
    expect(['card', 'near', 'a'].map(kind)).toEqual(['colour', 'space', 'typeface']);
    const whole = { name: 'card', kind: 'colour', values: { wide: 'var(--foam)' } } as const;
    expect(keptToken({ ...site, tokens }, 'card', whole)).toBe('var(--foam)');
    expect(keptToken({ ...site, tokens }, 'card', { ...whole, kind: 'border' })).not.toBe('var(--foam)');
  });

  it('says at each breakpoint its own value there, or the nearest towards the base', () => {
    expect(['wide', 'tablet', 'phone'].map((at) => tokenValue(site, 'gap', at))).toEqual(['48px', '32px', '32px']);
    expect(['wide', 'phone'].map((at) => plainValue(site, 'var(--sea)', at))).toEqual(['#223344', '#336699']);
    expect(plainValue(site, '1px solid var( --sea )', 'tablet')).toBe('1px solid #223344');
    expect(plainValue(site, 'var(--none, red)', 'wide')).toBe('var(--none, red)');
    expect(tokenValue(site, '__proto__', 'wide')).toBeUndefined();
  });

  it('is read and typed by its name, and stored by its id; one deleted leaves its name to another', () => {
    expect(namedValue(site, 'var(--sea)', 'wide')).toBe('var(--water)');
    expect(storedValue(site, 'calc(var(--water) + var(--gap))')).toBe('calc(var(--sea) + var(--gap))');
    expect(storedValue(site, 'var(--ink)')).toBe('var(--ink)'); // not the one that was called so before
    expect(namedValue(site, '1px solid var(--old)', 'phone')).toBe('1px solid #000000');
    for (const id of ['ink', 'sea', 'gap'])
      expect(storedValue(site, namedValue(site, `var(--${id})`, 'wide'))).toBe(`var(--${id})`);
    expect(publishedText(site, 'a{color:var(--old);border-color:var(--sea)}')).toBe(
      'a{color:var(--_old);border-color:var(--water)}',
    );
    expect(Object.keys(site.tokens).map((id) => publishedName(site, id))).toEqual(['ink', 'water', 'gap', '_old']);
    expect(tokensIn('var(--sea) VAR( --gap )')).toEqual(['sea', 'gap']);
  });

  it('is offered where what it says fits', () => {
    const offered = (property: string): string[] => tokensFor(site, property).map(({ name }) => name);
    expect(offered('color')).toEqual(['ink', 'water']);
    expect(offered('padding-top')).toEqual(['gap']);
    expect(offered('display')).toEqual([]);
  });

  it('that leads back to itself is refused with the way; another’s name, unknown ones and places that are none are, too', () => {
    const refused = (id: string, value: unknown, of = site): string => {
      try {
        checkSetToken(of, id, value);
        return '';
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        return error.message;
      }
    };
    const colour = (values: Record<string, string>, name = 'x'): object => ({ name, kind: 'colour', values });
    expect(refused('ink', 'var(--sea)')).toBe('A token can’t name itself: ink → water → ink.');
    expect(refused('ink', 'var(--ink)')).toBe('A token can’t name itself: ink → ink.');
    expect(refused('ink', colour({ wide: '#123', phone: 'var(--sea)' }, 'ink'))).toContain('ink → water → ink');
    expect(refused('new', colour({ wide: '#123' }, 'water'))).toContain('already');
    expect(refused('new', 'var(--nothing)')).toContain('no token “nothing”');
    expect(refused('new', colour({ phone: '#123' }))).toContain('at the base');
    expect(refused('new', colour({ wide: '#123', huge: '#456' }))).toContain('no such breakpoint');
    expect(refused('new', colour({ wide: 'red}body{' }))).not.toBe('');
    expect(refused('new', colour({ wide: 'url(http://elsewhere)' }))).not.toBe('');
    expect(refused('new', { ...colour({ wide: '#123' }), more: 1 })).not.toBe('');
    expect(refused('new', 12)).not.toBe('');
    expect(refused('new', colour({ wide: 'var(--sea)', tablet: '#fff' }))).toBe('');
    expect(circleFrom({ a: 'var(--b)', b: 'var(--c) var(--a)', c: '1px' }, 'a')).toEqual(['a', 'b', 'a']);
    expect(circleFrom(site.tokens, 'sea')).toBeUndefined();
  });

  it('unfolds in no time whatever is stored: in a circle, or doubling at every step', () => {
    const doubling = Object.fromEntries(
      Array.from({ length: 60 }, (_, at) => [`t${at}`, at === 0 ? '1px' : `var(--t${at - 1}) var(--t${at - 1})`]),
    );
    expect(plainValue({ ...site, tokens: doubling }, 'var(--t59)', 'wide').length).toBeLessThan(5000);
    const circle = { a: 'var(--b)', b: 'var(--a)' };
    expect(plainValue({ ...site, tokens: circle }, 'var(--a)', 'wide')).toMatch(/^var\(--[ab]\)$/);
    expect(circleFrom(doubling, 't59')).toBeUndefined();
  });
});
