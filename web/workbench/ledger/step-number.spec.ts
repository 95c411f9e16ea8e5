import { stepped } from './step-number';

describe('A number in a cell', () => {
  it('steps with its unit, finely where values are small by nature', () => {
    expect(stepped('45px', 1)).toBe('46px');
    expect(stepped('45px', -10)).toBe('35px');
    expect(stepped('-0.02em', 1)).toBe('0.08em');
    expect(stepped('1.1', 1)).toBe('1.2');
    expect(stepped('1', -1)).toBe('0.9');
    expect(stepped('600', 1)).toBe('700');
    expect(stepped('50%', 1)).toBe('51%');
    expect(stepped('auto', 1)).toBeUndefined();
  });
});
