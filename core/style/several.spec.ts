import { severalValues } from './several';

describe('Several values typed at once (all four sides at once, or each)', () => {
  it('fill the sides in CSS’s order, as Chromium fills them', () => {
    for (const typed of ['1px 2px', '1px 2px 3px', '1px 2px 3px 4px', 'calc(1px + 2px) 5%']) {
      const probe = document.createElement('div');
      probe.style.padding = typed;
      const sides = ['top', 'right', 'bottom', 'left'].map((side) => probe.style.getPropertyValue(`padding-${side}`));
      const ours = document.createElement('div');
      severalValues(typed, 4)!.forEach((value, index) =>
        ours.style.setProperty(`padding-${['top', 'right', 'bottom', 'left'][index]!}`, value),
      );
      expect(['top', 'right', 'bottom', 'left'].map((side) => ours.style.getPropertyValue(`padding-${side}`)))
        .withContext(typed)
        .toEqual(sides);
    }
  });
  it('fill two axes first and second; one value or too many are not several', () => {
    expect(severalValues('8px 24px', 2)).toEqual(['8px', '24px']);
    expect(severalValues('8px', 4)).toBeUndefined();
    expect(severalValues('calc(1px + 2px)', 4)).toBeUndefined();
    expect(severalValues('1 2 3', 2)).toBeUndefined();
    expect(severalValues('1 2 3 4 5', 4)).toBeUndefined();
  });
});
