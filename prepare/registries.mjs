import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';

const filesOf = (folder) => readdirSync(folder).map((file) => join(folder, file));
const foldersOf = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((one) => (one.isDirectory() ? [join(folder, one.name)] : []));

/**
 * Lists whose members are found by what they export, in their own folder or in `among`: adding one is adding a file.
 */
const registries = [
  { list: 'core/document/kinds/all.ts', type: 'Kind', from: './kind', name: 'allKinds' },
  { list: 'core/review/checks/all.ts', type: 'Check', from: '../check', name: 'allChecks' },
  { list: 'core/refit/rules/all.ts', type: 'Rule', from: '../proposal', name: 'allRules' },
  {
    list: 'server/http/all-routes.ts',
    type: 'Routes',
    from: './routes',
    name: 'allRoutes',
    among: () => foldersOf('server').flatMap(filesOf),
  },
  {
    list: 'server/work/all-work.ts',
    type: 'WorkOf',
    from: './kinds',
    name: 'allWork',
    among: () => foldersOf('server').flatMap(filesOf),
  },
];

const listed = (entries, [open, close], indent) => {
  const line = `${open}${entries.join(', ')}${close}`;
  return line.length + indent <= 120 ? line : `${open.trim()}\n  ${entries.join(',\n  ')},\n${close.trim()}`;
};

/** The text of a list. */
function listOf({ list, type, from, name, among = () => filesOf(dirname(list)) }) {
  const exported = new RegExp(`^export const (\\w+): ${type}\\b|^export const (\\w+) = stack${type}\\(`, 'm');
  const members = among()
    .filter((file) => file !== list && /(?:^|\/)[\w-]+\.ts$/.test(file))
    .sort()
    .flatMap((file) => {
      const found = exported.exec(readFileSync(file, 'utf8'));
      const member = found?.[1] ?? found?.[2];
      const path = relative(dirname(list), file).replace(/\.ts$/, '');
      return member ? [{ member, file: path.startsWith('.') ? path : `./${path}` }] : [];
    });
  const imports = [...members.map(({ member, file }) => ({ line: `import { ${member} } from '${file}';`, file }))];
  const value = listed(
    members.map(({ member }) => member),
    ['[', ']'],
    `export const ${name}: readonly ${type}[] = ;`.length,
  );
  return [
    '// Written by prepare/registries.mjs from what the files export.',
    `import type { ${type} } from '${from}';`,
    ...imports.map(({ line }) => line),
    '',
    `export const ${name}: readonly ${type}[] = ${value};`,
    '',
  ].join('\n');
}

/** Writes the list of each registry anew where there are other members than it says. */
export function writeRegistries() {
  for (const registry of registries) {
    const text = listOf(registry);
    let before = '';
    try {
      before = readFileSync(registry.list, 'utf8');
    } catch {
      // there is none yet
    }
    if (before !== text) writeFileSync(registry.list, text);
  }
}
