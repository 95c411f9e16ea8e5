import fc from 'fast-check';
import { compile } from '../../compile/compile';
import { placesOf } from '../../compile/places';
import { recompile } from '../../compile/canvas';
import { stylingOf, type Site, blankSite } from '../site';
import { changesOfSite } from '../changes';
import { addEntry, changeEntry, dropEntry, newMenu, removeEntry, stepEntry, type EntryStep } from '../commands/menus';
import { freshPart } from '../commands/thing';
import { applyBatch } from '../edits/batch';
import { readSite } from '../edits/check/check-page';
import { AnyEdits, type AnyEdit } from '../edits/site-edit';
import { menuPaths, isInMenus, withSiteMenus } from '../links/menus';
import { blankPage, type Page, type Part } from '../page';
import { copyOfSite } from '../ready-made/new-site';
import { randomly } from '../testing/randomly';
import { deadLinks } from '../../review/checks/dead-links';
import { deepestEntry, rowsOf, type Menu, type MenuEntry } from './menu';

const noPage = blankPage('none', 'None', '/');
const applied = (site: Site, edits: readonly AnyEdit[]): Site => applyBatch({ site, page: noPage }, edits).site;
const plain = blankSite('s', 'S', 'site');
const menuIn = (site: Site): Menu => site.menus![0]!;

/** A site with one menu, of the entries of an outline: each `- word` two blanks deeper stands under the one before. */
function withMenu(outline: string): Site {
  const entries: Record<string, MenuEntry> = {};
  const path: string[] = [];
  outline
    .trim()
    .split('\n')
    .forEach((line, place) => {
      const [, blanks, word = ''] = /^(\s*)- (.*)$/.exec(line)!;
      const depth = blanks!.length / 2;
      const under = path[depth - 1];
      entries[word] = { to: `page:${word}`, place, ...(under !== undefined && { under }) };
      path[depth] = word;
      path.length = depth + 1;
    });
  return readSite({ ...plain, menus: [{ id: 'main', name: 'Main', entries }] });
}
const outlineOf = (site: Site): string =>
  rowsOf(menuIn(site))
    .map(({ id, depth }) => `${'  '.repeat(depth)}- ${id}`)
    .join('\n');
const home = `- home
- boats
  - swift
  - gull
    - engine
- fares`;

/** A page with the site’s menu in a section; what it says of it as the kind begins, and otherwise as is wished. */
function showing(site: Site, said: Record<string, unknown> = {}, id = 'home'): Page {
  const page = blankPage(id, `The ${id}`, `/${id}`);
  const nav = freshPart(site, 'site-menu');
  const base = { ...nav.content.base, menu: 'main', ...said };
  const parts: Record<string, Part> = {
    ...page.parts,
    s: freshPart(site, 'section', ['nav']),
    nav: { ...nav, content: { base } },
  };
  return { ...page, parts: { ...parts, root: { ...page.parts['root']!, children: ['s'] } } };
}
const pages = ['home', 'boats', 'swift', 'gull', 'engine', 'fares'].map((id) => blankPage(id, `The ${id}`, `/${id}`));

