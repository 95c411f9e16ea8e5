import fc from 'fast-check';
import { commonSplits, dragGutter, readShares, setShare, sharesOf, tracksOf } from './shares';

const rounded = (shares: readonly number[]): number[] => shares.map((share) => Math.round(share * 100) / 100);
const sum = (shares: readonly number[]): number => shares.reduce((total, share) => total + share, 0);

describe('Column shares', () => {
  // Common practice: the three figures of column shares.
  it('turn 50/50 into 40/60 when one is set to 40', () => expect(rounded(setShare([50, 50], 1, 40))).toEqual([60, 40]));
  it('turn three thirds into 20/60/20 when the middle is set to 60', () => {
    expect(rounded(setShare([100 / 3, 100 / 3, 100 / 3], 1, 60))).toEqual([20, 60, 20]);
  });
  // Common practice: the ways in which columns are named.
  for (const [typed, shares] of [
    ['1/4 + 1/2 + 1/4', [25, 50, 25]],
    ['1/4 1/2 1/4', [25, 50, 25]],
    ['1/3 1/3 1/3', [33.33, 33.33, 33.33]],
    ['1 / 3,2 / 3', [33.33, 66.67]],
    ['33 33 33', [33.33, 33.33, 33.33]],
    ['16 16 16 16 16 16', [16.67, 16.67, 16.67, 16.67, 16.67, 16.67]],
    ['2:1', [66.67, 33.33]],
    ['1 : 2 : 1', [25, 50, 25]],
    ['40/60', [40, 60]],
    ['20/60/20', [20, 60, 20]],
    ['30 %, 70 %', [30, 70]],
    ['50|50', [50, 50]],
    ['1', [100]],
    ['100', [100]],
  ] as const)
    it(`accept ${typed}`, () => expect(rounded(readShares(typed))).toEqual([...shares]));

  it('are refused with their sum when they do not add up to one', () => {
    expect(() => readShares('1/2 + 1/4')).toThrowError(/0\.75, not 1/);
    expect(() => readShares('50 40')).toThrowError(/90 %, not 100 %/);
    expect(() => readShares('wide narrow')).toThrowError(/“wide” is not a share/);
    expect(() => readShares('')).toThrowError();
    expect(() => readShares('0 100')).toThrowError(/above nothing/);
    expect(() => readShares('1/3')).toThrowError(/0\.33, not 1/);
    expect(() => readShares('1/2 1/0')).toThrowError(/“1\/0” is not a share/);
    expect(() => readShares('2:0')).toThrowError(/above nothing/);
    expect(() => readShares('2:')).toThrowError(/“” is not a share/);
    expect(() => readShares('-50 150')).toThrowError(/“-50” is not a share/);
    expect(() => readShares('9'.repeat(400))).toThrowError(/is not a share/);
    expect(() => readShares('1 '.repeat(13))).toThrowError(/one to twelve/);
  });

  it('keep their sum and the proportions of the others, whichever is set', () => {
    const some = fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(some, fc.nat(), fc.integer({ min: 1, max: 90 }), (weights, pick, share) => {
        const shares = weights.map((weight) => (weight * 100) / sum(weights));
        const index = pick % shares.length;
        const next = setShare(shares, index, share);
        expect(sum(next)).toBeCloseTo(100, 6);
        expect(next[index]).toBe(share);
        const others = [...shares.keys()].filter((at) => at !== index);
        for (const at of others)
          expect(next[at]! / next[others[0]!]!).toBeCloseTo(shares[at]! / shares[others[0]!]!, 6);
      }),
    );
  });

  it('survive the way through a track list', () => {
    for (const { shares } of commonSplits) expect(rounded(sharesOf(tracksOf(shares)) ?? [])).toEqual(rounded(shares));
    expect(sharesOf('200px 1fr')).toBeUndefined();
    expect(sharesOf('repeat(3, 1fr)')).toBeUndefined();
  });

  it('pass between two neighbours when the gutter between them is dragged', () => {
    expect(dragGutter([50, 30, 20], 0, 10)).toEqual([60, 20, 20]);
    expect(dragGutter([50, 30, 20], 1, 90)).toEqual([50, 49, 1]);
  });
});
