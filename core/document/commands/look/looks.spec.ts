import fc from 'fast-check';
import { compile } from '../../../compile/compile';
import { compileCanvas } from '../../../compile/canvas';
import { beginning, someSiteEdit } from '../../edits/testing/some-edits';
import { applyToSite } from '../../edits/apply-site';
import { readSite } from '../../edits/check/check-page';
import type { SiteEdit } from '../../edits/site-edit';
import { Problem } from '../../problem';
import { blankSite, type Look, type Site } from '../../site';
import { pageHolding, plainPart } from '../../testing/plain-part';
import { randomly } from '../../testing/randomly';
import { RandomPages } from '../../testing/random-page';
import { applyLook, bindDark, deleteLook, renameLook, saveLook, saveOver } from './looks';
import { renameToken } from './tokens';

/** A site after edits, with those that lead back, the last first. */
function after(site: Site, edits: readonly SiteEdit[]): { readonly site: Site; readonly back: SiteEdit[] } {
  const back: SiteEdit[] = [];
  const done = edits.reduce((now, edit) => {
    const applied = applyToSite(now, edit);
    back.unshift(applied.inverse);
    return applied.site;
  }, site);
  return { site: done, back };
}

/** As many of these edits as fit. */
function worn(site: Site, random: RandomPages, count: number): Site {
  let now = site;
  for (let at = 0; at < count; at++)
    try {
      now = applyToSite(now, someSiteEdit(random, now)).site;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
    }
  return now;
}

const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  tokens: { ink: '#22333b', paper: '#fff', line: 'var(--ink)' },
  elements: { body: { wide: { normal: { color: 'var(--ink)', 'background-color': 'var(--paper)' } } } },
  classes: [{ id: 'card', name: 'card', style: { wide: { normal: { 'padding-top': '12px' } } } }],
};
const saved = (): Site => after(site, saveLook(site, 'Day').edits).site;
const lookOf = (of: Site, name = 'Day'): Look => of.looks!.find((one) => one.name === name)!;
const lookWith = (more: Partial<Look>): Look => ({
  ...{ id: 'n', name: 'Night', tokens: {}, elements: {}, classes: [], fonts: [] },
  ...more,
});

describe('A look', () => {
  it('brings back what it was saved from, whatever was changed since, and is undone to the very document', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const begun = beginning(random).site;
        const kept = after(begun, saveLook(begun, 'Then').edits).site;
        const changed = worn(kept, random, random.below(14));
        if (!changed.looks?.some((one) => one.name === 'Then')) return;
        const edits = applyLook(changed, lookOf(changed, 'Then'));
        const back = after(changed, edits);
        expect(after(back.site, back.back).site).toEqual(changed);
        expect(applyLook(back.site, lookOf(changed, 'Then'))).toEqual([]);
        if (JSON.stringify(changed.breakpoints) !== JSON.stringify(begun.breakpoints)) return;
        expect(back.site.elements).toEqual(begun.elements);
        for (const { id, style } of begun.classes)
          expect(back.site.classes.find((one) => one.id === id)?.style).toEqual(style);
      }),
      { numRuns: 150 },
    );
  });

  it('is a document that can be stored and read again', () => {
    const day = saved();
    const kept = after(day, bindDark(lookOf(day).id)).site;
    expect(readSite(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
    expect(after(kept, deleteLook(kept, kept.dark!)).site).toEqual(site);
  });

  it('leaves tokens and classes it does not know, since pages may name them', () => {
    const look = lookWith({ tokens: { ink: '#eee' }, classes: [] });
    const done = after(site, applyLook(site, look)).site;
    expect(done.tokens).toEqual({ ...site.tokens, ink: '#eee' });
    expect(done.classes).toEqual(site.classes);
    expect(done.elements['body']).toBeUndefined();
  });

  it('follows a token that was renamed since, and takes one that only has its name for it', () => {
    const now = after(saved(), renameToken(saved(), 'ink', 'sea')).site;
    const changed = after(now, [
      { do: 'set', on: 'site', field: ['tokens', 'ink', 'values', 'wide'], value: '#000' },
    ]).site;
    const done = after(changed, applyLook(changed, lookOf(changed))).site;
    expect(done.tokens['ink']).toEqual({ name: 'sea', kind: 'colour', values: { wide: '#22333b' } });
    expect(done.elements).toEqual(site.elements);

    const other = lookWith({
      tokens: { 'x-1': { name: 'sea', kind: 'colour', values: { wide: '#123456' } } },
      elements: { h1: { wide: { normal: { color: 'var(--x-1)' } } } },
    });
    const taken = after(changed, applyLook(changed, other)).site;
    expect(taken.tokens['ink']).toEqual({ name: 'sea', kind: 'colour', values: { wide: '#123456' } });
    expect(taken.elements).toEqual({ h1: { wide: { normal: { color: 'var(--ink)' } } } });
  });

  it('turns round tokens that name each other without ever naming themselves', () => {
    const one: Site = { ...site, elements: {}, tokens: { a: 'var(--b)', b: 'var(--c)', c: '#111111' } };
    const look = lookWith({ tokens: { c: 'var(--b)', b: 'var(--a)', a: '#222222' } });
    expect(after(one, applyLook(one, look)).site.tokens).toEqual(look.tokens);
  });

  it('leaves out what it says at breakpoints the site does not have', () => {
    const look = lookWith({
      tokens: { ink: { name: 'ink', kind: 'colour', values: { wide: '#000', watch: '#111' } } },
      elements: { h1: { watch: { normal: { color: 'red' } } } },
    });
    const done = after(site, applyLook(site, look)).site;
    expect(done.tokens['ink']).toBe('#000');
    expect(done.elements['h1']).toBeUndefined();
  });

  it('keeps its place and its name when it is saved over', () => {
    const two = after(saved(), saveLook(saved(), 'Evening').edits).site;
    const changed = after(two, [{ do: 'set', on: 'site', field: ['tokens', 'ink'], value: '#010203' }]).site;
    const over = after(changed, saveOver(changed, lookOf(changed).id)).site;
    expect(over.looks!.map((one) => one.name)).toEqual(['Day', 'Evening']);
    expect(lookOf(over).tokens['ink']).toBe('#010203');
    expect(lookOf(over, 'Evening').tokens['ink']).toBe('#22333b');
  });

  it('refuses a name there is, one that has gone, and more than a step may hold', () => {
    const now = saved();
    expect(() => saveLook(now, ' Day ')).toThrowError(/already/);
    expect(() => saveLook(now, '  ')).toThrowError(/needs a name/);
    expect(() => renameLook(now, 'nobody', 'X')).toThrowError(/deleted/);
    const tokens = Object.fromEntries(Array.from({ length: 1999 }, (_, at) => [`t${at}`, `${at}px`]));
    const elements = { h1: { wide: { normal: { color: 'red', 'font-size': '1px' } } } };
    expect(() => applyLook({ ...site, elements: {} }, lookWith({ tokens, elements }))).toThrowError(
      /one step holds 2,000/,
    );
  });

  it('cannot be stored where it could not be published', () => {
    const put = (more: Partial<Look>) => () =>
      applyToSite(site, { do: 'insert', on: 'site', into: 'looks', index: 0, item: lookWith(more) });
    expect(put({ tokens: { a: 'var(--b)', b: 'var(--a)' } })).toThrowError(/circle: a, b/);
    expect(put({ tokens: { a: '}</style><script>' } })).toThrowError(Problem);
    expect(put({ elements: { h1: { wide: { normal: { color: 'url(//evil)' } } } } })).toThrowError(Problem);
    expect(() => after(site, bindDark('nobody'))).toThrowError(/no such look/);
    const chain = Object.fromEntries(
      Array.from({ length: 2000 }, (_, at) => [`t${at}`, at === 0 ? '1px' : `var(--t${at - 1})`]),
    );
    expect(put({ tokens: chain })).not.toThrow();
  });
});

