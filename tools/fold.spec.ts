import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyBatch } from '@core/document/edits/batch';
import { home, tidewick } from '../demo/tidewick';
import { fares } from '../demo/tidewick-pages';
import { bundled } from '../prepare/bundled.mjs';

const program = bundled('tools/fold.ts');
const fold = (...args: string[]) => spawnSync(process.execPath, [program, ...args], { encoding: 'utf8' });

describe('The fold command', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-tool-'));
  const file = (name: string, data: unknown): string => {
    const path = join(folder, name);
    writeFileSync(path, typeof data === 'string' ? data : JSON.stringify(data));
    return path;
  };
  const site = file('site.json', {
    ...tidewick,
    pictures: {
      opening: {
        name: 'a',
        alt: '',
        width: 10,
        height: 10,
        type: 'image/png',
        files: [{ width: 10, file: 'a1.webp' }],
      },
    },
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('compiles a page file to index.html and style.css', () => {
    const done = fold('compile', file('page.json', home), '--site', site, '--out', join(folder, 'out'));
    expect([done.status, done.stderr]).toEqual([0, '']);
    expect(readFileSync(join(folder, 'out/index.html'), 'utf8')).toContain('The sea is the shortest road');
    expect(readFileSync(join(folder, 'out/style.css'), 'utf8')).toContain('url(files/a1.webp)');
  });
  it('leads links to the paths of the pages that are given beside it', () => {
    const linked = structuredClone(home);
    const button = Object.keys(linked.parts).find((id) => linked.parts[id]!.kind === 'button')!;
    linked.parts[button]!.content.base['link'] = 'page:tidewick-fares#passes';
    const [page, other] = [file('linked.json', linked), file('fares.json', fares)];
    const href = (...more: string[]): boolean => {
      const done = fold('compile', page, '--site', site, '--out', join(folder, 'linked'), ...more);
      expect([done.status, done.stderr]).toEqual([0, '']);
      return readFileSync(join(folder, 'linked/index.html'), 'utf8').includes('href="/fares#passes"');
    };
    expect([href(), href('--with', other)]).toEqual([false, true]);
    const bad = fold('compile', page, '--site', site, '--out', folder, '--with', join(folder, 'none.json'));
    expect([bad.status, bad.stderr.trim().split('\n').length]).toEqual([1, 1]);
  });
  it('ends with 1 and one line that names the place in the file on bad input', () => {
    const bad = structuredClone(home);
    const [id] = bad.parts['root']!.children;
    bad.parts[id!]!.style = { wide: { normal: { color: 'mud' } } };
    const cases: readonly (readonly [readonly string[], RegExp])[] = [
      [
        ['compile', file('bad.json', bad), '--site', site, '--out', folder],
        new RegExp(`bad\\.json: parts\\.${id}\\.style\\.wide\\.normal\\.color: `),
      ],
      [['compile', file('cut.json', '{"format":'), '--site', site, '--out', folder], /cut\.json: is not JSON/],
      [['compile', join(folder, 'none.json'), '--site', site, '--out', folder], /none\.json: cannot be read/],
      [['compile', file('no.json', { format: 'x' }), '--site', site, '--out', folder], /no\.json: format: /],
      [['compile'], /fold compile PAGE\.json/],
      [['review', join(folder, 'none.json'), '--site', site], /none\.json: cannot be read/],
      [['schema', 'menu'], /fold schema page\|site/],
    ];
    for (const [args, reason] of cases) {
      const done = fold(...args);
      expect(done.status).withContext(args.join(' ')).toBe(1);
      expect(done.stderr).withContext(args.join(' ')).toMatch(reason);
      if (args.length > 2) expect(done.stderr.trim().split('\n').length).toBe(1);
    }
  });
  it('reviews a page as far as no layout is needed: a line a finding, and 1 when there is an error', () => {
    const broken = structuredClone(home);
    const title = Object.keys(broken.parts).find((id) => broken.parts[id]!.tag === 'h2')!;
    broken.parts[title]!.style['phone'] = { normal: { width: '700px' } };
    broken.parts[title]!.content['phone'] = { text: 'Two\nlines' };
    const done = fold('review', file('broken.json', broken), '--site', site);
    expect(done.status).toBe(1);
    expect(done.stdout).toMatch(new RegExp(`^error parts\\.${title} fixed width \\(phone\\): width is 700px`, 'm'));
    expect(done.stdout).toMatch(new RegExp(`^warning parts\\.${title} line break in a heading \\(phone\\): `, 'm'));
  });
  it('compiles and reviews what a page shares as if it stood there', () => {
    const broken = structuredClone(home);
    const part = broken.parts['root']!.children.at(-1)!;
    const inner = broken.parts[part]!.children[0]!;
    broken.parts[inner]!.style['phone'] = { normal: { width: '700px' } };
    const section = { id: 'foot', name: 'Foot', purpose: 'contact' as const };
    const shared = applyBatch({ site: tidewick, page: broken }, [{ do: 'share', on: 'both', part, section }]);
    const [page, own] = [file('shared.json', shared.page), file('shared-site.json', shared.site)];
    expect(fold('compile', page, '--site', own, '--out', join(folder, 'shared')).status).toBe(0);
    expect(fold('compile', file('own.json', broken), '--site', own, '--out', join(folder, 'own')).status).toBe(0);
    for (const name of ['index.html', 'style.css'])
      expect(readFileSync(join(folder, 'shared', name), 'utf8')).toBe(readFileSync(join(folder, 'own', name), 'utf8'));
    expect(fold('review', page, '--site', own).stdout).toMatch(
      new RegExp(`^error parts\\.${part}_${inner} fixed width \\(phone\\)`, 'm'),
    );
  });
  it('prints the JSON Schema of a page and of a site', () => {
    for (const which of ['page', 'site']) {
      // what the tool prints
      const schema = JSON.parse(fold('schema', which).stdout) as { $schema: string; properties: object };
      expect(schema.$schema).toContain('json-schema.org');
      expect(Object.keys(schema.properties)).toContain('format');
    }
  });
});
