import { By, Key } from 'selenium-webdriver';
import { sizeTo } from './browser';
import type { LeafName } from './person';
import { visiting } from './visit';

/** Layouts built by mouse alone in a leaf, published, and measured on the live page. */
describe('Layouts by mouse', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const structure = (leaf: LeafName): Promise<string> =>
    visit.person.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  const path = async (): Promise<string> => (await (await visit.person.find('.path')).getText()).replace(/\s+/g, ' ');
  /** Selects what holds the selection, by its place in the path, counted from the end. */
  const up = (from: number): Promise<unknown> => visit.person.selectAround(-1 - from);

  async function live(
    path: string,
    measure: (width: number) => Promise<void>,
    widths: readonly number[],
  ): Promise<void> {
    const own = await visit.browser.driver.getWindowHandle();
    await visit.browser.driver.switchTo().newWindow('tab');
    await visit.browser.driver.sendDevToolsCommand('Emulation.setScrollbarsHidden', { hidden: true });
    for (const width of widths) {
      await sizeTo(visit.browser.driver, width, 800);
      await visit.browser.driver.get(visit.servers.site('tidewick', path));
      await measure(width);
    }
    await visit.browser.driver.close();
    await visit.browser.driver.switchTo().window(own);
    await sizeTo(visit.browser.driver, 1280, 800);
  }

  // Common practice: an offset equal to the section's top padding, 100, keeps the place it had.
  it('a sticky box beside long content: its travel is shown, and the live page sticks and stops there', async () => {
    await visit.person.freshPage('tidewick', 'Sticky', '/sticky');
    await visit.person.addPart('columns');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div(div div)))');
    await visit.person.dragPart('container', 'wide', '._cols > :nth-child(1)');
    await visit.person.until(async () => (await structure('wide')).includes('div(div(div) div)'));
    await visit.person.dragPart('heading', 'wide', '._cols > :nth-child(1) > div');
    await visit.person.dragPart('image', 'wide', '._cols > :nth-child(2)');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div(div(div(h2)) div(img))))');
    for (let round = 0; round < 3; round++) {
      const before = await visit.person.inLeaf<number>(
        'wide',
        'return document.querySelector("img").getBoundingClientRect().height',
      );
      await visit.person.clickOn('wide', 'img');
      await visit.person.inLeaf(
        'wide',
        'document.querySelector("img").scrollIntoView({ block: "end" }); view.scrollBy(0, 60)',
      );
      await visit.person.dragHandle('bottom', 'wide', 0, 240);
      await visit.person.until(
        async () =>
          (await visit.person.inLeaf<number>(
            'wide',
            'return document.querySelector("img").getBoundingClientRect().height',
          )) >
          before + 150,
        'the picture did not grow',
      );
    }
    await visit.person.inLeaf('wide', 'view.scrollTo(0, 0)');
    await visit.browser.driver.executeScript(
      `document.querySelector('fold-outline [data-row]').dispatchEvent(new PointerEvent('pointerdown', { button: 0, bubbles: true })); window.dispatchEvent(new PointerEvent('pointerup'))`,
    );
    await visit.person.group('Space');
    await visit.person.dragHandle('padding-top', 'wide', 0, 36);
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'section', 'padding-top')) === '100px',
      'the padding is not 100 px',
    );

    await visit.person.pick('wide', 'h2', 'Heading');
    await up(1);
    await visit.person.until(
      async () => (await path()).endsWith('Container'),
      'the path does not lead to the container',
    );
    await visit.person.group('Place');
    await visit.person.clickDrawing('wide', '[data-position=sticky]');
    await visit.person.until(
      async () =>
        (await visit.person
          .computed('wide', 'h2', 'position')
          .then(() =>
            visit.person.inLeaf<string>(
              'wide',
              'return view.getComputedStyle(document.querySelector("h2").parentElement).top',
            ),
          )) === '100px',
      'the offset is not the place it had',
    );
    const says = await (await visit.person.find('.drawings .cells:nth-of-type(1) [data-travel]')).getText();
    const [, from, to] = /from (\d+) to (\d+) px/.exec(says)!;
    expect(Number(from)).toBe(0);
    expect(Number(to)).toBeGreaterThan(400);
    await visit.person.find('[data-leaf="wide"] fold-leaf-travel .stretch');

    await visit.person.publish();
    await live(
      '/sticky',
      async () => {
        const top = async (scroll: number): Promise<number> => {
          await visit.browser.driver.executeScript(`window.scrollTo({ top: ${scroll}, behavior: 'instant' })`);
          return visit.browser.driver.executeScript<number>(
            'return document.querySelector("h2").parentElement.getBoundingClientRect().top',
          );
        };
        // so that there is somewhere to scroll to
        await visit.browser.driver.executeScript('document.body.style.paddingBottom = "1500px"');
        expect(Math.round(await top(0))).toBe(100);
        expect(Math.round(await top(Number(to) / 2))).toBe(100);
        expect(Math.round(await top(Number(to) - 2))).toBe(100);
        expect(Math.round(await top(Number(to) + 60))).toBeLessThanOrEqual(42);
      },
      [1280],
    );
  });

  it('a hero with two pictures placed absolutely, behind the text, one beyond the edge', async () => {
    await visit.person.freshPage('tidewick', 'Hero', '/hero');
    await visit.person.addPart('section');
    await visit.person.until(async () => (await structure('wide')) === 'main(section)');
    await visit.person.dragPart('heading', 'wide', 'section');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(h2))');
    for (const count of [1, 2]) {
      await visit.person.dragPart('image', 'wide', 'h2', 0.5, 0.9);
      await visit.person.until(
        async () =>
          (await visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("img").length')) === count,
      );
    }
    for (const [index, x, y] of [
      [0, -140, -140],
      [1, 700, 30],
    ] as const) {
      const css = `img:nth-of-type(${index + 1})`;
      await visit.person.clickOn('wide', css);
      await visit.person.dragHandle('right', 'wide', -700, 0);
      await visit.person.until(
        async () =>
          (await visit.person.inLeaf<number>(
            'wide',
            'return document.querySelector(args[0]).getBoundingClientRect().width',
            css,
          )) < 600,
        'the picture is no narrower',
      );
      await visit.person.group('Place');
      const before = await visit.person.inLeaf<number[]>(
        'wide',
        'const box = document.querySelector(args[0]).getBoundingClientRect(); return [box.left, box.top, box.width, box.height].map(Math.round)',
        css,
      );
      await visit.person.clickDrawing('wide', '[data-position=absolute]');
      await visit.person.until(async () => (await visit.person.computed('wide', css, 'position')) === 'absolute');
      const after = await visit.person.inLeaf<number[]>(
        'wide',
        'const box = document.querySelector(args[0]).getBoundingClientRect(); return [box.left, box.top, box.width, box.height].map(Math.round)',
        css,
      );
      after.forEach((one, at) =>
        expect(Math.abs(one - before[at]!))
          .withContext(`edge ${at}`)
          .toBeLessThanOrEqual(1),
      );
      const cure = await visit.browser.driver.findElements(
        By.css('.drawings .cells:nth-of-type(1) [data-do=position-parent]'),
      );
      if (index === 0) {
        expect(cure.length).toBe(1);
        await cure[0]!.click();
        await visit.person.until(
          async () => (await visit.person.computed('wide', 'section', 'position')) === 'relative',
          'the cure did not take',
        );
      } else expect(cure.length).toBe(0);
      const grab = await visit.person.pointOn('wide', css, 0.5, 0.5);
      const scale = await visit.person.scaleOf('wide');
      await visit.person.drag(grab, { x: Math.round(grab.x + x * scale), y: Math.round(grab.y + y * scale) });
      await visit.person.clickDrawing('wide', '[data-lay=behind]');
      await visit.person.until(async () => Number(await visit.person.computed('wide', css, 'z-index')) < 0);
    }
    const lefts = await visit.person.inLeaf<number[]>(
      'wide',
      'return [...document.querySelectorAll("img")].map((one) => Number.parseFloat(view.getComputedStyle(one).left))',
    );
    expect(Math.min(...lefts)).toBeLessThan(0);
    await visit.person.publish();
    await live(
      '/hero',
      async () => {
        const pile = await visit.browser.driver.executeScript<string[]>(
          'const box = document.querySelector("h2").getBoundingClientRect(); return document.elementsFromPoint(box.left + 40, box.top + box.height / 2).map((one) => one.localName)',
        );
        expect(pile[0]).toBe('h2');
        expect(pile.indexOf('img')).toBeGreaterThan(0);
        expect(pile.indexOf('img')).toBeLessThan(pile.indexOf('section'));
        expect((await visit.person.boxOf('img')).left + (await visit.person.boxOf('img', 1)).left).toBeLessThan(900);
        expect(
          Math.min((await visit.person.boxOf('img')).left, (await visit.person.boxOf('img', 1)).left),
        ).toBeLessThan(0);
      },
      [1280],
    );
  });

  it('a text block of 980 px, centred at every width', async () => {
    await visit.person.freshPage('tidewick', 'Boxed', '/boxed');
    await visit.person.addPart('text');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(p))');
    await visit.person.clickOn('wide', 'p');
    await visit.person.group('Box');
    await visit.person.clickDrawing('wide', '[data-boxed="980"]');
    await visit.person.until(async () => (await visit.person.computed('wide', 'p', 'max-width')) === '980px');
    await visit.person.publish();
    await live(
      '/boxed',
      async (width) => {
        const box = await visit.person.boxOf('p');
        expect(box.width).withContext(String(width)).toBeLessThanOrEqual(980);
        if (width >= 1100) expect(Math.round(box.width)).withContext(String(width)).toBe(980);
        expect(Math.abs(box.left - (width - box.left - box.width)))
          .withContext(String(width))
          .toBeLessThanOrEqual(1);
      },
      [320, 390, 820, 1100, 1280, 1920],
    );
  });

  it('a grid of two by two with one part over two cells, stacked on the phone', async () => {
    await visit.person.freshPage('tidewick', 'Grid', '/grid');
    await visit.person.addPart('container');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div))');
    await visit.person.group('Flow');
    await visit.person.clickDrawing('wide', '[data-do=grid]');
    await visit.person.until(async () => (await visit.person.computed('wide', 'section > div', 'display')) === 'grid');
    for (const [count, x, y] of [
      [1, 0.25, 0.25],
      [2, 0.25, 0.75],
      [3, 0.75, 0.75],
    ] as const) {
      await visit.person.dragPart('text', 'wide', 'section > div', x, y);
      await visit.person.until(
        async () =>
          (await visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("p").length')) === count,
      );
    }
    const cells = await visit.person.inLeaf<string[]>(
      'wide',
      'return [...document.querySelectorAll("p")].map((one) => { const style = view.getComputedStyle(one); return style.gridColumnStart + "/" + style.gridRowStart })',
    );
    expect(cells).toEqual(['1/1', '1/2', '2/2']);
    await visit.person.clickOn('wide', 'p');
    const small = await visit.person.find('.drawings .cells:nth-of-type(1) [data-cells]');
    const { x, y, width, height } = await small.getRect();
    await visit.browser.driver
      .actions()
      .move({ x: Math.round(x + width * 0.2), y: Math.round(y + height * 0.25) })
      .press()
      .move({ x: Math.round(x + width * 0.8), y: Math.round(y + height * 0.25), duration: 100 })
      .release()
      .perform();
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'p', 'grid-column-end')) === 'span 2',
      'the part does not span',
    );
    await up(1);
    await visit.person.clickDrawing('phone', '[data-do=stack-grid]');
    await visit.person.until(
      async () =>
        (await visit.person.inLeaf<number>(
          'phone',
          'return view.getComputedStyle(document.querySelector("section > div")).gridTemplateColumns.split(" ").length',
        )) === 1,
    );
    await visit.person.publish();
    await live(
      '/grid',
      async (screen) => {
        const [one, two, three] = [
          await visit.person.boxOf('p'),
          await visit.person.boxOf('p', 1),
          await visit.person.boxOf('p', 2),
        ];
        if (screen > 600) {
          expect(Math.abs(one.width - two.width - three.width)).toBeLessThan(40);
          expect(Math.abs(two.top - three.top)).toBeLessThanOrEqual(1);
          expect(three.left).toBeGreaterThan(two.left + two.width - 1);
        } else {
          expect([two.width, three.width].map(Math.round)).toEqual([Math.round(one.width), Math.round(one.width)]);
          expect(two.top).toBeGreaterThanOrEqual(one.top + one.height);
          expect(three.top).toBeGreaterThanOrEqual(two.top + two.height);
        }
      },
      [1280, 820, 390],
    );
  });

  it('a side section that turns into a top bar on the tablet', async () => {
    await visit.person.freshPage('tidewick', 'Side', '/side');
    await visit.person.addPart('section');
    await visit.person.until(async () => (await structure('wide')) === 'main(section)');
    await visit.person.addPart('section');
    await visit.person.until(async () => (await structure('wide')) === 'main(section section)');
    await visit.person.dragPart('heading', 'wide', 'section:nth-of-type(1)');
    await visit.person.until(
      async () => (await structure('wide')) === 'main(section(h2) section)',
      'the heading is not in the first section',
    );
    await visit.person.dragPart('image', 'wide', 'section:nth-of-type(2)');
    await visit.person.until(
      async () => (await structure('wide')) === 'main(section(h2) section(img))',
      'the picture is not in the second section',
    );
    await visit.person.pick('wide', 'h2', 'Heading');
    await up(1);
    await visit.person.group('Place');
    await visit.person.clickDrawing('wide', '[data-standing] option[value=left]');
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'section', 'position')) === 'fixed',
      'the section does not stand beside',
    );
    await visit.person.clickDrawing('tablet', '[data-standing] option[value=top]');
    await visit.person.until(
      async () => (await visit.person.computed('tablet', 'section', 'position')) === 'sticky',
      'the section does not lie across',
    );
    await visit.person.publish();
    await live(
      '/side',
      async (width) => {
        await visit.browser.driver.executeScript(
          'document.body.style.paddingBottom = "1200px"; window.scrollTo({ top: 300, behavior: "instant" })',
        );
        const side = await visit.person.boxOf('section');
        const page = await visit.person.boxOf('section', 1);
        expect(Math.round(side.top)).toBe(0);
        if (width > 1024) {
          expect([side.left, side.width, side.height].map(Math.round)).toEqual([0, 240, 800]);
          expect(Math.round(page.left)).toBe(240);
        } else {
          expect(Math.round(side.width)).toBe(width);
          expect(side.height).toBeLessThan(300);
          expect(Math.round(page.left)).toBe(0);
        }
        expect(
          await visit.browser.driver.executeScript<number>('return document.documentElement.scrollWidth'),
        ).toBeLessThanOrEqual(width);
      },
      [1280, 820, 390],
    );
  });

  it('the boxed text block again, by keyboard alone', async () => {
    await visit.person.freshPage('tidewick', 'By key', '/by-key');
    await visit.browser.driver.executeScript('document.body.focus()');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'f');
    await visit.person.keys('text', Key.ENTER);
    await visit.person.until(async () => (await structure('wide')) === 'main(section(p))');
    await visit.person.keys(Key.ESCAPE);
    const focused = (): Promise<string> =>
      visit.browser.driver.executeScript<string>(
        'return document.activeElement.dataset.boxed ?? document.activeElement.dataset.row ?? ""',
      );
    for (let count = 0; count < 40 && !(await focused()); count++) await visit.person.keys(Key.TAB);
    await visit.person.chord(Key.ALT, Key.SHIFT, '2');
    await visit.person.find('[data-boxed="980"]');
    for (let count = 0; count < 60 && (await focused()) !== '980'; count++) await visit.person.keys(Key.TAB);
    await visit.person.keys(Key.ENTER);
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'p', 'max-width')) === '980px',
      'the key did not box it',
    );
    for (const leaf of ['wide', 'tablet', 'phone'] as const) {
      const [left, right] = await visit.person.inLeaf<number[]>(
        leaf,
        'const box = document.querySelector("p").getBoundingClientRect(); return [box.left, view.innerWidth - box.right]',
      );
      expect(Math.abs(left! - right!))
        .withContext(leaf)
        .toBeLessThanOrEqual(1);
    }
  });
});