const page = pageHolding({
  words: plainPart('text', 'p', {
    content: { base: { text: 'Six sailings' } },
    style: { wide: { normal: { 'border-top-color': 'var(--line)', 'border-top-style': 'solid' } } },
  }),
});

/** What Chromium computes of the words and the page in this document, at a width. */
function computed(html: string, width: number): string[] {
  const frame = document.createElement('iframe');
  frame.style.cssText = `position:absolute;border:0;width:${width}px;height:700px`;
  document.body.append(frame);
  const inside = frame.contentDocument!;
  inside.open();
  inside.write(html);
  inside.close();
  const told = [inside.body, inside.querySelector('p')!].flatMap((one) => {
    const style = frame.contentWindow!.getComputedStyle(one);
    return ['color', 'background-color', 'border-top-color', 'color-scheme'].map((name) =>
      style.getPropertyValue(name),
    );
  });
  frame.remove();
  return told;
}

// Chromium's computed style; the media feature is that of Media Queries 5, here always or never true.
describe('A look for dark pages', () => {
  const dark: Site = {
    ...site,
    tokens: { ...site.tokens, ink: { name: 'ink', kind: 'colour', values: { wide: '#22333b', phone: '#000000' } } },
    looks: [lookWith({ id: 'night', tokens: { ink: '#eeeeee', paper: '#101418', glow: '#ff0000' } })],
    dark: 'night',
  };
  const published = (of: Site, scheme: 'light' | 'dark'): string => {
    const { html, css } = compile(of, page);
    const seen = css.replaceAll('(prefers-color-scheme:dark)', scheme === 'dark' ? 'all' : 'not all');
    return html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${seen}</style>`);
  };
  const onLeaf = (of: Site, isDark: boolean): string =>
    compileCanvas(of, page, { pictures: '/p/', fonts: '/f/', dark: isDark }).html;
  const [lines, night, paper] = ['rgb(238, 238, 238)', 'rgb(16, 20, 24)', 'rgb(255, 255, 255)'];

  it('holds where dark pages are preferred, at every breakpoint, and nowhere else', () => {
    for (const width of [1280, 390]) {
      expect(computed(published(dark, 'dark'), width).slice(0, 2)).toEqual([lines, night]);
      expect(computed(published(dark, 'dark'), width)[6]).toBe(lines);
    }
    expect(computed(published(dark, 'light'), 1280).slice(0, 2)).toEqual(['rgb(34, 51, 59)', paper]);
    expect(computed(published(dark, 'light'), 390).slice(0, 2)).toEqual(['rgb(0, 0, 0)', paper]);
  });

  it('is seen on a leaf as it is published', () => {
    for (const width of [1280, 390])
      for (const isDark of [true, false]) {
        const leaf = computed(onLeaf(dark, isDark), width);
        const live = computed(published(dark, isDark ? 'dark' : 'light'), width);
        const colours = (told: string[]): string[] => told.filter((_, at) => at % 4 !== 3);
        expect(colours(leaf)).toEqual(colours(live));
      }
    expect(computed(onLeaf(dark, true), 1280)[3]).toBe('dark');
    expect(computed(published(dark, 'light'), 1280)[3]).toBe('light dark');
  });

  it('publishes nothing where there is none, or it has gone', () => {
    const plain = compile(site, page).css;
    expect(plain).not.toContain('color-scheme');
    expect(compile({ ...dark, tokens: site.tokens, dark: 'gone' }, page).css).toBe(plain);
    expect(compile(dark, page).css).not.toContain('glow');
  });
});
