import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as z from 'zod';
import { compile } from '@core/compile/compile';
import { pageOfAll, siteOfAll } from '@core/document/testing/all-of-it';
import { mill, millHome, observatory, observatoryHome } from './neighbours';
import { home, tidewick } from './tidewick';
import { fares, lostProperty, timetable } from './tidewick-pages';

const sites = [
  { site: tidewick, pages: [home, fares, lostProperty, timetable] },
  { site: mill, pages: [millHome] },
  { site: observatory, pages: [observatoryHome] },
  { site: siteOfAll, pages: [pageOfAll] },
];

const Report = z.object({
  messages: z.array(
    z.object({ type: z.string(), message: z.string(), url: z.string(), extract: z.string().optional() }),
  ),
});

const checker = createRequire(import.meta.url).resolve('vnu-jar/build/dist/vnu.jar');

// The Nu HTML checker of the W3C (vnu-jar), which checks HTML and CSS by the living standards.
describe('Every page of the demo, and one with everything that is written and styled,', () => {
  it('is valid HTML and CSS by the Nu checker', () => {
    if (spawnSync('java', ['-version']).status !== 0) return pending('there is no Java on this machine');
    const folder = mkdtempSync(join(tmpdir(), 'fold-valid-'));
    const files = sites.flatMap(({ site, pages }) =>
      pages.flatMap((page) => {
        const { html, css } = compile(site, page);
        const [markup, style] = ['html', 'css'].map((ending) => join(folder, `${page.id}.${ending}`)) as [
          string,
          string,
        ];
        writeFileSync(markup, html);
        writeFileSync(style, css);
        return [markup, style];
      }),
    );
    const checked = spawnSync(
      'java',
      ['-jar', checker, '--errors-only', '--also-check-css', '--format', 'json', ...files],
      {
        encoding: 'utf8',
        maxBuffer: 64_000_000,
      },
    );
    rmSync(folder, { recursive: true, force: true });
    const { messages } = Report.parse(JSON.parse(checked.stderr));
    expect(files.length).toBe(14);
    expect(messages.map((one) => `${one.url.split('/').at(-1)}: ${one.message} ${one.extract ?? ''}`)).toEqual([]);
  });
});
