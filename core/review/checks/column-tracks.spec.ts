import type { Part } from '../../document/page';
import { expectCured, findings, of, page, type Given } from '../testing/reviewed';

const tracks = (base: string, more: Part['style'] = {}): Part['style'] => ({
  wide: { normal: { display: 'grid', 'grid-template-columns': base } },
  ...more,
});
const withColumns = (count: number, style: Part['style'], columns: Readonly<Record<string, Partial<Given>>> = {}) => {
  const ids = Array.from({ length: count }, (_, at) => `c${at}`);
  const parts = Object.fromEntries(ids.map((id) => [id, { kind: 'column', ...columns[id] }]));
  return page({ g: { kind: 'columns', children: ids, style }, ...parts });
};
const found = (...[count, style, columns]: Parameters<typeof withColumns>): string[] =>
  of('column tracks', findings(withColumns(count, style, columns))).map((one) => one.reason);

// CSS Grid 2, section 8.5: auto-placement fills each row; common practice for what is seen as a fault.
describe('Columns and their tracks', () => {
  it('are found where a track stays empty or the last row is not filled, and the cure ends it', () => {
    expect(found(3, tracks('1fr 1fr 1fr 1fr'))).toEqual([
      'There are 4 tracks for 3 columns at Wide: the rest of the width stays empty.',
    ]);
    expect(found(4, tracks('1fr 1fr 1fr'))).toEqual([
      'There are 3 tracks for 4 columns at Wide: the last row isn’t filled.',
    ]);
    for (const [count, list] of [
      [3, '1fr 1fr 1fr 1fr'],
      [4, 'repeat(3, 1fr)'],
      [1, '60fr 40fr'],
      [3, '200px 1fr'],
    ] as const)
      expectCured(withColumns(count, tracks(list)), 'column tracks');
  });

  it('are found at the breakpoint whose own tracks, or hidden columns, do not fit', () => {
    const own = tracks('1fr 1fr 1fr', { tablet: { normal: { 'grid-template-columns': 'repeat(4, 1fr)' } } });
    expect(found(3, own)).toEqual(['There are 4 tracks for 3 columns at Tablet: the rest of the width stays empty.']);
    const hidden = { c1: { style: { phone: { normal: { display: 'none' } } } } };
    expect(found(3, tracks('1fr 1fr 1fr'), hidden)).toEqual([
      'There are 3 tracks for 2 columns at Phone: the rest of the width stays empty.',
    ]);
  });

  it('are left alone where they fit, stack, fill whole rows, are placed by hand or count themselves', () => {
    const fine: Parameters<typeof withColumns>[] = [
      [3, tracks('1fr 1fr 1fr')],
      [3, tracks('1fr')],
      [4, tracks('1fr 1fr')],
      [3, tracks('1fr 1fr 1fr', { tablet: { normal: { 'grid-template-columns': '1fr 1fr' } } })],
      [6, tracks('repeat(3, 1fr)')],
      [5, tracks('repeat(auto-fit, minmax(200px, 1fr))')],
      [0, tracks('1fr 1fr')],
      [2, tracks('1fr 1fr 1fr'), { c0: { style: { wide: { normal: { 'grid-column-end': 'span 2' } } } } }],
      [4, tracks('1fr 1fr 1fr'), { c3: { style: { wide: { normal: { position: 'absolute' } } } } }],
    ];
    for (const one of fine)
      expect(found(...one))
        .withContext(JSON.stringify(one))
        .toEqual([]);
  });
});
