import { readdirSync } from 'node:fs';
import { allKinds } from './document/kinds/all';
import { kinds } from './document/kinds/registry';
import { allRules } from './refit/rules/all';
import { allChecks } from './review/checks/all';

type Exports = Readonly<Record<string, unknown>>;

/** Collects the exported objects of a folder's files that have all the given fields, however the export is written. */
async function exportsOf(
  folder: string,
  load: (name: string) => Promise<Exports>,
  fields: readonly string[],
): Promise<unknown[]> {
  const names = readdirSync(folder)
    .filter((file) => /^[\w-]+\.ts$/.test(file) && file !== 'all.ts')
    .map((file) => file.replace(/\.ts$/, ''));
  const all = await Promise.all(names.map(load));
  const isMember = (one: unknown): boolean =>
    typeof one === 'object' && one !== null && fields.every((field) => Object.hasOwn(one, field));
  return [...new Set(all.flatMap((one) => Object.values(one)).filter(isMember))];
}

describe('Registries', () => {
  it('list every kind, check and rule that is exported in their folders, each once', async () => {
    const found = [
      await exportsOf('core/document/kinds', (name) => import(`./document/kinds/${name}.ts`) as Promise<Exports>, [
        'kind',
        'glyph',
        'examples',
      ]),
      await exportsOf('core/review/checks', (name) => import(`./review/checks/${name}.ts`) as Promise<Exports>, [
        'name',
        'severity',
        'find',
      ]),
      await exportsOf('core/refit/rules', (name) => import(`./refit/rules/${name}.ts`) as Promise<Exports>, [
        'name',
        'order',
        'propose',
      ]),
    ];
    const listed: readonly (readonly unknown[])[] = [allKinds, allChecks, allRules];
    for (const [index, all] of listed.entries()) {
      expect(new Set(found[index])).toEqual(new Set(all));
      expect(new Set(all).size).toBe(all.length);
      expect(all.length).toBeGreaterThan(5);
    }
    for (const names of [
      allKinds.map((one) => one.kind),
      allChecks.map((one) => one.name),
      allRules.map((one) => one.name),
    ])
      expect(new Set(names).size).toBe(names.length);
  });
  it('give a tag, or the class that tells a kind from others, one nature, whichever kinds have it', () => {
    const natures = new Map<string, string>();
    for (const kind of kinds.filter((one) => !one.refers))
      for (const tag of kind.tags) {
        const mark = kind.marks ? kind.marks[tag] : kind.mark;
        const several = kind.marks === undefined && (kind.markedTags?.length ?? 0) > 1;
        const selector = mark === undefined || several ? `${tag}.${mark ?? ''}` : `.${mark}`; // as rules are written
        const nature = JSON.stringify(kind.defaults(tag));
        expect(natures.get(selector) ?? nature)
          .withContext(`${selector} of a ${kind.kind}`)
          .toBe(nature);
        natures.set(selector, nature);
      }
  });
  it('give kinds a place of their own in the drawer, a sign, and examples that their own schema takes', () => {
    expect(new Set(kinds.map((one) => one.order)).size).toBe(kinds.length);
    for (const { kind, glyph, examples, content } of kinds) {
      expect(glyph)
        .withContext(kind)
        .toMatch(/^M[-\d. MLhvlzZ,]+$/i);
      expect(examples.length).withContext(kind).toBeGreaterThan(0);
      for (const example of examples)
        expect(content.safeParse(example).error?.issues).withContext(kind).toBeUndefined();
    }
  });
});
