import fc from 'fast-check';
import { blankSite } from '../site';
import { randomly } from '../testing/randomly';
import { trying } from '../testing/worked-on';
import { applyBatch, type Documents } from './batch';
import { collisions, overtaken } from './overtaken';
import type { AnyEdit } from './site-edit';
import { beginning, somePageEdit, someSiteEdit } from './testing/some-edits';
import { blankPage } from '../page';

describe('What others have changed of a step', () => {
  it('is nothing where nobody else has changed anything, whatever the step did', () => {
    let steps = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const before = beginning(random);
        const edits: AnyEdit[] = [];
        let fitting: Documents = before;
        for (let tries = 0; tries < 8 && edits.length < 4; tries++) {
          const { site, page } = fitting;
          const edit = random.chance(0.4) ? someSiteEdit(random, site) : somePageEdit(random, site, page);
          const after = trying(() => applyBatch(fitting, [edit])); // a random edit may not fit
          if (!after) continue;
          edits.push(edit);
          fitting = after;
        }
        const step = edits.length > 0 && trying(() => applyBatch(before, edits));
        if (!step) return;
        const { inverses, ...now } = step;
        steps++;
        expect(overtaken(now, { edits, inverses })).toEqual([]);
      }),
      { numRuns: 150 },
    );
    expect(steps).toBeGreaterThan(75); // nearly all of them
  });

  const documents: Documents = {
    site: { ...blankSite('s', 'S', 'site'), classes: [{ id: 'card', name: 'card', style: {} }] },
    page: blankPage('p', 'Page', '/'),
  };
  const colour = (value: string, state = 'normal'): AnyEdit => ({
    do: 'set',
    part: 'root',
    field: ['style', 'wide', state as 'normal', 'color'],
    value,
  });
  const ofClass = (value: string): AnyEdit => ({
    do: 'set',
    on: 'site',
    field: ['classes', 'card', 'style', 'wide', 'normal', 'color'],
    value,
  });

  it('is each field they set to something else, named with both values, on page and site', () => {
    const step = [colour('red'), ofClass('green')];
    const { inverses, ...now } = applyBatch(documents, step);
    const theirs = applyBatch(now, [colour('blue'), ofClass('green')]);
    expect(overtaken(theirs, { edits: step, inverses })).toEqual([
      { what: 'color of “Page” at Wide', own: 'red', theirs: 'blue' },
    ]);
    expect(
      overtaken(applyBatch(now, [ofClass('black')]), { edits: step, inverses }).map(({ what, theirs: value }) => [
        what,
        value,
      ]),
    ).toEqual([['color of the class “card” at Wide', 'black']]);
  });

  it('names a token as it is called', () => {
    const token = { name: 'sea', kind: 'colour', values: { wide: '#123' } } as const;
    const tokened = { ...documents, site: { ...documents.site, tokens: { ink: token } } };
    const set = (field: readonly string[], value: string): AnyEdit =>
      ({ do: 'set', on: 'site', field: ['tokens', 'ink', ...field], value }) as AnyEdit; // fields of a token
    const told = (mine: AnyEdit, theirs: AnyEdit): unknown[] => {
      const { inverses, ...now } = applyBatch(tokened, [mine]);
      return overtaken(applyBatch(now, [theirs]), { edits: [mine], inverses }).map((one) => one.what);
    };
    expect(told(set(['values', 'phone'], '#456'), set(['values', 'phone'], '#789'))).toEqual([
      'the token “sea” at Phone',
    ]);
    expect(told(set(['name'], 'lake'), set(['name'], 'pond'))).toEqual(['name of the token “pond”']);
    expect(told(set(['name'], 'lake'), set(['values', 'phone'], '#789'))).toEqual([]);
  });

  it('is told of edits that still wait: the same field set to another value, or a part removed that they changed', () => {
    const found = (waiting: AnyEdit[], others: AnyEdit[]): unknown[] => [
      ...collisions(documents, waiting, others).values(),
    ];
    expect(found([colour('red')], [colour('blue')])).toEqual([
      { what: 'color of “Page” at Wide', own: 'red', theirs: 'blue' },
    ]);
    expect(found([colour('red')], [colour('red')])).toEqual([]);
    expect(found([colour('red')], [colour('blue', 'hover')])).toEqual([]);
    expect(found([ofClass('red')], [colour('blue')])).toEqual([]);
    const box: AnyEdit = {
      ...{ do: 'insert', parent: 'root', index: 0, root: 'box' },
      parts: {
        box: {
          ...{ kind: 'section', tag: 'section', children: [], classes: [], style: {} },
          ...{ content: { base: {} }, attributes: {} },
        },
      },
    };
    const withBox = applyBatch(documents, [box]);
    const changed: AnyEdit = { do: 'set', part: 'box', field: ['name'], value: 'Theirs' };
    expect([...collisions(withBox, [{ do: 'remove', part: 'box' }], [changed]).values()]).toEqual([
      { what: '“Section”, which is removed here' },
    ]);
  });
});
