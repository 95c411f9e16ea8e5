import { performance } from 'node:perf_hooks';
import { transform } from 'lightningcss';
import { parse } from 'parse5';
import { By } from 'selenium-webdriver';
import { compileCanvas, recompile } from '@core/compile/canvas';
import { compile } from '@core/compile/compile';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { freshPart } from '@core/document/commands/thing';
import { blankPage, type Page, type Part } from '@core/document/page';
import { partsBelow } from '@core/document/tree';
import { home, tidewick } from '../demo/tidewick';
import { openBrowser } from '../e2e/browser';
import lighthouse from 'lighthouse';
import * as z from 'zod';
import { Person } from '../e2e/person';
import { Servers } from '../e2e/servers';
import { drawings } from '../demo/draw';

const addresses = { pictures: '/files/', fonts: '/files/' };
const colours = ['#22333b', '#8c2f39', '#f4ead7', '#4d6b3c'];

/**
 * A page of so many parts with a real layout: sections in turn of three columns, of a grid with a part over two cells, of a sticky box beside long content,
 * and of pictures placed absolutely behind words; sections keep their contents to a width by their paddings.
 */
function largePage(id: string, size: number): Page {
  const blank = blankPage(id, 'A large page', '/large');
  const parts: Record<string, Part> = { ...blank.parts };
  let count = 1;
  const add = (kind: string, children: string[], style: Part['style'] = {}): string => {
    const own = `p${count++}`;
    const fresh = freshPart(tidewick, kind, children);
    parts[own] = { ...fresh, style: { ...fresh.style, ...style } };
    return own;
  };
  const sections: string[] = [];
  const wide = (normal: Record<string, string>, phone?: Record<string, string>): Part['style'] => ({
    wide: { normal },
    ...(phone && { phone: { normal: phone } }),
  });
  const heading = (at: number): string =>
    add(
      'heading',
      [],
      wide({ 'font-size': `${20 + ((count + at) % 30)}px`, color: colours[count % 4]! }, { 'font-size': '20px' }),
    );
  const text = (): string => add('text', [], wide({ 'max-width': `${30 + (count % 40)}ch` }));
  const button = (at: number): string => add('button', [], wide({ 'background-color': colours[(count + at) % 4]! }));
  const layouts: readonly (() => string)[] = [
    () =>
      add(
        'columns',
        [0, 1, 2].map((at) => add('column', [heading(at), text(), button(at)])),
        wide({ 'grid-template-columns': '1fr 1fr 1fr', 'column-gap': '24px' }, { 'grid-template-columns': '1fr' }),
      ),
    () => {
      const cells = [0, 1, 2].map((at) =>
        add(
          'container',
          [heading(at), text(), button(at)],
          at === 0 ? wide({ 'grid-column-end': 'span 2' }, { 'grid-column-end': 'auto' }) : {},
        ),
      );
      return add(
        'container',
        cells,
        wide(
          { display: 'grid', 'grid-template-columns': '1fr 1fr', 'row-gap': '20px', 'column-gap': '20px' },
          { 'grid-template-columns': '1fr' },
        ),
      );
    },
    () => {
      const box = add(
        'container',
        [heading(0), text()],
        wide({ position: 'sticky', top: '64px' }, { position: 'static' }),
      );
      return add(
        'columns',
        [add('column', [box]), add('column', [heading(1), text(), text(), text(), text(), button(1)])],
        wide({ 'grid-template-columns': '1fr 2fr', 'column-gap': '48px' }, { 'grid-template-columns': '1fr' }),
      );
    },
    () => {
      const picture = (left: string): string =>
        add(
          'image',
          [],
          wide({ position: 'absolute', left, top: '10px', width: '30%', 'aspect-ratio': '3/2', 'z-index': '-1' }),
        );
      return add(
        'container',
        [
          picture('-20px'),
          picture('60%'),
          heading(0),
          text(),
          button(0),
          text(),
          heading(2),
          text(),
          button(2),
          text(),
        ],
        wide({ position: 'relative', isolation: 'isolate' }),
      );
    },
  ];
  while (count < size - 14)
    sections.push(
      add(
        'section',
        [layouts[sections.length % 4]!()],
        wide({
          'padding-left': 'max(5%, calc((100% - 1120px) / 2))',
          'padding-right': 'max(5%, calc((100% - 1120px) / 2))',
        }),
      ),
    );
  return { ...blank, parts: { ...parts, [blank.root]: { ...blank.parts[blank.root]!, children: sections } } };
}

