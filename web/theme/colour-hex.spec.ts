import { colourHex, withAlpha } from './colour-hex';

describe('A colour in a colour field', () => {
  it('is what the browser paints', () => {
    expect(colourHex('red')).toEqual({ hex: '#ff0000', alpha: 1 });
    expect(colourHex('#8c2f39')).toEqual({ hex: '#8c2f39', alpha: 1 });
    expect(colourHex('rgb(34 51 68)')).toEqual({ hex: '#223344', alpha: 1 });
    expect(colourHex('oklch(100% 0 0)')?.hex).toBe('#ffffff');
    expect(colourHex('rgb(255 0 0 / 0.5)')?.alpha).toBeCloseTo(0.5, 1);
    expect(colourHex('#4d6b3c80')?.hex).toBe('#4d6b3c');
    expect(colourHex('no colour')).toBeUndefined();
    expect(colourHex('')).toBeUndefined();
  });
  it('keeps its opacity when another is picked', () => {
    expect(withAlpha('#112233', 0.5)).toBe('#11223380');
    expect(withAlpha('#112233', 1)).toBe('#112233');
    expect(withAlpha('#112233', 0)).toBe('#112233'); // nothing was seen: what is picked should be
  });
});
