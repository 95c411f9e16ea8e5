import { overBudget, weightInWords } from './budget';

describe('A budget', () => {
  const weight = { text: 12_400, faces: 60_000, pictures: 1_300_000 };

  it('is kept by a page that weighs as much, and broken by a byte more (1 kB is 1,000 bytes, IEC 80000-13)', () => {
    const all = { text: 0, faces: 0, pictures: 500_000 };
    expect(overBudget(all, 500)).toBeUndefined();
    expect(overBudget({ ...all, text: 1 }, 500)).toMatch(/budget of the site is 500 kB/);
    expect(overBudget(weight, undefined)).toBeUndefined();
  });

  it('says of what the weight is', () => {
    expect(weightInWords(weight)).toBe('1,372 kB: 1,300 kB of pictures, 60 kB of typefaces, 12 kB of text and styles');
  });
});