function median(times: readonly number[], share = 0.5): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

/** Times two tasks in turns, so that both meet the same machine; the ratio of their medians. */
function ratio(task: () => void, reference: () => void, rounds: number): number {
  const mine: number[] = [];
  const other: number[] = [];
  const timed = (run: () => void): number => {
    const start = performance.now();
    run();
    return performance.now() - start;
  };
  for (let round = 0; round < rounds + 5; round++) {
    const one = timed(task);
    const two = timed(reference);
    if (round < 5) continue;
    mine.push(one);
    other.push(two);
  }
  return median(mine) / median(other);
}

const row = (what: string, reference: string, value: number, aim: number): void =>
  console.log(
    `${what.padEnd(62)} ${reference.padEnd(38)} ${value.toFixed(3).padStart(8)} ×  aim ≤ ${aim} ×  ${value <= aim ? 'reached' : 'NOT REACHED'}`,
  );

function computing(): void {
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
function batches(): void {
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

function sizes(): void {
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

/** Does something at the workbench of servers with the demo in them. */
async function atWork(work: (person: Person, servers: Servers) => Promise<void>): Promise<void> {
  const servers = await Servers.open();
  const browser = await openBrowser();
  try {
    const person = new Person(browser.driver, servers);
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await work(person, servers);
  } finally {
    await browser.close();
    await servers.close();
  }
}

/** From an edit to the frame after it is painted in all leaves, measured in the page, in frames of 16.7 ms. */
async function painting(person: Person): Promise<void> {
  const page = largePage('large', 1000);
  const insert: Edit[] = page.parts[page.root]!.children.map((root, index) => ({
    do: 'insert',
    parent: 'root',
    index,
    root,
    parts: partsBelow(page, root),
  }));
  const id = await person.driver.executeAsyncScript<string>(
    `const [edits, done] = arguments; const send = (path, body) => fetch('/api' + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }).then((answer) => answer.json());
    send('/sites/tidewick/pages', { title: 'Large', path: '/large' }).then(async ({ id }) => { await send('/pages/' + id + '/edits', { id: 'bench-bench-bench-1', base: 0, edits }); done(id); })`,
    insert,
  );
  await person.openPage(id);
  await person.driver.sleep(2000);
  await person.clickOn('wide', 'h2');
  await person.group('Type');
  await (await person.find('[data-cell="font-size@wide"]')).click();
  await person.driver.findElement(By.css('fold-ledger-cell .field'));
  const times = await person.driver.executeAsyncScript<number[]>(`
    const done = arguments[arguments.length - 1]; const field = document.querySelector('fold-ledger-cell .field'); const times = [];
    const frames = [...document.querySelectorAll('fold-leaf iframe')].map((frame) => frame.contentDocument.querySelector('h2'));
    const once = (round) => {
      if (round === 60) return done(times.slice(10));
      const start = performance.now();
      field.dispatchEvent(new KeyboardEvent('keydown', { key: round % 2 ? 'ArrowDown' : 'ArrowUp', bubbles: true, cancelable: true }));
      frames.forEach((one) => one.getBoundingClientRect());
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => { times.push(performance.now() - start); setTimeout(() => once(round + 1), 120); }; channel.port2.postMessage(0); });
    };
    once(0);`);
  row('one edit → all three leaves painted, 1,000 parts, median', 'one frame of 16.7 ms', median(times) / 16.7, 2);
  row('… 95th of a hundred', 'one frame of 16.7 ms', median(times, 0.95) / 16.7, 4);
  const bare = await barePainting(person);
  row(
    '… median',
    'a bare page of three frames with the same boxes, the same change',
    median(times) / median(bare),
    1.5,
  );
}

interface LeafCopy {
  readonly html: string;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}

/** The same change of style on a bare page of three frames that hold what the leaves hold, measured in the same way, in ms. */
async function barePainting(person: Person): Promise<number[]> {
  const copies = await person.driver.executeScript<LeafCopy[]>(
    `return [...document.querySelectorAll('fold-leaf iframe')].map((frame) => ({ html: '<!doctype html>' + frame.contentDocument.documentElement.outerHTML,
      width: frame.offsetWidth, height: frame.offsetHeight, scale: frame.getBoundingClientRect().width / frame.offsetWidth }))`,
  );
  await person.driver.get('about:blank');
  return person.driver.executeAsyncScript<number[]>(
    `const [copies, done] = arguments; const times = []; document.body.style.display = 'flex';
    const frames = copies.map(({ html, width, height, scale }) => {
      const box = document.body.appendChild(document.createElement('div')); box.style.cssText = 'overflow:hidden;width:' + width * scale + 'px;height:' + height * scale + 'px';
      const frame = box.appendChild(document.createElement('iframe')); frame.style.cssText = 'border:0;transform-origin:0 0;width:' + width + 'px;height:' + height + 'px;transform:scale(' + scale + ')';
      frame.contentDocument.open(); frame.contentDocument.write(html); frame.contentDocument.close();
      return frame.contentDocument.querySelector('h2');
    });
    const once = (round) => {
      if (round === 60) return done(times.slice(10));
      const start = performance.now();
      for (const one of frames) one.style.fontSize = round % 2 ? '40px' : '41px';
      frames.forEach((one) => one.getBoundingClientRect());
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => { times.push(performance.now() - start); setTimeout(() => once(round + 1), 120); }; channel.port2.postMessage(0); });
    };
    setTimeout(() => once(0), 1500);`,
    copies,
  );
}

/** The demo's live home page as a phone meets it, by Lighthouse. */
async function asAPhone(person: Person, servers: Servers): Promise<void> {
  const capabilities = await person.driver.getCapabilities();
  const { debuggerAddress } = z.object({ debuggerAddress: z.string() }).parse(capabilities.get('goog:chromeOptions'));
  const port = Number(debuggerAddress.split(':').at(-1));
  const result = await lighthouse(servers.site('tidewick'), { port, logLevel: 'silent' });
  const scores = z.record(z.string(), z.object({ score: z.number().nullable() })).parse(result?.lhr.categories);
  for (const [name, { score }] of Object.entries(scores))
    row(
      `0.99, which Lighthouse’s ${name} of the live home page is to reach, over the score`,
      `${score}`,
      0.99 / (score ?? 0),
      1,
    );
}

/** What the sweep and the checks find on pages of the demo before refit and after all of it is taken. */
async function refitting(person: Person): Promise<void> {
  const swept = async (): Promise<number> => {
    await (await person.find('[data-sweep]')).click();
    const state = await person.find('[data-sweep-state]');
    await person.driver.wait(async () => (await state.getAttribute('data-state')) === 'done', 180_000);
    await person.driver.executeScript('document.querySelector(".groups [role=tab]:last-child").click()');
    const looked = await person.find('[data-findings]');
    await person.driver.sleep(1500);
    await person.driver.wait(async () => (await looked.getAttribute('data-state')) === 'done', 60_000);
    return person.driver.executeScript<number>(
      'return document.querySelectorAll(".finding:not([data-severity=note])").length',
    );
  };
  for (const id of ['tidewick-timetable', 'tidewick-fares']) {
    await person.openPage(id);
    const before = await swept();
    await (await person.find('[data-refit]')).click();
    await person.driver.wait(
      async () =>
        (await person.driver.findElements(By.css('[data-refit-state="shown"], [data-refit-state="nothing"]'))).length >
        0,
      120_000,
    );
    const take = (await person.driver.findElements(By.css('button[data-refit-take], [data-refit-take] button')))[0];
    const taken = take ? await take.getText() : 'nothing proposed';
    await take?.click();
    await person.driver.sleep(1500);
    const after = await swept();
    row(
      `findings on ${id} after refit (${taken.toLowerCase()}): ${after}`,
      `before it: ${before}`,
      before === 0 ? after : after / before,
      1,
    );
  }
}

computing();
batches();
sizes();
await atWork(painting);
await atWork(asAPhone);
await atWork(refitting);
