import { Problem } from './problem';
import { checkStorable, cutText, isStorable, storable, storableText } from './storable';

// Well-formed text: Unicode 16, section 3.9, D84 and D85. That PostgreSQL stores no U+0000 in text and jsonb, nor
// \u escapes of lone surrogates in jsonb: PostgreSQL's documentation, sections 8.3 and 8.14.
describe('Text that can be stored', () => {
  const cannot = ['\0', 'a\0b', '\ud83d', 'x\ud83d', '\udca7x', '\udca7\ud83d', 'a\ud83d\ud83d\udca7'];
  const can = ['', 'Tide', '💧', 'नमस्ते', 'مرحبا', '\ufffd', '\u0001', 'a\u200db', '👩‍👩‍👧‍👦'];

  it('has no U+0000 and no half of a surrogate pair, as encodeURIComponent sees it', () => {
    for (const text of [...cannot, ...can]) {
      const encodes = (): boolean => {
        try {
          return encodeURIComponent(text) !== '';
        } catch {
          return false; // URIError for lone surrogates (ECMA-262, section 19.2.6.5)
        }
      };
      expect(isStorable(text))
        .withContext(JSON.stringify(text))
        .toBe(!text.includes('\0') && (text === '' || encodes()));
      expect(isStorable(storableText(text))).toBeTrue();
    }
    for (const text of can) expect(storableText(text)).toBe(text);
    expect(storableText('a\0b\ud83d')).toBe('ab\ufffd');
  });

  it('is looked for in all of a value; the error names the place and the position', () => {
    const problemOf = (data: unknown): Problem | undefined => {
      try {
        checkStorable(data);
        return undefined;
      } catch (error) {
        return error as Problem;
      }
    };
    expect(problemOf({ edits: [{ value: 'fine' }, { value: { text: 'ab\ud83d!' } }] })).toEqual(
      jasmine.objectContaining({
        message:
          'edits.1.value.text: The character at position 3 can’t be stored (U+D83D). Delete it, then type it again.',
        place: { field: 'edits.1.value.text' },
      }),
    );
    expect(problemOf('\0')?.message).toMatch(/^The character at position 1 can’t be stored \(U\+0000\)/);
    expect(problemOf({ a: { ['b\udca7']: 1 } })?.place).toEqual({ field: 'a' });
    for (const data of [null, 1, true, [], {}, [can, { can }]]) expect(problemOf(data)).toBeUndefined();
    for (const text of cannot) expect(problemOf([[{ text }]])).toBeInstanceOf(Problem);
  });

  it('is looked for in values nested a hundred thousand levels deep', () => {
    let data: unknown = '\ud83d';
    for (let level = 0; level < 100_000; level++) data = [data];
    expect(() => checkStorable(data)).toThrowError(Problem, /position 1/);
  });

  it('is made of a value, which stays the same object where nothing has to change', () => {
    const fine = { a: ['b', { c: null }] };
    expect(storable(fine)).toBe(fine);
    expect(storable({ a: ['b\0', { ['c\ud83d']: 1, d: undefined }] })).toEqual({
      a: ['b', { 'c\ufffd': 1, d: undefined }],
    } as never);
  });

  it('is cut without halving a pair', () => {
    for (const most of [0, 1, 2, 3, 4, 5, 6]) {
      const cut = cutText('a💧b💧', most);
      expect('a💧b💧'.startsWith(cut) && cut.length <= most && cut.length >= most - 1 && isStorable(cut)).toBeTrue();
    }
  });
});
