import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Folders whose members are found by what they export: adding one is adding a file. */
const registries = [
  { folder: 'core/document/kinds', type: 'Kind', from: './kind', name: 'allKinds' },
  { folder: 'core/review/checks', type: 'Check', from: '../check', name: 'allChecks' },
  { folder: 'core/refit/rules', type: 'Rule', from: '../proposal', name: 'allRules' },
];

const listed = (entries, [open, close], indent) => {
  const line = `${open}${entries.join(', ')}${close}`;
  return line.length + indent <= 120 ? line : `${open.trim()}\n  ${entries.join(',\n  ')},\n${close.trim()}`;
};

/** The file that lists the members of a folder. */
function listOf({ folder, type, from, name }) {
  const exported = new RegExp(`^export const (\\w+): ${type}\\b|^export const (\\w+) = stack${type}\\(`, 'm');
  const members = readdirSync(folder)
    .filter((file) => /^(?!all\.ts$)[\w-]+\.ts$/.test(file))
    .sort()
    .flatMap((file) => {
      const found = exported.exec(readFileSync(join(folder, file), 'utf8'));
      const member = found?.[1] ?? found?.[2];
      return member ? [{ member, file: `./${file.replace(/\.ts$/, '')}` }] : [];
    });
  const imports = [...members.map(({ member, file }) => ({ line: `import { ${member} } from '${file}';`, file }))];
  const value = listed(
    members.map(({ member }) => member),
    ['[', ']'],
    `export const ${name}: readonly ${type}[] = ;`.length,
  );
  return [
    '// Written by prepare/registries.mjs from the files of this folder.',
    `import type { ${type} } from '${from}';`,
    ...imports.map(({ line }) => line),
    '',
    `export const ${name}: readonly ${type}[] = ${value};`,
    '',
  ].join('\n');
}

/** Writes the list of each registry anew where its folder has other members than it says. */
export function writeRegistries() {
  for (const registry of registries) {
    const file = join(registry.folder, 'all.ts');
    const text = listOf(registry);
    let before = '';
    try {
      before = readFileSync(file, 'utf8');
    } catch {
      // there is none yet
    }
    if (before !== text) writeFileSync(file, text);
  }
}
