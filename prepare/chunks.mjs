import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { rollup } from 'rollup';
import { minify } from 'terser';

/** Files that load one another and are smaller than so many bytes are put together. */
const small = 4000;

/** A twenty-fifth smaller than the build leaves them, in a fifth of the time it takes: for what is fetched first. */
const smaller = { module: true, compress: { passes: 2 } };

/** What a file of the build loads at once, itself included: not what it loads when that is first used. */
function loadedWith(outputs, file) {
  const loaded = new Set();
  const ahead = [file];
  for (let next = ahead.pop(); next; next = ahead.pop()) {
    if (loaded.has(next)) continue;
    loaded.add(next);
    for (const { path, kind } of outputs[next].imports)
      if (kind === 'import-statement' && outputs[path]) ahead.push(path);
  }
  return loaded;
}

/**
 * Puts together what the build left in many small files: what every screen loads stands in one, and what the
 * workbench loads besides in another.
 * Together they are a sixth smaller when compressed, and are fetched at once. What loads when it is first used stays
 * apart.
 * @param folder the built interface, with `stats.json` beside it
 */
export async function packChunks(folder) {
  const { outputs } = JSON.parse(readFileSync(join(folder, '..', 'stats.json'), 'utf8'));
  const scripts = Object.keys(outputs).filter((file) => file.endsWith('.js'));
  const main = scripts.find((file) => outputs[file].entryPoint === 'web/main.ts');
  const workbench = scripts.find((file) => 'web/workbench/workbench.ts' in outputs[file].inputs);
  if (!main || !workbench) throw new Error('The build has no main file, or none with the workbench in it.');
  const [always, besides] = [loadedWith(outputs, main), loadedWith(outputs, workbench)];
  const bundle = await rollup({
    input: join(folder, main),
    treeshake: false,
    logLevel: 'warn',
    onwarn: (warning) => {
      throw new Error(warning.message);
    },
  });
  const packed = await bundle.generate({
    format: 'es',
    entryFileNames: 'main-[hash].js',
    chunkFileNames: 'chunk-[hash].js',
    experimentalMinChunkSize: small,
    manualChunks: (id) => (always.has(basename(id)) ? 'always' : besides.has(basename(id)) ? 'workbench' : undefined),
  });
  await bundle.close();
  for (const file of bundle.watchFiles) rmSync(file);
  for (const { fileName, name, isEntry, code } of packed.output) {
    const isFetchedFirst = isEntry || ['always', 'workbench'].includes(name);
    writeFileSync(join(folder, fileName), isFetchedFirst ? (await minify(code, smaller)).code : code);
  }
  const page = join(folder, 'index.html');
  const entry = packed.output.find((one) => one.isEntry);
  const links = entry.imports.map((file) => `<link rel="modulepreload" href="${file}">`).join('');
  const html = readFileSync(page, 'utf8').replace(/<link rel="modulepreload"[^>]*>/g, '');
  if (!html.includes(`<script src="${main}"`))
    throw new Error('The page of the interface does not name its main file.');
  writeFileSync(page, html.replace(`<script src="${main}"`, `${links}<script src="${entry.fileName}"`));
}
