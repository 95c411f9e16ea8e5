import { By, Key, type WebElement } from 'selenium-webdriver';
import { visiting } from './visit';

describe('The layers of a background', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  const atWide = (css: string): Promise<WebElement> => visit.person.find(`[data-slip] .cells:nth-of-type(1) ${css}`);
  const background = (leaf: 'wide' | 'phone' = 'wide'): Promise<string> =>
    visit.person.inLeaf(leaf, 'return getComputedStyle(document.querySelector("main > section")).backgroundImage');
  const becomes = async (what: RegExp, words: string, leaf: 'wide' | 'phone' = 'wide'): Promise<void> =>
    visit.person.until(async () => what.test(await background(leaf)), words);
  const focus = async (css: string): Promise<void> => {
    await visit.browser.driver.executeScript('arguments[0].focus()', await atWide(css));
  };
  let before = '';

  it('are drawn from the mark of the cell, and a colour over all is mixed and lies on top', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await person.clickOn('wide', 'h1');
    await person.until(
      async () => (await driver.findElements(By.css('.path button'))).length > 1,
      'the title is not selected',
    );
    await (await driver.findElements(By.css('.path button')))[1]!.click();
    await person.group('Fill');
    before = await background();
    expect(before).toMatch(/^linear-gradient\(.*, url\(.*\)$/s);
    await person.clickHidden('[data-mix="background-image@wide"]');
    await (await atWide('[data-add-layer="colour"]')).click();
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\.5\)/, 'no colour lies over the rest'); // common practice
    await focus('[aria-label="Opacity of layer 1 at Wide"]');
    await person.keys(...Array<string>(10).fill(Key.ARROW_RIGHT));
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\.6\)/, 'it is not 60 % dark');
    expect(await background('phone')).not.toMatch(/0\.6\)/); // the phone has a background of its own
  });

  it('are switched off and kept, by eye and as it is typed', async () => {
    const { person } = visit;
    await (await atWide('[aria-label="Show layer 1 at Wide"]')).click();
    await becomes(/^none, linear-gradient/, 'it is painted still');
    expect(await (await person.find('[data-cell="background-image@wide"] .text')).getText()).toMatch(
      /^.*off\(linear-gradient\(rgb\(0 0 0 \/ 0\.6\)/s,
    );
    await (await atWide('[aria-label="Show layer 1 at Wide"]')).click();
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\.6\)/, 'it does not come back');
  });

  it('change places by dragging and by a button', async () => {
    const { driver } = visit.browser;
    const grip = await atWide('[data-layer="0"] .grip');
    const last = await atWide('[data-layer="2"] .grip');
    await driver
      .actions()
      .move({ origin: grip })
      .press()
      .move({ origin: grip, y: 8 })
      .move({ origin: last, y: 6 })
      .pause(200)
      .release()
      .perform();
    await becomes(/url\(.*\), linear-gradient\(rgba\(0, 0, 0, 0\.6\)[^u]*$/s, 'it is not below the picture');
    await (await atWide('[aria-label="Lay layer 1 at Wide under the next"]')).click();
    await becomes(/^url\(/, 'the picture is not on top');
    await visit.person.saved();
  });

  it('of a gradient have stops that are dragged, added and removed, and a middle', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await (await atWide('[data-add-layer="gradient"]')).click();
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\), rgba\(0, 0, 0, 0\.7\)\), url/, 'there is no gradient');
    const stop = await atWide('[data-stop="1"]');
    await driver.actions().move({ origin: stop }).press().move({ origin: stop, x: -60 }).release().perform();
    await becomes(
      /^linear-gradient\(rgba\(0, 0, 0, 0\) 0%, rgba\(0, 0, 0, 0\.7\) [78]\d%\)/,
      'the stop is not dragged',
    );
    const line = await atWide('fold-stop-strip .line');
    await driver.actions().move({ origin: line, x: -10, y: -5 }).click().perform();
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\) 0%, rgba\(0, 0, 0, 0\) 4\d%,/, 'no stop was added');
    const colour = await atWide('[aria-label="Colour of stop 2 of layer 1 at Wide"]');
    for (const unkind of ['red 3px', 'inherit', 'url(x)', 'rgb(1 2']) {
      await colour.sendKeys(Key.chord(Key.CONTROL, 'a'), unkind, Key.TAB);
      await person.until(
        async () => (await (await atWide('.stop[role=alert]')).getText()) !== '',
        `“${unkind}” is taken`,
      );
    }
    await colour.sendKeys(Key.chord(Key.CONTROL, 'a'), 'rebeccapurple', Key.TAB);
    await becomes(/rgb\(102, 51, 153\) 4\d%/, 'the stop has no colour of its own');
    await focus('[data-stop="1"]');
    await person.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await becomes(/rgb\(102, 51, 153\) (4[5-9]|5[0-2])%/, 'keys do not move it');
    await person.keys(Key.DELETE);
    await becomes(/^linear-gradient\(rgba\(0, 0, 0, 0\) 0%, rgba\(0, 0, 0, 0\.7\)/, 'it is not removed');
    await (await atWide('[data-choice="radial"]')).click();
    await focus('[aria-label="Middle of layer 1 at Wide"]');
    await person.keys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_DOWN);
    await becomes(/^radial-gradient\(at 48% 51%,/, 'its middle does not move');
  });

  it('of a picture keep a point in view, and have a size', async () => {
    const { person } = visit;
    const place = (): Promise<string> =>
      person.inLeaf(
        'wide',
        'const s = getComputedStyle(document.querySelector("main > section")); return s.backgroundPosition + " / " + s.backgroundSize',
      );
    await (await atWide('[data-layer="1"] .what')).click();
    await focus('[aria-label="Point in view of layer 2 at Wide"]');
    await person.chord(Key.SHIFT, Key.ARROW_RIGHT);
    await person.until(async () => /60% \d+%/.test(await place()), `the point is at ${await place()}`);
    await (await atWide('[data-choice="100%"]')).click();
    await focus('[aria-label="Zoom of layer 2 at Wide"]');
    await person.keys(...Array<string>(20).fill(Key.ARROW_RIGHT));
    await person.until(async () => /120%/.test(await place()), `the size is ${await place()}`);
    await person.saved();
  });

  it('come back as they were by undo', async () => {
    const { person } = visit;
    await visit.browser.driver.executeScript('document.activeElement.blur()'); // a field has an undo of its own
    for (let steps = 0; steps < 30 && (await background()) !== before; steps++) {
      await person.chord(Key.CONTROL, 'z');
      await person.saved();
    }
    expect(await background()).toBe(before);
    await person.saved();
  });
});

