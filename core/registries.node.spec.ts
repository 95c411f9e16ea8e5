import { readdirSync, readFileSync } from 'node:fs';
import { allKinds } from './document/kinds/all';
import { kinds } from './document/kinds/registry';
import { allRules } from './refit/rules/all';
import { allChecks } from './review/checks/all';

/** How many files of a folder export a member of this type, as one reads them. */
const membersIn = (folder: string, type: string): number =>
  readdirSync(folder).filter((file) =>
    new RegExp(`export const \\w+(: ${type} = | = stack${type}\\()`).test(readFileSync(`${folder}/${file}`, 'utf8')),
  ).length;

describe('Registries', () => {
  it('list every kind, check and rule that stands in their folders, each once', () => {
    expect(allKinds.length).toBe(membersIn('core/document/kinds', 'Kind'));
    expect(allChecks.length).toBe(membersIn('core/review/checks', 'Check'));
    expect(allRules.length).toBe(membersIn('core/refit/rules', 'Rule'));
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