describe('The entries of a menu', () => {
  it('go where they are dropped, with what stands under them, as deep as the line before allows; all undoes', () => {
    let moved = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        let site = applied(plain, newMenu(plain, 'Main').edits);
        for (let count = 3 + random.below(8); count > 0; count--) {
          const menu = menuIn(site);
          site = applied(site, addEntry(menu, { to: '', text: `e${count}` }).edits);
          const last = rowsOf(menuIn(site)).at(-1)!.id;
          if (random.chance(0.5)) site = applied(site, stepEntry(menuIn(site), last, 'in'));
        }
        const rows = rowsOf(menuIn(site));
        const { id } = random.pick(rows);
        const at = rows.findIndex((row) => row.id === id);
        const end = rows.findIndex((row, index) => index > at && row.depth <= rows[at]!.depth);
        const own = rows.slice(at, end === -1 ? undefined : end);
        const rest = rows.filter((row) => !own.includes(row));
        const [index, wished] = [random.below(rest.length + 1), random.below(5)];
        const edits = dropEntry(menuIn(site), id, index, wished);
        const result = applyBatch({ site, page: noPage }, edits);
        const after = rowsOf(menuIn(result.site));
        if (edits.length > 0) moved++;
        const height = Math.max(...own.map((row) => row.depth)) - own[0]!.depth;
        const most = Math.min(index === 0 ? 0 : rest[index - 1]!.depth + 1, deepestEntry - 1 - height);
        const least = rest[index]?.depth ?? 0;
        if (least > most) return expect(edits).toEqual([]); // it would stand too deep there
        expect(after.map((row) => row.id)).toEqual(
          [...rest.slice(0, index), ...own, ...rest.slice(index)].map((row) => row.id),
        );
        const depth = after[index]!.depth;
        expect(depth).toBe(Math.max(Math.min(wished, most), least));
        own.forEach((row, offset) => expect(after[index + offset]!.depth - depth).toBe(row.depth - own[0]!.depth));
        readSite(structuredClone(result.site));
        expect(applyBatch(result, result.inverses).site).toEqual(site);
        expect(
          AnyEdits.safeParse(JSON.parse(JSON.stringify([...edits, { do: 'remove', part: 'x' }]))).success,
        ).toBeTrue();
      }),
      { numRuns: 300 },
    );
    expect(moved).toBeGreaterThan(100);
  });

  it('take steps by keyboard: past a neighbour, under the one before, and out behind the one they stand under', () => {
    const site = withMenu(home);
    const after = (id: string, ...steps: EntryStep[]): string =>
      outlineOf(steps.reduce((at, step) => applied(at, stepEntry(menuIn(at), id, step)), site));
    expect(after('boats', 'up')).toBe('- boats\n  - swift\n  - gull\n    - engine\n- home\n- fares');
    expect(after('home', 'down')).toBe('- boats\n  - swift\n  - gull\n    - engine\n- home\n- fares');
    expect(after('fares', 'in')).toBe('- home\n- boats\n  - swift\n  - gull\n    - engine\n  - fares');
    expect(after('fares', 'in', 'out')).toBe(home);
    expect(after('engine', 'out')).toBe('- home\n- boats\n  - swift\n  - gull\n  - engine\n- fares');
    for (const [id, step] of [
      ['home', 'up'],
      ['home', 'in'],
      ['home', 'out'],
      ['fares', 'down'],
      ['boats', 'in'], // it would stand four levels deep
    ] as const)
      expect(stepEntry(menuIn(site), id, step))
        .withContext(`${id} ${step}`)
        .toEqual([]);
  });

  it('stay in order between any two, however often one is put there', () => {
    let site = withMenu('- a\n- b');
    for (let count = 0; count < 120; count++) {
      const { edits, made } = addEntry(menuIn(site), { to: '', text: `n${count}` }, { index: 1 });
      site = applied(site, edits);
      expect(rowsOf(menuIn(site))[1]!.id).toBe(made);
    }
    expect(rowsOf(menuIn(site)).at(-1)!.id).toBe('b');
  });

  it('are changed by two people at once, and nothing either did is lost', () => {
    const site = withMenu(home);
    const menu = menuIn(site);
    const one = [...addEntry(menu, { to: '', text: 'One' }).edits, ...changeEntry(menu, 'home', { text: 'Start' })];
    const other = [...addEntry(menu, { to: '', text: 'Other' }).edits, ...stepEntry(menu, 'fares', 'up')];
    for (const both of [
      [...one, ...other],
      [...other, ...one],
    ]) {
      const after = menuIn(applied(site, both));
      expect(Object.values(after.entries).map(({ text }) => text)).toEqual(
        jasmine.arrayContaining(['One', 'Other', 'Start']),
      );
      expect(rowsOf(after).findIndex((row) => row.id === 'fares')).toBe(1);
    }
    // one puts something under what the other takes away: it stands on top
    const under = stepEntry(menu, 'fares', 'in');
    const gone = applied(site, [...removeEntry(menu, 'boats'), ...under]);
    expect(outlineOf(gone)).toBe('- home\n- fares');
  });

  it('make a tree of three levels and two hundred entries at most, and lead where a link may', () => {
    const site = withMenu(home);
    const set = (id: string, value: unknown): AnyEdit[] => [
      { do: 'set', on: 'site', field: ['menus', 'main', 'entries', id], value } as AnyEdit,
    ];
    const entry = menuIn(site).entries['boats']!;
    expect(() => applied(site, set('boats', { ...entry, under: 'gull' }))).toThrowError(/under itself/);
    expect(() => applied(site, set('boats', { ...entry, under: 'boats' }))).toThrowError(/under itself/);
    expect(() => applied(site, set('deep', { ...entry, under: 'engine' }))).toThrowError(/3 levels deep/);
    for (const to of ['javascript:alert(1)', 'data:text/html,x', '//evil.example'])
      expect(() => applied(site, set('boats', { ...entry, to })))
        .withContext(to)
        .toThrowError(/A link begins with/);
    expect(() => applied(site, set('boats', { ...entry, text: '  ' }))).toThrowError(/needs a word/);
    expect(() => applied(site, set('boats', { ...entry, place: null }))).toThrowError();
    const many = Array.from({ length: 201 }, (_, index) => set(`e${index}`, { to: '', text: 'x', place: index })[0]!);
    expect(() => applied(site, many)).toThrowError(/at most 200/);
    const circle = { ...menuIn(site), entries: { a: { ...entry, under: 'b' }, b: { ...entry, under: 'a' } } };
    expect(() => readSite({ ...structuredClone(plain), menus: [circle] })).toThrowError(/under itself/);
    const empty = applied(
      site,
      Object.keys(menuIn(site).entries).flatMap((id) => set(id, undefined)),
    );
    expect(menuIn(empty).entries).toEqual({});
    readSite(structuredClone(empty));
  });
});