describe('A part is transformed on the page', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const value = (leaf: 'wide' | 'tablet' | 'phone', property: string): Promise<string> =>
    visit.person.computed(leaf, 'h1', property);
  const becomes = async (leaf: 'wide' | 'tablet' | 'phone', property: string, what: RegExp): Promise<void> =>
    visit.person.until(
      async () => what.test(await value(leaf, property)),
      `${property} at ${leaf} is ${await value(leaf, property)}`,
    );

  // common practice: turned by −10°
  it('turned, scaled, moved, skewed, and about another point, at the breakpoint of the leaf', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Effect');
    const { width } = await person.inLeaf<{ width: number }>(
      'wide',
      'const { width } = document.querySelector("h1").getBoundingClientRect(); return { width }',
    );
    expect(width).toBeGreaterThan(100);
    await person.dragHandle('turn', 'wide', -26, 3);
    await becomes('wide', 'rotate', /^-(9|1[0-5])deg$/);
    expect(await value('phone', 'rotate')).toBe(await value('wide', 'rotate'));
    await person.setCell('rotate', 'wide', '-10deg');
    await person.setCell('rotate', 'phone', 'none');
    await becomes('phone', 'rotate', /^none$/);
    await person.setCell('rotate', 'wide', '-12deg'); // the leaf worked in has the handles
    await person.dragHandle('shift', 'wide', 40, 24);
    await becomes('wide', 'translate', /^40px 24px$/);
    await person.dragHandle('stretch', 'wide', 60, 30);
    await becomes('wide', 'scale', /^1\.[1-4]\d*$/);
    await person.dragHandle('origin', 'wide', -700, 0, Key.SHIFT);
    await becomes('wide', 'transform-origin', /^-/);
    await person.setCell('transform-origin', 'wide', '50% 50%');
    await person.setCell('rotate', 'wide', 'none');
    await person.dragHandle('skew-x', 'wide', 30, 0);
    await becomes('wide', 'transform', /^matrix\(1, 0, -0\.\d+, 1, 0, 0\)$/);
    await person.saved();
  });

  it('as it was, by undo', async () => {
    await visit.browser.driver.executeScript('document.activeElement.blur()');
    for (let steps = 0; steps < 20 && (await value('wide', 'translate')) !== 'none'; steps++) {
      await visit.person.chord(Key.CONTROL, 'z');
      await visit.person.saved();
    }
    expect(await value('wide', 'translate')).toBe('none');
    await visit.person.saved();
  });
});

