import { aria, roles as ariaRoles } from 'aria-query';
import { knownAttributes, meaningOf, roles, setAttribute } from './attributes';
import { Problem } from './problem';

const refused = (name: string, value: string): string => {
  try {
    setAttribute('part', name, value);
    return '';
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
};

describe('Attributes', () => {
  // aria-query: WAI-ARIA's own tables of roles, properties and their values.
  it('are those of WAI-ARIA, with its values and roles', () => {
    const all = new Map<string, { type: string; values?: readonly unknown[] | undefined }>(aria.entries());
    for (const { name, values } of knownAttributes.filter((one) => one.name.startsWith('aria-'))) {
      const said = all.get(name);
      expect(said).withContext(name).toBeDefined();
      if (said?.type === 'boolean') expect(values).withContext(name).toEqual(['true', 'false']);
      if (said?.type === 'token')
        expect(new Set(values))
          .withContext(name)
          .toEqual(new Set((said.values ?? []).map(String)));
      if (said?.type === 'idlist') expect(refused(name, 'one two')).withContext(name).toBe('');
    }
    const concrete = new Set<string>([...ariaRoles.entries()].flatMap(([name, one]) => (one.abstract ? [] : [name])));
    expect(roles.filter((one) => !concrete.has(one))).toEqual([]);
  });

  it('are stored as they are meant, and taken away without a value', () => {
    const [set] = setAttribute('part', 'lang', 'pt-BR');
    expect(JSON.stringify(set)).toBe('{"do":"set","part":"part","field":["attributes","lang"],"value":"pt-BR"}');
    expect(JSON.stringify(setAttribute('part', 'data-crew', '日本語'))).toContain('"value":"日本語"');
    expect(JSON.stringify(setAttribute('part', 'lang', undefined))).not.toContain('value');
  });

  it('that cannot be are refused with a reason', () => {
    for (const name of ['onclick', 'style', 'class', 'href', 'srcdoc', 'data-part', 'aria-', 'Title', 'constructor'])
      expect(refused(name, 'x')).withContext(name).not.toBe('');
    expect(refused('onclick', 'x')).toContain('Allowed are');
    expect(refused('lang', 'english please')).toContain('isn’t a language');
    expect(refused('dir', 'up')).toBe('dir is one of ltr, rtl, auto.');
    expect(refused('role', 'widget')).toContain('isn’t a role'); // abstract
    expect(refused('tabindex', '3')).toBe('tabindex is one of 0, -1.');
    expect(refused('aria-labelledby', 'a b<')).toContain('ids');
    expect(refused('title', 'x'.repeat(501))).not.toBe('');
  });

  it('say what they mean, also those of one’s own', () => {
    for (const { name } of knownAttributes) expect(meaningOf(name).length).withContext(name).toBeGreaterThan(10);
    expect(meaningOf('data-crew')).toContain('your own');
    expect(meaningOf('aria-posinset')).toContain('WAI-ARIA');
  });
});
