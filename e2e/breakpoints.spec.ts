import { By, Key } from 'selenium-webdriver';
import { type LeafName } from './person';
import { still } from './still';
import { visiting } from './visit';

describe('Every breakpoint', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  it('one gives the headline a shorter wording on the phone, types on it there, and takes it back', async () => {
    const [wide] = await visit.person.texts('h1');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Content');
    const phone = await visit.person.find('#content-text-phone');
    await phone.clear();
    await phone.sendKeys('Six a day', Key.TAB);
    await visit.person.until(
      async () => (await visit.person.texts('h1')).join('|') === [wide, wide, 'Six a day'].join('|'),
      'the phone says nothing else',
    );
    await visit.person.write('phone', 'h1', 'Six sailings');
    await visit.person.until(
      async () =>
        (await visit.browser.driver.executeScript<string>(
          'return document.querySelector("#content-text-phone").value',
        )) === 'Six sailings',
      'typing on the phone’s leaf did not reach its own wording',
    );
    expect(await visit.person.texts('h1')).toEqual([wide!, wide!, 'Six sailings']);
    await (await visit.person.button('Reset the text at Phone')).click();
    await visit.person.until(
      async () => new Set(await visit.person.texts('h1')).size === 1,
      'the wording was not taken back',
    );
    await visit.person.saved();
  });

  it('one shows another picture on the phone, and each leaf loads its own alone', async () => {
    const isBase = (leaf: LeafName): Promise<boolean | undefined> =>
      visit.person.inLeaf(
        leaf,
        `const one = document.querySelector("article img");
         const base = [one, ...(one.closest("picture")?.querySelectorAll("source:not([media])") ?? [])].map((from) => from.srcset).join();
         return one.currentSrc === "" ? undefined : base.includes(one.currentSrc.split("/").at(-1))`,
      );
    await visit.person.clickOn('wide', 'article img');
    await visit.person.group('Content');
    await (await visit.person.find('#content-picture-phone')).click();
    await (
      await visit.person.find('.p-dialog [data-picture]:last-of-type, .p-dialog .pictures button:last-of-type')
    ).click();
    await visit.person.noDialog();
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('phone', 'return document.querySelector("picture > source[media]") !== null'),
      'no source was made for it',
    );
    await visit.person.inLeaf('phone', 'document.querySelector("picture > img").scrollIntoView()');
    await visit.person.until(async () => (await isBase('phone')) === false, 'the phone shows the old picture');
    await visit.person.until(async () => (await isBase('wide')) === true, 'the wide leaf lost its picture');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('phone', 'return document.querySelector("source[media]") === null'),
      'undo left the source',
    );
  });

  it('one styles a state, sees the part in it, and the others fall back to normal', async () => {
    await visit.person.clickOn('wide', 'main > section a');
    await visit.person.group('Fill');
    const colour = (leaf: 'wide' | 'phone'): Promise<string> =>
      visit.person.computed(leaf, 'main > section a', 'background-color');
    const normal = await colour('wide');
    await visit.person.state('hover');
    await visit.person.setCell('background-color', 'wide', 'rgb(0 80 90)');
    await visit.person.until(
      async () => (await colour('phone')) === 'rgb(0, 80, 90)',
      'the phone’s leaf does not show the state',
    );
    await visit.person.state('focus');
    await visit.person.until(async () => (await colour('wide')) === normal, 'focus does not fall back to normal');
    expect(await visit.person.cellText('background-color', 'wide')).toContain('From the class “strong”');
    await visit.person.state('normal');
    await visit.person.until(async () => (await colour('wide')) === normal);
  });

  it('one sees only what is set on the part itself, and takes back all of it at a breakpoint', async () => {
    await visit.person.pick('wide', 'h1', 'Title');
    await visit.person.group('Type');
    await (await visit.person.find('button.only')).click();
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('fold-ledger .row:not(.heads)'))).length === 4,
      'other rows stand there than the four that are set',
    );
    await (await visit.person.find('[data-own="phone"]')).click();
    await visit.person.menuItem('Reset all');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '60px',
      'the phone kept its size',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '42px');
    await (await visit.person.find('button.only')).click();
    await visit.person.group('Space');
    await visit.person.setCell('margin-top', 'phone', '9px');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'margin-top')) === '9px');
    await (await visit.person.find('[data-own="phone"]')).click();
    await visit.person.menuItem('Reset 1 in Space at Phone');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'h1', 'margin-top')) === '0px',
      'the group was not taken back',
    );
    expect(await visit.person.computed('phone', 'h1', 'font-size'))
      .withContext('of another group')
      .toBe('42px');
    await visit.person.group('Type');
  });

  it('one moves a value to another breakpoint, and hears who overrides it below', async () => {
    await visit.person.cellMenu('font-size', 'tablet', 'Move to Phone');
    await visit.person.until(
      async () =>
        (await visit.person.computed('phone', 'h1', 'font-size')) === '60px' &&
        (await visit.person.computed('tablet', 'h1', 'font-size')) === '76px',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.cellMenu('font-size', 'wide', 'Phone sets 42px: reset it');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '60px',
      'the override below was not taken back',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '42px');
  });

  it('one cleans the page of idle values without a box moving', async () => {
    const boxes = (): Promise<string> =>
      visit.person.inLeaf<string>(
        'phone',
        'return [...document.querySelectorAll("[data-part]")].map((one) => { const { x, y, width, height } = one.getBoundingClientRect(); return [x, y, width, height].map(Math.round).join() }).join(" ")',
      );
    await visit.person.setCell('font-style', 'tablet', 'normal');
    const before = await boxes();
    await visit.person.chord(Key.ALT, Key.SHIFT, 'y');
    const clean = await visit.person.find('[data-clean] button, button[data-clean]');
    await visit.person.until(() => clean.isEnabled());
    await visit.person.until(
      async () => /· \d/.test(await (await visit.person.find('p-selectbutton')).getText()),
      'it is not said how many are idle',
    ); // words count as seen only once the dialog has faded in
    await clean.click();
    await visit.person.until(async () => !(await clean.isEnabled()), 'idle values are left');
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
    expect(await boxes()).toBe(before);
    await visit.person.saved();
  });

  it('one drags the width through everything between, and turns a screen', async () => {
    const inner = (leaf: LeafName): Promise<number[]> =>
      visit.person.inLeaf<number[]>(leaf, 'return [view.innerWidth, view.innerHeight]');
    const ruler = await (await visit.person.find('fold-width-ruler .scale')).getRect();
    const at = (px: number): { x: number; y: number } => ({
      x: Math.round(ruler.x + ((px - 320) / 1600) * ruler.width),
      y: Math.round(ruler.y + 8),
    });
    await visit.person.drag(at(640), at(900));
    await visit.person.until(
      async () => Math.abs((await inner('tablet'))[0]! - 900) <= 4,
      'the tablet’s leaf did not take the width on',
    );
    await visit.person.drag(at(900), at(480));
    await visit.person.until(
      async () => Math.abs((await inner('phone'))[0]! - 480) <= 4 && (await inner('tablet'))[0] === 820,
      'the phone’s leaf did not take over',
    );
    const [width] = await inner('phone');
    await visit.person.keys(Key.ARROW_RIGHT);
    await visit.person.until(async () => (await inner('phone'))[0] === width! + 1, 'the arrow key did not step');
    await visit.person.keys(Key.ESCAPE);
    await visit.person.until(async () => (await inner('phone'))[0] === 390);
    await (await visit.person.find('[data-turn="phone"]')).click();
    await visit.person.until(
      async () => (await inner('tablet')).join() === '844,390',
      'the phone on its side is shown where Tablet decides',
    );
    await (await visit.person.find('[data-turn="tablet"]')).click();
    await visit.person.until(async () => (await inner('tablet')).join() === '820,1180');
  });

  it('one stops a sweep, and works on', async () => {
    await (await visit.person.find('[data-sweep]')).click();
    const state = await visit.person.find('[data-sweep-state]');
    await visit.person.until(async () => (await state.getAttribute('data-state')) === 'running', 'it does not run');
    await (
      await visit.browser.driver.findElement(
        By.xpath("//fold-width-ruler//button[starts-with(normalize-space(), 'Stop')]"),
      )
    ).click();
    await visit.person.until(async () => (await state.getAttribute('data-state')) === '', 'it does not stop');
    await still(visit.browser.driver);
    expect(await state.getAttribute('data-state')).toBe('');
    await visit.person.find('[data-sweep]');
  });

  it('one measures every width while working on, and is led to what breaks', async () => {
    await visit.person.clickOn('wide', 'main > section:nth-of-type(2) h2');
    await visit.person.group('Box');
    await visit.person.setCell('width', 'phone', '500px');
    await (await visit.person.find('[data-sweep]')).click();
    const top = async (): Promise<number> => (await (await visit.person.find('[data-leaf="wide"]')).getRect()).y;
    await visit.person.find('.lanes');
    const before = await top();
    await visit.person.pick('wide', 'h1', 'Title'); // one goes on working
    const state = await visit.person.find('[data-sweep-state]');
    await visit.browser.driver.wait(
      async () => (await state.getAttribute('data-state')) === 'done',
      240_000,
      'the sweep did not end',
    );
    expect(await top())
      .withContext('what is found moves no leaf')
      .toBe(before);
    const band = await visit.person.find('[data-fault="too wide"]');
    expect(await band.getAttribute('aria-label')).toMatch(/From 320 to \d+ px/);
    await band.click();
    await visit.person.until(
      async () => (await visit.person.inLeaf<number>('phone', 'return view.innerWidth')) === 320,
      'the leaf is not at the width where it is worst',
    );
    expect(await visit.person.inLeaf<boolean>('phone', 'return document.documentElement.scrollWidth > 320')).toBeTrue();
    await (await visit.person.button('Picture sizes')).click();
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('wide', 'return document.querySelector("article img").sizes.includes("px")'),
      'no sizes were written',
    );
    await (await visit.person.button('End the free width')).click();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.saved();
  });

  it('one is told what is wrong, led to it, and offered the cure', async () => {
    const told = (): Promise<string[]> =>
      visit.browser.driver.executeScript(
        'return [...document.querySelectorAll(".finding")].map((one) => one.dataset.check)',
      );
    const looked = async (): Promise<void> =>
      visit.person.until(
        async () => (await (await visit.person.find('[data-findings]')).getAttribute('data-state')) === 'done',
        'the page was not looked through',
      );
    await visit.person.clickOn('wide', 'main > section:nth-of-type(2) h2');
    await visit.person.group('Type');
    await visit.person.setCell('color', 'phone', '#cccccc');
    await visit.person.group('Box');
    await visit.person.setCell('width', 'phone', '700px');
    await visit.person.clickHidden('.groups [data-group=findings]');
    await visit.person.until(
      async () => (await told()).includes('fixed width') && (await told()).includes('text contrast'),
      'neither the width nor the contrast was found',
    );
    await looked();
    await (await visit.person.find('[data-check="fixed width"] .cure button')).click();
    await visit.person.until(
      async () =>
        (await visit.person.inLeaf<number>(
          'phone',
          'return document.documentElement.scrollWidth - view.innerWidth',
        )) === 0,
      'the cure did not make it fit',
    );
    await visit.person.until(async () => !(await told()).includes('fixed width'), 'the finding stays after its cure');
    await (await visit.person.find('[data-check="text contrast"] .part')).click();
    await visit.person.until(
      async () => (await visit.person.find('.path').then((one) => one.getText())).includes('Sailings'),
      'the finding does not lead to its place',
    );
    for (let count = 0; count < 3; count++) await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(
      async () => !(await told()).includes('text contrast'),
      'the finding stays when its cause is gone',
    );
    await visit.person.group('Type');
    await (await visit.person.button('End the free width')).click().catch(() => undefined);
    await visit.person.saved();
  });

  it('one lays the overlay that suffices over a picture, and hears of pictures too small for their place', async () => {
    const told = (check: string): Promise<string> =>
      visit.browser.driver.executeScript(
        'return [...document.querySelectorAll(`.finding[data-check="${arguments[0]}"]`)].map((one) => one.innerText.replaceAll("\\n", " ")).join(" / ")',
        check,
      );
    const ground = (): Promise<string> => visit.person.computed('wide', 'main > section', 'background-image');
    const before = await ground();
    await visit.person.clickOn('wide', 'h1');
    await visit.person.selectAround(1);
    await visit.person.group('Fill');
    await visit.person.setCell('background-image', 'wide', 'linear-gradient(white, white)');
    await visit.person.clickHidden('.groups [data-group=findings]');
    await visit.person.until(
      async () =>
        /where it is hardest to read over Opening.*An overlay of black at \d+ % on Opening suffices/s.test(
          await told('text contrast'),
        ),
      'the overlay that suffices is not named',
    );
    await (
      await visit.browser.driver.findElement(
        By.xpath(
          "//*[@data-check='text contrast'][contains(., 'Eyebrow') and contains(., 'Wide')]//*[contains(@class, 'cure')]//button",
        ),
      )
    ).click(); // the text that needs most
    await visit.person.until(
      async () => (await ground()).includes('rgba(0, 0, 0') && !(await told('text contrast')).includes('Wide'),
      'the words cannot be read with the overlay that suffices',
    );
    await visit.person.group('Fill'); // whose tab has the focus now
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(
      async () => (await ground()).startsWith('linear-gradient(rgb(255, 255, 255)'),
      'the cure was not undone alone',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await ground()) === before, 'the white over the picture was not undone');
    await visit.person.clickOn('wide', 'article img');
    await visit.person.group('Box');
    await visit.person.setCell('min-width', 'wide', '2600px');
    await visit.person.clickHidden('.groups [data-group=findings]');
    await visit.person.until(
      async () => /stands 2600 px wide on Wide: it is blurred on every screen/.test(await told('picture size')),
      'the picture too small for its place is not named',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => !(await told('picture size')).includes('2600'), 'the finding stays');
    await visit.person.group('Type');
    await visit.person.saved();
  });

  it('one types a width slowly, and keeps the field until it is left', async () => {
    await visit.person.chord(Key.ALT, Key.SHIFT, 'g');
    const limit = await visit.person.find('[aria-label="Limit of Phone"]');
    const says = async (): Promise<string> => (await visit.person.find('[data-breakpoint="phone"] .value')).getText();
    const typed = async (text: string): Promise<void> => {
      await limit.click();
      await visit.person.chord(Key.CONTROL, 'a');
      for (const [index, key] of [...text].entries()) {
        await visit.person.keys(key);
        await visit.person.until(async () => (await limit.getAttribute('value')) === text.slice(0, index + 1));
        await still(visit.browser.driver);
      }
    };
    await typed('640');
    expect(await limit.getAttribute('value')).toBe('640');
    await visit.person.keys(Key.TAB);
    await visit.person.until(async () => (await says()) === '200 – 640', 'the limit is not taken');
    expect(await visit.browser.driver.switchTo().activeElement().getAttribute('aria-label')).toBe(
      'Leaf width of Phone',
    );
    await typed('9');
    await visit.person.keys(Key.TAB);
    await visit.person.until(
      async () => (await (await visit.person.find('.problem')).getText()).startsWith('Phone:'),
      'nothing is said of a limit that cannot be',
    );
    await (await visit.person.button('Cancel')).click();
    await visit.person.noDialog();
  });
});
