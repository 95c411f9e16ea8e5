import { written } from '../commands/keys';
import { textKeys } from './text-keys';

describe('The keys of a text', () => {
  it('are each one command’s, and none of those that run here is kept by a browser', () => {
    expect(new Set(textKeys.map((one) => one.keys)).size).toBe(textKeys.length);
    for (const { keys, run } of textKeys) if (run) expect(keys).toMatch(/^Alt\+Shift\+([C-HJ-SU-Z]|[1-9])$/);
  });

  it('are told by where they lie on the keyboard', () => {
    const event = new KeyboardEvent('keydown', { key: '”', code: 'Digit2', altKey: true, shiftKey: true });
    expect(textKeys.find((one) => one.keys === written(event))?.says).toBe('Heading 2');
  });
});
