import { transform } from 'lightningcss';
import { parse } from 'parse5';
import { compileCanvas, recompile } from '@core/compile/canvas';
import { compile } from '@core/compile/compile';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import { drawings } from '../demo/draw';
import { home, tidewick } from '../demo/tidewick';
import { largePage } from './large-page';
import { ratio, row } from './measure';

const addresses = { pictures: '/files/', fonts: '/files/' };

/** Compiling a page, whole and after an edit. */
export function computing(): void {
  const page = largePage('large', 2000);
  const { html } = compile(tidewick, page);
  row(
    `compile a page of ${Object.keys(page.parts).length} parts`,
    'parse5 parsing the HTML it yields',
    ratio(
      () => compile(tidewick, page),
      () => parse(html),
      25,
    ),
    1,
  );
  const edits: Edit[] = [{ do: 'set', part: 'p900', field: ['style', 'tablet', 'normal', 'font-size'], value: '38px' }];
  const after = applyEdits(tidewick, page, edits).page;
  row(
    'recompile after one edit on that page',
    'the whole compile for a leaf',
    ratio(
      () => recompile(tidewick, page, after, edits, addresses),
      () => compileCanvas(tidewick, page, addresses),
      25,
    ),
    1 / 50,
  );
}

/** What a long batch costs beside the same edits on a page a tenth as large, and beside a batch a tenth as long. */
export function batches(): void {
  const [small, large] = [largePage('small', 1000), largePage('large', 10_000)];
  const sets = (page: Page, count: number): Edit[] =>
    Object.keys(page.parts)
      .slice(1, count + 1)
      .map((part) => ({ do: 'set', part, field: ['name'], value: 'Named' }));
  const moves = (page: Page, count: number): Edit[] => {
    const boxes = page.parts[page.root]!.children;
    return Array.from({ length: count }, (_, at): Edit => ({
      do: 'move',
      part: boxes[at % boxes.length]!,
      parent: page.root,
      index: (at * 7) % boxes.length,
    }));
  };
  const apply = (page: Page, edits: readonly Edit[]) => (): unknown => applyEdits(tidewick, page, edits);
  row(
    '2,000 sets in one batch on 10,000 parts',
    '200 of them',
    ratio(apply(large, sets(large, 2000)), apply(large, sets(large, 200)), 15),
    10,
  );
  row(
    '900 sets in one batch on 10,000 parts',
    'the same on 1,000 parts',
    ratio(apply(large, sets(large, 900)), apply(small, sets(small, 900)), 15),
    10,
  );
  row(
    '2,000 moves in one batch on 10,000 parts',
    '200 of them',
    ratio(apply(large, moves(large, 2000)), apply(large, moves(large, 200)), 10),
    15,
  );
}

/** The bytes of the published CSS. */
export function sizes(): void {
  const pictures = Object.fromEntries(
    Object.keys(drawings['tidewick'] ?? {}).map((id) => [
      id,
      {
        name: id,
        alt: '',
        width: 1600,
        height: 1000,
        type: 'image/png' as const,
        files: [{ width: 1600, file: `${id}0123456789ab.webp` }],
      },
    ]),
  );
  const { css } = compile({ ...tidewick, pictures }, home, { ...addresses, stylesheet: 'style.css' });
  const small = transform({
    filename: 'style.css',
    code: Buffer.from(css),
    minify: true,
    targets: { chrome: 120 << 16 },
  }).code;
  row(
    'published CSS of the demo’s home page, bytes',
    'the same CSS through lightningcss',
    Buffer.byteLength(css) / small.length,
    1.05,
  );
}
