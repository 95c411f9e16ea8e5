import { Key, type WebElement } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('The states of a part side by side', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const cell = (state: string): Promise<WebElement> =>
    visit.person.find(`[data-cell="background-color@phone:${state}"]`);
  const colour = (leaf: 'wide' | 'phone'): Promise<string> =>
    visit.person.inLeaf(leaf, 'return getComputedStyle(document.querySelector("main a[class]")).backgroundColor');

  it('stand in a column each, at one breakpoint, with the part as it is in each', async () => {
    const { person } = visit;
    await person.clickOn('phone', 'main a[class]');
    await person.group('Fill');
    await (await person.find('button.state')).click();
    await person.menuItem('All side by side');
    await (await person.find('.choice input[value="phone"]')).click();
    expect(await person.textsOf('[data-state-column] strong')).toEqual(['normal', 'hover', 'focus', 'pressed']);
    await person.setCell('background-color', 'phone', '#336', 'hover');
    await person.until(async () => /rgb\(51, 51, 102\)/.test(await colour('phone')), 'the leaf is not in that state');
    expect(await colour('wide')).not.toBe('rgb(51, 51, 102)');
    expect(await (await cell('normal')).getText()).not.toContain('#336');
    expect(await (await cell('pressed')).getText()).not.toContain('#336');
    await person.until(async () => {
      const drawn = await visit.browser.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('[data-state-column] iframe')].map((one) =>
          getComputedStyle(one.contentDocument.querySelector('[data-part="' + arguments[0] + '"]')).backgroundColor)`,
        await person.inLeaf('phone', 'return document.querySelector("main a[class]").dataset.part'),
      );
      return drawn.map((one) => one === 'rgb(51, 51, 102)').join() === 'false,true,false,false';
    }, 'the drawings do not differ by state');
    await person.saved();
  });

  it('are left for one of them, which the leaves go on to show', async () => {
    const { person } = visit;
    await (await person.find('button.state')).click();
    await person.menuItem('hover');
    await person.until(
      async () => (await (await person.find('[data-cell="background-color@phone"]')).getText()).includes('#336'),
      'the breakpoints do not stand side by side again',
    );
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await colour('phone')) !== 'rgb(51, 51, 102)', 'it is not undone');
  });
});

describe('What a part is seen through, and cut to', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const picture = 'main section:nth-of-type(2) img';
  const atWide = (css: string): Promise<WebElement> => visit.person.find(`[data-slip] .cells:nth-of-type(1) ${css}`);
  const says = (property: string): Promise<string> => visit.person.computed('wide', picture, property);
  const becomes = (property: string, what: RegExp | string): Promise<void> =>
    visit.person.until(
      async () => {
        const value = await says(property);
        return typeof what === 'string' ? value === what : what.test(value);
      },
      `${property} does not become ${String(what)}`,
    );
  const focus = async (css: string): Promise<void> => {
    await visit.browser.driver.executeScript('arguments[0].focus()', await atWide(css));
  };

  it('are filters with a slider each, in an order, taken off again', async () => {
    const { person } = visit;
    await person.clickOn('wide', picture);
    await person.group('Effect');
    await person.clickHidden('[data-seldom]').catch(() => undefined);
    await person.clickHidden('[data-mix="filter@wide"]');
    await (await atWide('[data-add-filter="sepia"]')).click();
    await becomes('filter', 'sepia(0.6)');
    await (await atWide('[data-add-filter="blur"]')).click();
    await becomes('filter', 'sepia(0.6) blur(4px)');
    await focus('[aria-label="Blur at Wide"]');
    await person.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await becomes('filter', 'sepia(0.6) blur(6px)');
    await (await atWide('[aria-label="Apply blur at Wide before the one above"]')).click();
    await becomes('filter', 'blur(6px) sepia(0.6)');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await atWide('[aria-label="Remove blur at Wide"]')).click();
    await becomes('filter', 'sepia(0.6)');
    await (await atWide('[aria-label="Remove sepia at Wide"]')).click();
    await becomes('filter', 'none');
  });

  it('are shapes whose points are dragged and moved by keys, with more corners where they are wanted', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await person.clickHidden('[data-mix="clip-path@wide"]');
    await (await atWide('[data-choice="circle"]')).click();
    await becomes('clip-path', 'circle(50% at 50% 50%)');
    await focus('[data-clip-point="0"]');
    await person.keys(Key.ARROW_LEFT, Key.ARROW_LEFT);
    await person.chord(Key.SHIFT, Key.ARROW_UP);
    await becomes('clip-path', 'circle(50% at 48% 40%)');
    await (await atWide('[data-choice="polygon"]')).click();
    await becomes('clip-path', 'polygon(0% 0%, 100% 0%, 100% 80%, 0% 100%)');
    const corner = await atWide('[data-clip-point="3"]');
    await driver.actions().move({ origin: corner }).press().move({ origin: corner, x: 40, y: -30 }).release().perform();
    await becomes('clip-path', /^polygon\(0% 0%, 100% 0%, 100% 80%, [1-3]\d% [6-9]\d%\)$/);
    await (await atWide('[data-add-corner]')).click();
    await becomes('clip-path', /^polygon\(([^,]+, ){4}[^,]+\)$/);
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await atWide('[data-choice="none"]')).click();
    await becomes('clip-path', 'none');
    await person.saved();
  });

  it('are masks that fade along a line or round a point, their stops moved, or a picture it is seen through', async () => {
    const { person } = visit;
    await person.clickHidden('[data-mix="mask-image@wide"]');
    await (await atWide('[data-choice="fade"]')).click();
    await becomes('mask-image', 'linear-gradient(rgb(0, 0, 0) 60%, rgba(0, 0, 0, 0) 100%)');
    await focus('[aria-label^="Angle of the mask"]');
    await person.keys(Key.ARROW_LEFT);
    await becomes('mask-image', 'linear-gradient(179deg, rgb(0, 0, 0) 60%, rgba(0, 0, 0, 0) 100%)');
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
    await (await atWide('[data-choice="spot"]')).click();
    await becomes('mask-image', /^radial-gradient\(closest-side, rgb\(0, 0, 0\) 60%/);
    await (await atWide('[data-choice="picture"]')).click();
    await (await person.find('[data-picture] button')).click();
    await person.noDialog();
    await becomes('mask-image', /^url\(/);
    await becomes('mask-repeat', 'no-repeat');
    await (await atWide('[data-choice="none"]')).click();
    await becomes('mask-image', 'none');
    await person.saved();
  });
});