describe('A menu of the site, where a part shows it,', () => {
  const site = withMenu(home);
  const html = (said: Record<string, unknown> = {}, of = site, there = pages): string =>
    /<nav[\s\S]*<\/nav>/.exec(
      compile(of, showing(of, { folds: '', ...said }), {
        ...{ pictures: 'files/', fonts: 'files/', stylesheet: 'x.css' },
        ...placesOf(there),
      }).html,
    )![0];
  const linksIn = (text: string): string[] => [...text.matchAll(/<a[^>]*>([^<]*)<\/a>/g)].map((one) => one[1]!);

  it('is a nav of nested lists, the page one is on marked, what the menu is called read out', () => {
    const { body } = new DOMParser().parseFromString(html(), 'text/html');
    expect(body.querySelector('nav')!.getAttribute('aria-label')).toBe('Main');
    expect([...body.querySelectorAll('nav > ul > li > a')].map((one) => one.textContent)).toEqual([
      'The home',
      'The boats',
      'The fares',
    ]);
    expect([...body.querySelectorAll('[aria-current=page]')].map((one) => one.getAttribute('href'))).toEqual(['/home']);
    expect(body.querySelector('nav ul ul ul a')!.textContent).toBe('The engine');
    expect(html({ called: 'At the foot' })).toContain('aria-label="At the foot"');
    expect(linksIn(html({ under: 'never' })).length).toBe(3);
    expect(html({ under: 'always' })).not.toContain('<details');
  });

  it('follows the titles of its pages, says its own words where it has some, and breaks out of nothing', () => {
    const renamed = pages.map((page) => (page.id === 'boats' ? blankPage('boats', 'A & "B" <b>', '/vessels') : page));
    expect(html({}, site, renamed)).toContain('<a href="/vessels">A &amp; &quot;B&quot; &lt;b&gt;</a>');
    const worded = applied(site, changeEntry(menuIn(site), 'boats', { text: '<i>Ours</i>' }));
    expect(linksIn(html({}, worded))[1]).toBe('&lt;i&gt;Ours&lt;/i&gt;');
    const hostile = html({ menu: 'main"><script>', folds: '"><script>', folding: 'row' });
    expect(hostile).not.toContain('<script');
  });

  it('leaves out what visitors would not find, and keeps what stands under it in reach', () => {
    const some = pages.filter((page) => page.id !== 'boats');
    expect(linksIn(html({}, site, some))).not.toContain('The boats');
    expect(html({}, site, some)).toContain('<span>');
    expect(linksIn(html({}, site, some))).toContain('The gull');
    expect(linksIn(html({}, site, [pages[0]!]))).toEqual(['The home']);
    expect(html({ menu: 'gone' })).not.toContain('<ul');
  });

  /** Opens the page in a frame of a width, as Chromium lays it out. */
  function opened(said: Record<string, unknown>, width: number): HTMLIFrameElement {
    const compiled = compile(site, showing(site, said), {
      ...{ pictures: 'files/', fonts: 'files/', stylesheet: 'x.css' },
      ...placesOf(pages),
    });
    expect(compiled.modules).toEqual([]);
    const frame = document.createElement('iframe');
    frame.style.cssText = `border:0;width:${width}px;height:700px`;
    document.body.append(frame);
    frame.contentDocument!.open();
    frame.contentDocument!.write(
      compiled.html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${compiled.css}</style>`),
    );
    frame.contentDocument!.close();
    return frame;
  }
  const shown = (frame: HTMLIFrameElement): string[] =>
    [...frame.contentDocument!.querySelectorAll('nav a')]
      .filter((one) => one.checkVisibility() && one.getClientRects().length > 0)
      .map((one) => one.textContent);
  const all = pages.map((page) => `The ${page.id}`);

  it('opens what stands under an entry by hand, and by focus, with no script', () => {
    const frame = opened({ folds: '' }, 1280);
    expect(shown(frame)).toEqual(['The home', 'The boats', 'The fares']);
    const lines = [...frame.contentDocument!.querySelectorAll('nav > ul > li > a')].map(
      (one) => getComputedStyle(one).textDecorationLine,
    );
    expect(lines).toEqual(['underline', 'none', 'none']); // the page one is on alone
    const opener = frame.contentDocument!.querySelector<HTMLElement>('summary[aria-label="The boats: more"]')!;
    opener.click();
    expect(shown(frame)).toEqual(['The home', 'The boats', 'The swift', 'The gull', 'The fares']);
    opener.click();
    expect(shown(frame).length).toBe(3);
    const { height } = opener.getBoundingClientRect();
    expect(height).toBeGreaterThanOrEqual(8);
    frame.remove();
  });

  it('folds to a list or a panel behind a button, or to a row that scrolls', () => {
    for (const folding of ['list', 'side']) {
      const frame = opened({ folds: 'phone', folding }, 390);
      expect(shown(frame)).withContext(folding).toEqual([]);
      const button = frame.contentDocument!.querySelector<HTMLButtonElement>('nav > button')!;
      expect(button.getBoundingClientRect().height).toBeGreaterThanOrEqual(24);
      button.click();
      expect(shown(frame)).withContext(folding).toEqual(['The home', 'The boats', 'The fares']);
      const panel = frame.contentDocument!.querySelector('[popover]')!.getBoundingClientRect();
      if (folding === 'side') expect([panel.right, panel.height]).toEqual([390, 700]);
      else expect([panel.left, panel.right, Math.round(panel.bottom)]).toEqual([0, 390, 700]);
      frame.contentDocument!.querySelector<HTMLElement>('summary')!.click();
      expect(shown(frame)).withContext(folding).toContain('The gull');
      frame.remove();
      const wide = opened({ folds: 'phone', folding }, 1280);
      expect(shown(wide)).toEqual(['The home', 'The boats', 'The fares']);
      expect(wide.contentDocument!.querySelector('nav > button')!.getClientRects().length).toBe(0);
      wide.remove();
    }
    const row = opened({ folds: 'phone', folding: 'row' }, 390);
    expect(shown(row)).toEqual(all); // what stands under others is in the row too
    const nav = row.contentDocument!.querySelector('nav')!;
    expect(nav.scrollWidth).toBeGreaterThan(nav.clientWidth);
    expect(row.contentDocument!.documentElement.scrollWidth).toBe(390);
    const tops = [...nav.querySelectorAll('a')].map((one) => Math.round(one.getBoundingClientRect().top));
    expect(new Set(tops).size).toBe(1);
    row.remove();
    const always = opened({ folds: '', under: 'always' }, 1280);
    expect(shown(always)).toEqual(all);
    always.remove();
  });

  it('counts as a menu for its pages; entries that lead nowhere are found where it is shown', () => {
    const page = showing(site);
    const menus = withSiteMenus(menuPaths([page]), site);
    expect(isInMenus(menus, { id: 'fares', path: '/fares' })).toBeTrue();
    expect(isInMenus(menus, { id: 'lost', path: '/lost' })).toBeFalse();
    expect(withSiteMenus(menuPaths([blankPage('x', 'X', '/x')]), site)).toEqual([]);
    const there = pages
      .filter(({ id }) => id !== 'fares')
      .map(({ id, path }) => ({ id, title: `The ${id}`, path, former: [], live: id === 'gull' ? null : path }));
    const found = deadLinks.find({ site, page, pages: there }, 'nav').map((one) => one.reason);
    // “The gull” is not published, and not shown until it is
    expect(found.length).toBe(1);
    expect(found.join()).toContain('has been deleted');
  });

  it('is copied with its site: its entries lead to the copies', () => {
    const { site: copy } = copyOfSite(
      { site, pages: [...pages] },
      { id: 'c', name: 'C', host: 'copy' },
      (id) => `${id}-2`,
    );
    expect(Object.values(menuIn(copy).entries).map((one) => one.to)).toEqual(
      Object.values(menuIn(site).entries).map((one) => `${one.to}-2`),
    );
  });

  it('is told of where a release is compared: what was added, renamed, moved and led elsewhere', () => {
    const menu = menuIn(site);
    const after = applied(site, [
      ...addEntry(menu, { to: '/x', text: 'New' }).edits,
      ...changeEntry(menu, 'home', { text: 'Start' }),
      ...changeEntry(menu, 'swift', { to: 'https://boats.example/' }),
      ...stepEntry(menu, 'fares', 'up'),
      ...removeEntry(menu, 'engine'),
    ]);
    const told = changesOfSite(stylingOf(site), stylingOf(after)).map((one) => one.what);
    expect(told).toEqual(
      jasmine.arrayWithExactContents([
        'Menu Main: “New” added',
        'Menu Main: entry',
        'Menu Main: entry',
        'Menu Main: “boats.example/” leads to',
        'Menu Main: “page:fares” moved',
        'Menu Main: “page:engine” removed',
      ]),
    );
  });

  it('says on a leaf at once what its own page is called, when that is written', () => {
    const page = showing(site);
    const edit: AnyEdit = { do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'Renamed' };
    const { page: after } = applyBatch({ site, page }, [edit]);
    const patch = recompile(site, page, after, [edit], { pictures: 'files/', fonts: 'files/' });
    expect(patch.elements.get('nav')?.inner).toContain('Renamed');
  });
});
