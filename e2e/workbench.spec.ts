import { By, Key } from 'selenium-webdriver';
import type { LeafName } from './person';
import { visiting } from './visit';

const leaves: readonly (readonly [LeafName, number, number])[] = [
  ['wide', 1280, 800],
  ['tablet', 820, 1180],
  ['phone', 390, 844],
];

describe('The workbench', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  const rectOf = async (css: string): Promise<{ x: number; y: number; width: number; height: number }> =>
    visit.browser.driver.executeScript(
      'const { x, y, width, height } = document.querySelector(arguments[0]).getBoundingClientRect(); return { x, y, width, height }',
      css,
    );
  const topSection = (leaf: LeafName): Promise<string> =>
    visit.person.inLeaf<string>(
      leaf,
      'return [...document.querySelectorAll("main > section")].find((one) => one.getBoundingClientRect().bottom > 1)?.dataset.part ?? ""',
    );

  it('has three leaves at the true viewport of their screens', async () => {
    for (const [leaf, width, height] of leaves)
      expect(
        await visit.person.inLeaf<number[]>(
          leaf,
          'return [view.innerWidth, view.innerHeight, document.documentElement.clientWidth]',
        ),
      ).toEqual([width, height, width]);
  });

  it('has the ledger’s columns exactly under the leaves', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    for (const [leaf] of leaves) {
      const above = await rectOf(`[data-leaf="${leaf}"] iframe`);
      const cell = await visit.browser.driver.executeScript<{ x: number; width: number }>(
        'const box = document.querySelector(arguments[0]).closest(".cells").getBoundingClientRect(); return { x: box.x, width: box.width }',
        `[data-cell="font-size@${leaf}"]`,
      );
      expect(Math.abs(cell.x - above.x))
        .withContext(leaf)
        .toBeLessThanOrEqual(1);
      expect(Math.abs(cell.width - above.width))
        .withContext(leaf)
        .toBeLessThanOrEqual(1);
    }
  });

  it('folds a leaf to a spine that still counts its overrides, and unfolds it', async () => {
    await (await visit.person.button('Fold Tablet')).click();
    const spine = await visit.person.find('[data-leaf="tablet"] .spine');
    expect((await spine.getRect()).width).toBe(36);
    expect(await spine.getText()).toContain('1');
    await visit.person.until(async () => (await rectOf('[data-leaf="wide"] iframe')).width > 600);
    await spine.click();
    await visit.person.until(
      async () => (await visit.person.computed('tablet', 'h1', 'font-size')) === '60px',
      'the unfolded leaf is not drawn',
    );
  });

  it('opens a leaf to fill the spread, and closes it again', async () => {
    await (await visit.person.button('Open Phone')).click();
    await visit.person.until(
      async () => (await rectOf('[data-leaf="phone"] iframe')).width === 390,
      'the phone is not drawn at its size',
    );
    expect((await visit.browser.driver.findElements(By.css('.spine'))).length).toBe(2);
    await (await visit.person.button('Open Phone')).click();
    await visit.person.until(async () => (await visit.browser.driver.findElements(By.css('.spine'))).length === 0);
    await visit.person.ready();
  });

  it('drags the fold line, and moves it by key', async () => {
    const line = await visit.person.find('fold-fold-line');
    const grip = await visit.person.find('fold-fold-line .grip');
    const before = (await line.getRect()).y;
    const at = await visit.person.centre(grip);
    await visit.person.drag(at, { x: at.x, y: at.y - 60 });
    await visit.person.until(
      async () => Math.abs(before - (await line.getRect()).y - 60) <= 4,
      'the fold line did not follow the drag',
    );
    const after = (await line.getRect()).y;
    await grip.sendKeys(Key.ARROW_DOWN, Key.ARROW_DOWN, Key.ARROW_DOWN);
    await visit.person.until(
      async () => Math.abs((await line.getRect()).y - after - 60) <= 4,
      'the fold line did not follow the keys',
    );
  });

  it('scrolls its leaves in step', async () => {
    const over = await visit.person.pointOn('wide', 'body', 0.5, 0.02);
    await visit.browser.driver.actions().move(over).perform();
    await visit.browser.driver.sendDevToolsCommand('Input.dispatchMouseEvent', {
      type: 'mouseWheel',
      x: over.x,
      y: over.y,
      deltaX: 0,
      deltaY: 1400,
    });
    await visit.person.until(
      async () => (await visit.person.inLeaf<number>('wide', 'return view.scrollY')) > 900,
      'the leaf did not scroll',
    );
    const top = await topSection('wide');
    expect(top).not.toBe('');
    await visit.person.until(
      async () => (await topSection('phone')) === top && (await topSection('tablet')) === top,
      'the others did not follow',
    );
    await visit.person.inLeaf('wide', 'view.scrollTo(0, 0)');
    await visit.person.until(async () => (await visit.person.inLeaf<number>('phone', 'return view.scrollY')) === 0);
  });

  it('says where a drag would land and into what, and Escape drops it nowhere', async () => {
    const from = await visit.person.centre(await visit.person.find('[data-add="text"]'));
    const to = await visit.person.pointOn('tablet', 'h1', 0.5, 0.1);
    await visit.browser.driver
      .actions()
      .move(from)
      .press()
      .move({ x: from.x + 10, y: from.y })
      .move({ ...to, duration: 120 })
      .perform();
    expect(await (await visit.person.find('[data-leaf="tablet"] .mark .tag')).getText()).toBe('into Opening words');
    const count = await visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("p").length');
    await visit.person.keys(Key.ESCAPE);
    await visit.browser.driver.actions().release().perform();
    expect(await visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("p").length')).toBe(count);
  });

  it('keeps an edit to the breakpoint of its column', async () => {
    await visit.person.clickOn('tablet', 'h1');
    await visit.person.setCell('text-transform', 'tablet', 'uppercase');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'h1', 'text-transform')) === 'uppercase',
      'what lies below inherits',
    );
    expect(await visit.person.computed('wide', 'h1', 'text-transform')).toBe('none');
    await visit.person.cellMenu('text-transform', 'tablet', 'Reset');
    await visit.person.until(async () => (await visit.person.computed('tablet', 'h1', 'text-transform')) === 'none');
  });

  it('goes from cell to cell with Tab and steps a number with the arrows', async () => {
    await visit.person.clickOn('wide', 'h1');
    await (await visit.person.find('[data-cell="font-size@wide"]')).click();
    await visit.person.until(
      async () =>
        (await visit.browser.driver.executeScript<string>(
          'return document.activeElement.getAttribute("aria-label")',
        )) === 'font-size at Wide',
      'the cell did not open',
    );
    await visit.person.keys(Key.ARROW_UP);
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'h1', 'font-size')) === '77px',
      'the number did not step',
    );
    await visit.person.keys(Key.TAB);
    await visit.person.until(
      async () =>
        (await visit.browser.driver.executeScript<string>(
          'return document.activeElement.getAttribute("aria-label")',
        )) === 'font-size at Tablet',
      'Tab did not open the next cell',
    );
    await visit.person.keys(Key.ESCAPE);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'h1', 'font-size')) === '76px',
      'undo did not undo the step',
    );
  });

  it('fills all four sides from one cell', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Space');
    await visit.person.setCell('padding-top', 'phone', '6px 12');
    const sides = (leaf: LeafName) =>
      Promise.all(
        ['top', 'right', 'bottom', 'left'].map((side) => visit.person.computed(leaf, 'h1', `padding-${side}`)),
      );
    await visit.person.until(async () => (await sides('phone')).join() === '6px,12px,6px,12px');
    expect((await sides('tablet')).join()).toBe('0px,0px,0px,0px');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await sides('phone')).join() === '0px,0px,0px,0px');
    await visit.person.group('Type');
  });

  it('copies a value to the breakpoints below', async () => {
    await visit.person.cellMenu('font-size', 'wide', 'Copy to Tablet and Phone');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '76px');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '42px');
  });

  it('gives a section a picture of the library as its background, below the gradient it has', async () => {
    await visit.person.selectAround(1);
    await visit.person.group('Fill');
    await visit.person.find('[data-cell="background-image@phone"]');
    await visit.person.clickHidden(
      'fold-ledger-cell:has([data-cell="background-image@phone"]) [aria-label="Choose a picture"]',
    );
    await (await visit.person.find('[data-picture="kelder"] button')).click();
    const before = await visit.person.computed('wide', 'main > section', 'background-image');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'main > section', 'background-image')) !== before,
      'the picture did not change',
    );
    expect(await visit.person.computed('phone', 'main > section', 'background-image')).toMatch(
      /^linear-gradient\(.*files\/[0-9a-f]+\.webp/,
    );
    expect(await visit.person.computed('wide', 'main > section', 'background-image')).toBe(before);
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('.p-dialog-mask'))).length === 0,
      'the library stays open',
    );
    await visit.person.chord(Key.CONTROL, 'z');
  });

  // Common practice: three thirds, set the middle to 60 → 20/60/20.
  it('spreads the rest over the other columns when one share is set', async () => {
    await visit.person.clickOn('wide', '._cols > article:nth-child(2) h3');
    await visit.person.until(async () => (await (await visit.person.find('.path')).getText()).includes('Great Sallow'));
    await visit.person.selectAround(-3);
    await visit.person.group('Flow');
    const share = await visit.person.find('input[aria-label="share at Wide"]');
    await share.sendKeys(Key.chord(Key.CONTROL, 'a'), '60', Key.TAB);
    await visit.person.until(async () => {
      const widths = await visit.person.inLeaf<number[]>(
        'wide',
        'return [...document.querySelector("._cols").children].map((one) => one.getBoundingClientRect().width)',
      );
      return Math.abs(widths[1]! / widths[0]! - 3) < 0.05 && Math.abs(widths[0]! - widths[2]!) < 0.5;
    }, 'the shares are not 20/60/20');
    await visit.person.chord(Key.CONTROL, 'z');
  });

  it('moves a part with the keyboard alone', async () => {
    const order = (): Promise<string[]> =>
      visit.person.inLeaf<string[]>(
        'phone',
        'return [...document.querySelectorAll("footer a")].map((one) => one.textContent)',
      );
    const before = await order();
    const link = await visit.person.inLeaf<string>('phone', 'return document.querySelector("footer a").dataset.part');
    await (await visit.person.row(`[data-row="${link}"]`)).click();
    await visit.person.chord(Key.ALT, Key.SHIFT, Key.ARROW_DOWN);
    await visit.person.until(async () => (await order())[1] === before[0], 'the key moved nothing');
    await visit.person.chord(Key.ALT, Key.SHIFT, Key.ARROW_UP);
    await visit.person.until(async () => (await order()).join() === before.join());
    await visit.person.saved();
  });

  it('runs no script of a page and breaks no rule of its own policy', async () => {
    expect(await visit.person.inLeaf<string>('wide', 'return view.frameElement.getAttribute("sandbox")')).toBe(
      'allow-same-origin',
    );
    const said = await visit.browser.driver.manage().logs().get('browser');
    expect(
      said.filter((one) => one.level.name === 'SEVERE' && !one.message.includes('401')).map((one) => one.message),
    ).toEqual([]);
  });
});
