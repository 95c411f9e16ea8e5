import fc from 'fast-check';
import { changesBetween, changesOfSite, sharingParts } from './changes';
import { duplicate, removeParts } from './commands/arrange';
import { styleEdit } from './commands/style';
import { applyEdits } from './edits/apply';
import { applyToSite } from './edits/apply-site';
import type { Edit } from './edits/edit';
import type { SiteEdit } from './edits/site-edit';
import { pageOfSection } from './sections/kept-section';
import type { Page } from './page';
import { planted } from './sections/planting';
import { randomly } from './testing/randomly';
import { blankSite, stylingOf, type Site } from './site';
import { subtree } from './tree';

const site = blankSite('s', 'S', 'site');
const tree = {
  kind: 'section',
  name: 'Opening',
  holds: [
    { kind: 'heading', name: 'Title', content: { text: 'Sailings' }, base: { 'font-size': '45px' } },
    { kind: 'text' },
    { kind: 'button', name: 'Book' },
  ],
};
const page = pageOfSection(planted(site, tree, (kind) => kind));
const told = (...edits: Edit[]): string[] =>
  changesBetween(page, applyEdits(site, page, edits).page).map((one) => one.what);

describe('What differs between what is live and what is saved', () => {
  it('is said field by field, by the names the parts have', () => {
    expect(told(styleEdit('heading', 'phone', 'normal', 'font-size', '34px'))).toEqual(['Title: phone font-size']);
    expect(told(styleEdit('button', 'wide', 'hover', 'color', 'red'))).toEqual(['Book: wide hover color']);
    expect(told({ do: 'set', part: 'heading', field: ['content', 'base', 'text'], value: 'Boats' })).toEqual([
      'Title: text',
    ]);
    expect(told({ do: 'set', part: 'heading', field: ['content', 'phone', 'text'], value: 'Boats' })).toEqual([
      'Title: phone text',
    ]);
    expect(told({ do: 'set', part: 'heading', field: ['attributes', 'id'], value: 'sailings' })).toEqual(['Title: id']);
    expect(told({ do: 'set', part: 'heading', field: ['tag'], value: 'h1' })).toEqual(['Title: tag']);
    expect(told({ do: 'set', part: 'section', field: ['off'], value: true })).toEqual(['Opening: switched off']);
    expect(told({ do: 'set', part: 'heading', field: ['classes'], value: ['lead'] })).toEqual(['Title: classes']);
  });

  it('is said with what was and what is, and by the names breakpoints have', () => {
    const values = (...edits: Edit[]): unknown[] =>
      changesBetween(page, applyEdits(site, page, edits).page, {
        breakpoint: (id) => site.breakpoints.find((one) => one.id === id)!.name,
        class: (id) => `class ${id}`,
        value: (css) => css,
      }).map(({ what, values: both }) => [what, both?.was, both?.is]);
    expect(values(styleEdit('heading', 'wide', 'normal', 'font-size', '50px'))).toEqual([
      ['Title: Wide font-size', '45px', '50px'],
    ]);
    expect(values(styleEdit('heading', 'phone', 'hover', 'font-size', '34px'))).toEqual([
      ['Title: Phone hover font-size', undefined, '34px'],
    ]);
    expect(values(styleEdit('heading', 'wide', 'normal', 'font-size'))).toEqual([
      ['Title: Wide font-size', '45px', undefined],
    ]);
    expect(values({ do: 'set', part: 'heading', field: ['content', 'base', 'text'], value: 'Boats' })).toEqual([
      ['Title: text', 'Sailings', 'Boats'],
    ]);
    expect(values({ do: 'set', part: 'heading', field: ['classes'], value: ['lead', 'measure'] })).toEqual([
      ['Title: classes', '', 'class lead class measure'],
    ]);
    expect(values({ do: 'set', part: 'section', field: ['off'], value: true })).toEqual([
      ['Opening: switched off', undefined, undefined],
    ]);
  });

  it('is said once of what came, went, moved or changed its order', () => {
    expect(told(...removeParts(page, ['button']))).toEqual(['Book removed']);
    expect(told(...duplicate(page, 'heading').edits)).toEqual(['Title added']);
    expect(told({ do: 'move', part: 'button', parent: 'section', index: 0 })).toEqual(['Opening: order']);
    const row = pageOfSection(
      planted(site, { ...tree, holds: [...tree.holds, { kind: 'container', name: 'Row' }] }, (kind) => kind),
    );
    const between = (...edits: Edit[]): string[] =>
      changesBetween(row, applyEdits(site, row, edits).page)
        .map((one) => one.what)
        .sort();
    const box = (parent: string): Edit => ({
      do: 'insert',
      parent,
      index: 0,
      ...planted(site, { kind: 'container', name: 'Box' }, () => 'box'),
    });
    expect(between({ do: 'move', part: 'button', parent: 'container', index: 0 })).toEqual(['Book moved']);
    expect(between(box('container'), { do: 'move', part: 'button', parent: 'box', index: 0 })).toEqual([
      'Book moved',
      'Box added',
    ]);
    const wrapped = [box('section'), { do: 'move', part: 'button', parent: 'box', index: 0 }] as const;
    expect(between(...wrapped))
      .withContext('a box around it is no move')
      .toEqual(['Box added']);
    const after = applyEdits(site, row, wrapped).page;
    expect(changesBetween(after, row).map((one) => one.what))
      .withContext('nor is the box gone')
      .toEqual(['Box removed']);
  });

  it('is everything where nothing is live yet, and the path too', () => {
    expect(changesBetween(null, page).map((one) => one.what)).toContain('Title is new');
    expect(changesBetween(null, page).length).toBe(Object.keys(page.parts).length);
    expect(changesBetween(page, { ...page, path: '/boats' }).map((one) => one.what)).toEqual(['Page: path /boats']);
  });

  it('is nothing of the same page, nor once every edit is undone; and something after any edit that changes the page', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const of = random.site();
        const first = random.page(of, 14);
        expect(changesBetween(first, structuredClone(first))).toEqual([]);
        const part = random.pick(subtree(first, first.root));
        const edits: Edit[] = [
          styleEdit(part, random.pick(of.breakpoints).id, 'normal', 'z-index', '77'),
          { do: 'set', part, field: ['name'], value: 'Renamed by a test' },
        ];
        const { page: after, inverses } = applyEdits(of, first, edits);
        expect(new Set(changesBetween(first, after).map((one) => one.part))).toEqual(new Set([part]));
        expect(changesBetween(first, applyEdits(of, after, inverses).page)).toEqual([]);
      }),
    );
  });

  it('is said of the site value by value: elements, classes by their names, tokens, typefaces, breakpoints', () => {
    const styled: Site = {
      ...site,
      elements: { h2: { wide: { normal: { color: 'navy' }, hover: { color: 'teal' } } } },
      classes: [
        { id: 'a', name: 'card', style: {} },
        { id: 'b', name: 'lead', style: { phone: { normal: { color: 'red' } } } },
      ],
      tokens: { ink: '#123' },
    };
    const since = (...edits: SiteEdit[]): string[] => {
      const after = edits.reduce((one, edit) => applyToSite(one, edit).site, styled);
      return changesOfSite(stylingOf(styled), stylingOf(after)).map(({ what, values }) =>
        values ? `${what}: ${values.was ?? ''} → ${values.is ?? ''}` : what,
      );
    };
    const set = (field: string[], value?: string): SiteEdit => ({
      ...{ do: 'set', on: 'site', field: field as never }, // each is one of a site's fields
      ...(value !== undefined && { value }),
    });
    expect(since()).toEqual([]);
    expect(since(set(['elements', 'h2', 'wide', 'hover', 'color'], 'red'))).toEqual([
      'Every h2: wide hover color: teal → red',
    ]);
    expect(since(set(['elements', 'h2', 'wide', 'normal', 'color']))).toEqual(['Every h2: wide color: navy → ']);
    expect(since(set(['elements', 'p', 'wide', 'normal', 'color'], 'red'))).toEqual(['Every p: wide color:  → red']);
    expect(since(set(['classes', 'a', 'name'], 'tile'))).toEqual(['Class tile: name: card → tile']);
    expect(since(set(['classes', 'b', 'style', 'phone', 'normal', 'color'], 'blue'))).toEqual([
      'Class lead: phone color: red → blue',
    ]);
    expect(since({ do: 'move', on: 'site', within: 'classes', id: 'a', index: 1 })).toEqual(['Classes: order']);
    expect(since({ do: 'remove', on: 'site', from: 'classes', id: 'a' })).toEqual(['Class card deleted']);
    const item = { id: 'c', name: 'new', style: {} };
    expect(since({ do: 'insert', on: 'site', into: 'classes', index: 0, item })).toEqual(['Class new added']);
    expect(since(set(['tokens', 'ink'], '#456'), set(['fonts'], ['Fraunces'] as never))).toEqual([
      'Token ink: #123 → #456',
      'Typefaces of the site',
    ]);
    const token = { name: 'ink', kind: 'colour', values: { wide: '#123', phone: '#456' } };
    const told = (value: object): string[] => since(set(['tokens', 'ink'], value as never)); // a token, whole
    expect(told(token)).toEqual(['Token ink: phone:  → #456']);
    expect(told({ ...token, name: 'sea', values: { wide: '#123' } })).toEqual(['Token ink: name: ink → sea']);
    expect(told({ ...token, gone: true })).toEqual(['Token ink deleted']);
    expect(since(set(['breakpoints', 'phone', 'name'], 'Small'))).toEqual(['Breakpoints of the site']);
  });

  it('takes no part for one that objects have by nature', () => {
    const named = (id: string): Page =>
      pageOfSection(
        planted(site, { kind: 'section', name: 'Named', holds: [{ kind: 'text' }] }, (kind) =>
          kind === 'section' ? id : kind,
        ),
      );
    expect(
      changesBetween(named('plain'), named('constructor'))
        .map((one) => one.what)
        .sort(),
    ).toEqual(['Named added', 'Named removed']);
    expect(sharingParts(named('constructor'), named('plain')).parts['constructor']).toEqual(
      named('constructor').parts['constructor']!,
    );
  });

  it('costs nothing for parts that are the very same: a page shares them with another that equals it', () => {
    const copy = structuredClone(
      applyEdits(site, page, [styleEdit('heading', 'phone', 'normal', 'color', 'red')]).page,
    );
    const shared = sharingParts(copy, page);
    expect(shared).toEqual(copy);
    for (const id of Object.keys(page.parts))
      expect(shared.parts[id] === page.parts[id])
        .withContext(id)
        .toBe(id !== 'heading');
  });
});