describe('The edges of a box', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const at = (leaf: 'wide' | 'phone', css: string): Promise<WebElement> =>
    visit.person.find(`.drawings .cells:nth-of-type(${leaf === 'wide' ? 1 : 3}) ${css}`);
  const becomes = async (leaf: 'wide' | 'phone', property: string, what: RegExp): Promise<void> =>
    visit.person.until(
      async () => what.test(await visit.person.computed(leaf, 'h1', property)),
      `${property} at ${leaf} is ${await visit.person.computed(leaf, 'h1', property)}`,
    );
  const focus = async (css: string): Promise<void> => {
    await visit.browser.driver.executeScript('arguments[0].focus()', await at('wide', css));
  };

  it('have lines all around or on one side, and a quote’s bar in one step, at the breakpoint drawn', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h1');
    await person.group('Edge');
    await (await person.find('[data-draw-edges]')).click();
    await (await at('wide', '[data-choice="dashed"]')).click();
    await becomes('wide', 'border-top-style', /^dashed$/);
    await becomes('phone', 'border-left-width', /^2px$/);
    await (await at('wide', '[data-side="top"]')).click();
    await (await at('wide', '[data-choice="double"]')).click();
    await becomes('wide', 'border-top-style', /^double$/);
    await becomes('wide', 'border-bottom-style', /^dashed$/);
    await focus('[aria-label="Width of the line at Wide"]');
    await person.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await becomes('wide', 'border-top-width', /^5px$/);
    await becomes('wide', 'border-bottom-width', /^2px$/);
    await (await at('phone', '[data-quote-bar]')).click();
    await becomes('phone', 'border-left-width', /^4px$/);
    await becomes('phone', 'padding-left', /^16px$/);
    await becomes('wide', 'border-left-width', /^2px$/);
    await person.saved();
  });

  it('stand on the edge, outside or inside of it, and are round by dragging and by keys', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await (await at('wide', '[data-choice="outside"]')).click();
    await becomes('wide', 'outline-style', /^(double|dashed)$/);
    await becomes('wide', 'border-top-style', /^none$/);
    await (await at('wide', '[data-choice="inside"]')).click();
    await becomes('wide', 'box-shadow', /inset$/);
    await becomes('wide', 'outline-style', /^none$/);
    await (await at('wide', '[data-choice="on"]')).click();
    await becomes('wide', 'border-top-style', /^solid$/);
    await becomes('wide', 'box-shadow', /^none$/);
    const corner = await at('wide', '[data-corner="top-left"]');
    await driver.actions().move({ origin: corner }).press().move({ origin: corner, x: 8, y: 6 }).release().perform();
    await becomes('wide', 'border-bottom-right-radius', /^(2\d|3\d)px$/);
    await (await at('wide', '[data-each-corner]')).click();
    await focus('[data-corner="bottom-right"]');
    const before = Number.parseFloat(await person.computed('wide', 'h1', 'border-bottom-right-radius'));
    await person.keys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_UP);
    await becomes('wide', 'border-bottom-right-radius', new RegExp(`^${before + 3}px$`));
    await becomes('wide', 'border-top-left-radius', new RegExp(`^${before}px$`));
    await person.saved();
  });

  it('are those of every heading where the ledger shows theirs', async () => {
    const { person } = visit;
    await person.clickOn('wide', 'h2');
    await (await person.find('[data-holder]')).click();
    await (await person.find('.p-menu-item-link[aria-label="every h2"], .p-menu [aria-label="every h2"] a')).click();
    await person.until(
      async () => (await (await person.find('[data-holder]')).getText()).trim() === 'every h2',
      'every h2 is not shown',
    );
    await (await at('wide', '[data-choice="dotted"]')).click();
    const lines = (): Promise<string[]> =>
      person.inLeaf<string[]>(
        'phone',
        'return [...document.querySelectorAll("h2")].map((one) => getComputedStyle(one).borderLeftStyle)',
      );
    await person.until(async () => (await lines()).every((one) => one === 'dotted'), 'not every h2 has the line');
    expect((await lines()).length).toBeGreaterThan(1);
    await person.saved();
  });
});

