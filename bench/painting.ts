import { By } from 'selenium-webdriver';
import type { Edit } from '@core/document/edits/edit';
import { planted, type Tree } from '@core/document/sections/planting';
import { useOf } from '@core/document/sections/reference';
import { partsBelow } from '@core/document/tree';
import { tidewick } from '../demo/tidewick';
import type { Person } from '../e2e/person';
import { largePage } from './large-page';
import { median, row } from './measure';

interface LeafCopy {
  readonly html: string;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}

/** The figures of a large page at work: opened, edited beside a bare page, and the same on ten times as many parts. */
export async function paintingLarge(person: Person): Promise<void> {
  const [small, large] = [await storedPage(person, 1000), await storedPage(person, 10_000)];
  const openSmall = await opening(person, small);
  const edits = await editing(person);
  row('one edit → all three leaves painted, 1,000 parts, median', 'one frame of 16.7 ms', median(edits) / 16.7, 2);
  row('… 95th of a hundred', 'one frame of 16.7 ms', median(edits, 0.95) / 16.7, 4);
  const bare = await barePainting(person);
  row('… median', 'a bare page of three frames, same boxes, same change', median(edits) / median(bare), 1.5);
  const openLarge = await opening(person, large);
  row('opening 10,000 parts to the first leaf painted', 'opening 1,000 parts', openLarge / openSmall, 12);
  const more = await editing(person);
  row('one edit → all three leaves painted, 10,000 parts', 'the same on 1,000 parts', median(more) / median(edits), 3);
  const bareLarge = await barePainting(person);
  row('… median', 'a bare page of three frames, same boxes, same change', median(more) / median(bareLarge), 1.5);
}

/** The figures of a page that uses one own part a thousand times: an edit of that is an edit of each. */
export async function paintingUses(person: Person): Promise<void> {
  const holds = Array.from({ length: 8 }, (_, at): Tree => ({ kind: 'text', content: { text: `Words ${at}` } }));
  const card: Tree = { kind: 'container', holds: [{ kind: 'heading', content: { text: 'Title' } }, ...holds] };
  await person.freshPage('tidewick', 'Uses', '/uses');
  const section = planted(tidewick, { kind: 'section', holds: [card] });
  const box = section.parts[section.root]!.children[0]!;
  const own = { id: 'used-often', name: 'Used often', purpose: 'introduction', own: true } as const;
  await person.storeElsewhere([
    { do: 'insert', parent: 'root', index: 0, ...section },
    { do: 'share', on: 'both', part: box, section: own },
  ]);
  const uses = Array.from({ length: 999 }, (_, at) => `use-${at}`);
  for (let at = 0; at < uses.length; at += 100)
    await person.storeElsewhere(
      uses.slice(at, at + 100).map((root) => ({
        ...{ do: 'insert', parent: section.root, index: 1, root },
        parts: { [root]: useOf(own.id) },
      })),
    );
  await person.driver.navigate().refresh();
  await person.ready();
  await person.driver.manage().setTimeouts({ script: 240_000 });
  const edits = await editing(person);
  const bare = await barePainting(person, true);
  row(
    'one edit of an own part used 1,000 times, 10,000 parts seen',
    'a bare page of three frames, same boxes, same change',
    median(edits) / median(bare),
    1.5,
  );
}

/** A page of so many parts in the demo's first site, stored in as many batches as the server takes them; its id. */
async function storedPage(person: Person, size: number): Promise<string> {
  const page = largePage(`large-${size}`, size);
  const inserts: Edit[] = page.parts[page.root]!.children.map((root, index) => ({
    do: 'insert',
    parent: 'root',
    index,
    root,
    parts: partsBelow(page, root),
  }));
  const batches: Edit[][] = [];
  for (let at = 0; at < inserts.length; at += 60) batches.push(inserts.slice(at, at + 60));
  return person.driver.executeAsyncScript<string>(
    `const [batches, path, done] = arguments;
    const send = (path, body) => fetch('/api' + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }).then((answer) => answer.ok ? answer.json() : answer.text().then((text) => { throw new Error(text); }));
    (async () => {
      const { id } = await send('/sites/tidewick/pages', { title: 'Large', path });
      for (const [base, edits] of batches.entries()) await send('/pages/' + id + '/edits', { id: 'bench-bench-bench-' + base + path.slice(1), base, edits });
      done(id);
    })().catch((error) => done(String(error)))`,
    batches,
    `/large-${size}`,
  );
}

