import { kinds, kindsFound } from './registry';

const first = (typed: string): string | undefined => kindsFound(typed)[0]?.kind;
const found = (typed: string): string[] => kindsFound(typed).map((one) => one.kind);

describe('The kinds of parts', () => {
  it('are found by their word, which comes first, by what they are for, and by other words of the trade', () => {
    for (const { kind, word } of kinds) {
      expect(found(word)).toContain(kind);
      expect(kindsFound(word)[0]!.word.toLowerCase().startsWith(word.toLowerCase())).toBeTrue();
    }
    // common practice: what site builders call them
    const called: Readonly<Record<string, string>> = {
      ...{ nav: 'site-menu', photo: 'image', logo: 'image', form: 'field', faq: 'disclosure', headline: 'heading' },
      ...{ paragraph: 'text', film: 'video', grid: 'columns', flex: 'container', cta: 'button', iframe: 'html' },
    };
    for (const [word, kind] of Object.entries(called)) expect(found(word)).withContext(word).toContain(kind);
    expect(first('  IMAGE ')).toBe('image');
    expect(found('')).toEqual(kinds.map((one) => one.kind));
    expect(found('no such thing')).toEqual([]);
  });
});