describe('How a part goes from one state to another', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const atWide = (css: string): Promise<WebElement> => visit.person.find(`[data-slip] .cells:nth-of-type(1) ${css}`);
  const becomes = async (property: string, what: RegExp): Promise<void> =>
    visit.person.until(
      async () => what.test(await visit.person.computed('wide', 'h1', property)),
      `${property} is ${await visit.person.computed('wide', 'h1', property)}`,
    );
  const focus = async (css: string): Promise<void> => {
    await visit.browser.driver.executeScript('arguments[0].focus()', await atWide(css));
  };

  it('is drawn: its time, its delay, its curve bent by two points, of one property or several', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await person.clickOn('wide', 'h1');
    await person.group('Motion');
    await person.clickHidden('[data-mix="transition-duration@wide"]');
    await (await atWide('[data-add-transition]')).click();
    await becomes('transition-duration', /^0\.2s$/);
    await focus('[aria-label="Time of transition 1 at Wide"]');
    await person.keys(...Array<string>(6).fill(Key.ARROW_RIGHT));
    await becomes('transition-duration', /^0\.26s$/);
    await focus('[data-bend="1"]');
    await person.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP);
    await becomes('transition-timing-function', /^cubic-bezier\(0\.02, 0\.03, 0\.58, 1\)$/);
    const point = await atWide('[data-bend="2"]');
    await driver.actions().move({ origin: point }).press().move({ origin: point, x: 6, y: -12 }).release().perform();
    await becomes('transition-timing-function', /^cubic-bezier\(0\.02, 0\.03, 0\.6\d, 1\.[12]\d?\)$/);
    const of = await atWide('[aria-label="Property of transition 1 at Wide"]');
    for (const unkind of ['color, opacity', 'none', 'a;b', 'inherit']) {
      await of.sendKeys(Key.chord(Key.CONTROL, 'a'), unkind, Key.TAB);
      await person.until(async () => (await (await atWide('.stop')).getText()) !== '', `“${unkind}” is taken`);
    }
    await of.sendKeys(Key.chord(Key.CONTROL, 'a'), 'color', Key.TAB);
    await becomes('transition-property', /^color$/);
    await (await atWide('[data-add-transition]')).click();
    await becomes('transition-property', /^color, all$/);
    await (await atWide('[data-transition="1"] [data-choice="linear"]')).click();
    await becomes('transition-timing-function', /, linear$/);
    await (await atWide('[aria-label="Remove transition 1 at Wide"]')).click();
    await becomes('transition-property', /^all$/);
    await (await atWide('[aria-label="Remove transition 1 at Wide"]')).click();
    await becomes('transition-property', /^none$/);
    await person.saved();
  });

  it('is missed where a state changes at once, and led to', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await (await person.find('button.state')).click();
    await person.menuItem('hover');
    expect((await driver.findElements(By.css('[data-jumps]'))).length).toBe(0);
    await person.setCell('color', 'wide', 'rebeccapurple');
    const jumps = await person.find('[data-jumps]');
    expect(await jumps.getText()).toContain('It changes at once when the pointer is over it.');
    await (await jumps.findElement(By.css('button'))).click();
    await (await atWide('[data-add-transition]')).click();
    await becomes('transition-duration', /^0\.2s$/);
    await (await person.find('button.state')).click();
    await person.menuItem('hover');
    await person.until(
      async () => (await driver.findElements(By.css('[data-jumps]'))).length === 0,
      'it is said to change at once still',
    );
    await person.saved();
  });
});