/** From the address to the first leaf painted, in ms: the median of five. */
async function opening(person: Person, id: string): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    await person.driver.get('about:blank');
    const start = Date.now();
    await person.driver.get(person.pageAddress(id));
    times.push(
      (await person.driver.executeAsyncScript<number>(`
        const done = arguments[arguments.length - 1];
        const look = () => [...document.querySelectorAll('fold-leaf iframe')].some((frame) => frame.contentDocument?.querySelector('h2')?.getBoundingClientRect().height > 0)
          ? requestAnimationFrame(() => setTimeout(() => done(Date.now())))
          : requestAnimationFrame(look);
        look();`)) - start,
    );
    await person.ready();
  }
  return median(times);
}

/** From an edit to the frame after it is painted in all leaves, measured in the page, in ms. */
async function editing(person: Person): Promise<number[]> {
  await person.driver.sleep(4000);
  await person.clickOn('wide', 'h2');
  await person.group('Type');
  await (await person.find('[data-cell="font-size@wide"]')).click();
  await person.driver.findElement(By.css('fold-ledger-cell .field'));
  return person.driver.executeAsyncScript<number[]>(`
    const done = arguments[arguments.length - 1]; const field = document.querySelector('fold-ledger-cell .field'); const times = [];
    const frames = [...document.querySelectorAll('fold-leaf iframe')].map((frame) => frame.contentDocument.querySelector('h2'));
    const sizeOf = (one) => one.ownerDocument.defaultView.getComputedStyle(one).fontSize;
    const once = (round) => {
      if (round === 60) return done(times.slice(10));
      const start = performance.now(); const before = frames.map(sizeOf);
      field.dispatchEvent(new KeyboardEvent('keydown', { key: round % 2 ? 'ArrowDown' : 'ArrowUp', bubbles: true, cancelable: true }));
      const look = () => {
        const all = frames.slice(0, 2).every((one, index) => // the phone has a size of its own
           sizeOf(one) !== before[index]);
        frames.forEach((one) => one.getBoundingClientRect());
        requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => { if (!all) return look(); times.push(performance.now() - start); setTimeout(() => once(round + 1), 120); }; channel.port2.postMessage(0); });
      };
      look();
    };
    once(0);`);
}

/**
 * The same change of style on a bare page of three frames that hold what the leaves hold, measured in the same way,
 * in ms: of one heading, or of all.
 */
async function barePainting(person: Person, all = false): Promise<number[]> {
  const copies = await person.driver.executeScript<LeafCopy[]>(
    `return [...document.querySelectorAll('fold-leaf iframe')].map((frame) => ({ html: '<!doctype html>' + frame.contentDocument.documentElement.outerHTML,
      width: frame.offsetWidth, height: frame.offsetHeight, scale: frame.getBoundingClientRect().width / frame.offsetWidth }))`,
  );
  await person.driver.get('about:blank');
  return person.driver.executeAsyncScript<number[]>(
    `const [copies, all, done] = arguments; const times = []; document.body.style.display = 'flex';
    const frames = copies.map(({ html, width, height, scale }) => {
      const box = document.body.appendChild(document.createElement('div')); box.style.cssText = 'overflow:hidden;width:' + width * scale + 'px;height:' + height * scale + 'px';
      const frame = box.appendChild(document.createElement('iframe')); frame.style.cssText = 'border:0;transform-origin:0 0;width:' + width + 'px;height:' + height + 'px;transform:scale(' + scale + ')';
      frame.contentDocument.open(); frame.contentDocument.write(html); frame.contentDocument.close();
      if (!all) return frame.contentDocument.querySelector('h2');
      const sheet = frame.contentDocument.head.appendChild(frame.contentDocument.createElement('style')); sheet.textContent = 'h2 { font-size: 39px !important }';
      return Object.assign(sheet.sheet.cssRules[0], { getBoundingClientRect: () => frame.contentDocument.querySelector('h2').getBoundingClientRect(), all });
    });
    const once = (round) => {
      if (round === 60) return done(times.slice(10));
      const start = performance.now();
      for (const one of frames) one.style.setProperty('font-size', round % 2 ? '40px' : '41px', one.all ? 'important' : '');
      frames.forEach((one) => one.getBoundingClientRect());
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => { times.push(performance.now() - start); setTimeout(() => once(round + 1), 120); }; channel.port2.postMessage(0); });
    };
    setTimeout(() => once(0), 1500);`,
    copies,
    all,
  );
}
