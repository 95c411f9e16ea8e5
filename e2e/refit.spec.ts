import { By, Key } from 'selenium-webdriver';
import { sizeTo } from './browser';
import { visiting } from './visit';

describe('From a page built wide only to one that fits every screen', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-timetable');
  });
  const script = <T>(body: string, ...values: unknown[]): Promise<T> =>
    visit.browser.driver.executeScript<T>(body, ...values);
  const beyond = (leaf: 'wide' | 'tablet' | 'phone'): Promise<number> =>
    visit.person.inLeaf<number>(leaf, 'return document.documentElement.scrollWidth - view.innerWidth');
  const select = async (name: string): Promise<void> => (await visit.person.row('[data-row]', name)).click();
  const selected = (name: string): Promise<void> =>
    visit.person.until(
      async () => (await (await visit.person.find('.path')).getText()).trim().endsWith(name),
      `${name} is not selected`,
    );
  const sweep = async (): Promise<string[]> => {
    await (await visit.person.find('[data-sweep]')).click();
    const state = await visit.person.find('[data-sweep-state]');
    await visit.browser.driver.wait(
      async () => (await state.getAttribute('data-state')) === 'done',
      120_000,
      'the sweep did not end',
    );
    return script<string[]>('return [...document.querySelectorAll("[data-fault]")].map((one) => one.dataset.fault)');
  };

  it('the sweep finds where it breaks', async () => {
    expect(await beyond('phone')).toBeGreaterThan(100);
    expect(await sweep()).toContain('too wide');
  });

  it('one reads what is above the fold of each screen, and unrolls the leaves to see where it is', async () => {
    await script(
      '[...document.querySelectorAll(".groups [role=tab]")].find((one) => one.textContent.trim() === "First screen").click()',
    );
    await visit.person.find('[data-first-screen="phone"] [data-line="first heading"]');
    const text = async (leaf: string): Promise<string> =>
      (await visit.person.find(`[data-first-screen="${leaf}"]`)).getText();
    expect(await text('wide')).toContain('first heading in view');
    expect(await text('wide')).toMatch(/text \d+ %/);
    await (await visit.person.find('[data-unroll]')).click();
    await visit.person.until(
      async () => (await visit.person.inLeaf<number>('wide', 'return view.innerHeight')) > 1000,
      'the leaf is not unrolled',
    );
    await visit.person.until(
      async () =>
        (
          await script<string[]>(
            'return [...document.querySelectorAll("[data-leaf=wide] [data-fold-mark]")].map((one) => one.dataset.foldMark)',
          )
        )[0] === '800',
      'the fold is not marked',
    );
    await (await visit.person.find('[data-unroll]')).click();
    await visit.person.until(
      async () => (await visit.person.inLeaf<number>('wide', 'return view.innerHeight')) === 800,
    );
  });

  it('one takes all that refit proposes but one change, in one step', async () => {
    await (await visit.person.find('[data-refit]')).click();
    await visit.browser.driver.wait(
      async () => (await visit.browser.driver.findElements(By.css('[data-refit-state="shown"]'))).length === 1,
      240_000,
      'nothing was proposed',
    );
    const before = await visit.person.inLeaf<string>(
      'wide',
      'return [...document.querySelectorAll("[data-part]")].map((one) => { const { x, y, width, height } = one.getBoundingClientRect(); return [x, y, width, height].map(Math.round).join() }).join(" ")',
    );
    const proposals = await visit.browser.driver.findElements(By.css('[data-proposal]'));
    expect(proposals.length).toBeGreaterThan(5);
    const title = await visit.browser.driver.findElement(
      By.xpath(
        "//h2[normalize-space()='Phone']/following-sibling::ul[1]/li[@data-proposal='usual type' or @data-proposal='scale type'][.//b[starts-with(., 'Title')]]//input",
      ),
    );
    await title.click();
    const take = await visit.person.find('button[data-refit-take], [data-refit-take] button');
    expect(await take.getText()).toBe(`Apply ${proposals.length - 1} changes`);
    await visit.person.until(
      () =>
        script<boolean>(
          'const [now, then] = document.querySelectorAll("fold-refit-page iframe"); return then !== undefined && now.contentDocument.documentElement.scrollWidth > then.contentDocument.documentElement.scrollWidth',
        ),
      'both are drawn alike',
    );
    await take.click();
    await visit.person.noDialog();
    await visit.person.until(async () => (await beyond('tablet')) === 0, 'the tablet is still too narrow for the page');
    expect(
      await visit.person.inLeaf<string>(
        'wide',
        'return [...document.querySelectorAll("[data-part]")].map((one) => { const { x, y, width, height } = one.getBoundingClientRect(); return [x, y, width, height].map(Math.round).join() }).join(" ")',
      ),
    ).toBe(before);
    expect(await visit.person.computed('phone', 'h1', 'font-size')).toBe('66px');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await beyond('tablet')) > 0, 'one step of undo does not take it all back');
    await (await visit.person.button('Redo')).click();
    await visit.person.until(async () => (await beyond('tablet')) === 0);
  });

  it('one sets the title by hand in the phone’s column, and gives it a shorter wording there', async () => {
    await select('Title');
    await selected('Title');
    await visit.person.group('Type');
    await visit.person.setCell('font-size', 'phone', '34px');
    await visit.person.until(async () => (await visit.person.computed('phone', 'h1', 'font-size')) === '34px');
    await visit.person.group('Content');
    const phone = await visit.person.find('#content-text-phone');
    await phone.clear();
    await phone.sendKeys('Winter timetable', Key.TAB);
    await visit.person.until(
      async () =>
        (await visit.person.inLeaf<string>('phone', 'return document.querySelector("h1").innerText')) ===
        'Winter timetable',
    );
  });

  it('one hides the social links on the tablet alone', async () => {
    await select('Social links');
    await selected('Social links');
    await visit.person.group('Flow');
    await visit.person.setCell('display', 'tablet', 'none');
    await visit.person.setCell('display', 'phone', 'flex');
    const shows = (leaf: 'wide' | 'tablet' | 'phone'): Promise<boolean> =>
      visit.person.inLeaf<boolean>(
        leaf,
        'return [...document.querySelectorAll("a")].some((one) => one.textContent === "Harbour camera" && one.getClientRects().length > 0)',
      );
    await visit.person.until(
      async () => !(await shows('tablet')) && (await shows('wide')) && (await shows('phone')),
      'they are not hidden on the tablet alone',
    );
  });

  it('one gives the button a style for when the pointer is over it', async () => {
    await select('Book a crossing');
    await selected('Book a crossing');
    await visit.person.group('Fill');
    await visit.person.state('hover');
    await visit.person.setCell('background-color', 'wide', 'rgb(0 90 80)');
    await visit.person.state('normal');
    await visit.person.saved();
  });

  it('no error is found any more, nor by the sweep', async () => {
    expect((await sweep()).filter((one) => !one.endsWith('lines'))).toEqual([]);
    await visit.person.clickHidden('.groups [data-group=findings]');
    await visit.person.until(
      async () => (await (await visit.person.find('[data-findings]')).getAttribute('data-state')) === 'done',
      'the page was not looked through',
    );
    await visit.person.until(
      async () =>
        (await script<number>('return document.querySelectorAll(".finding[data-severity=error]").length')) === 0,
      'errors are left',
    );
    expect(await (await visit.person.find('[data-findings]')).getText()).toContain('0 errors');
  });

  it('the live page is never wider than the screen, and says and sizes what it should on each side of each breakpoint', async () => {
    await visit.person.publish();
    await visit.browser.driver.get(visit.servers.site('tidewick', '/timetable'));
    const told = async (
      width: number,
    ): Promise<{ beyond: number; title: string; size: string; social: boolean; pictures: number; aloud: string }> => {
      await sizeTo(visit.browser.driver, width, 800);
      return script(`const title = document.querySelector('h1'); const shown = (one) => one.getClientRects().length > 0;
        return { beyond: document.documentElement.scrollWidth - innerWidth, title: title.innerText, size: getComputedStyle(title).fontSize, social: [...document.querySelectorAll('a')].some((one) => one.textContent === 'Harbour camera' && shown(one)), aloud: [...title.querySelectorAll('span')].filter(shown).map((one) => one.textContent).join('|') }`);
    };
    const long = 'Winter timetable, from November to March';
    for (const width of [320, 390, 600, 601, 820, 1024, 1025, 1280, 1920]) {
      const page = await told(width);
      expect(page.beyond).withContext(`${width} px`).toBeLessThanOrEqual(0);
      expect(page.title)
        .withContext(`${width} px`)
        .toBe(width <= 600 ? 'Winter timetable' : long);
      expect(page.aloud).withContext(`${width} px`).toBe(page.title); // one wording and no other, also for who listens
      expect(page.size)
        .withContext(`${width} px`)
        .toBe(width <= 600 ? '34px' : width <= 1024 ? '66px' : '96px');
      expect(page.social)
        .withContext(`${width} px`)
        .toBe(width <= 600 || width > 1024);
    }
    await sizeTo(visit.browser.driver, 1280, 800);
    const button = await visit.browser.driver.findElement(By.xpath("//main//a[normalize-space()='Book a crossing']"));
    await visit.browser.driver.actions().move({ origin: button }).perform();
    expect(await script<string>('return getComputedStyle(arguments[0]).backgroundColor', button)).toBe(
      'rgb(0, 90, 80)',
    );
    const tree = (await visit.browser.driver.sendAndGetDevToolsCommand(
      'Accessibility.getFullAXTree',
      {},
    )) as unknown as { nodes: { role?: { value: string }; name?: { value: string }; ignored: boolean }[] };
    expect(
      tree.nodes
        .filter((one) => !one.ignored && one.role?.value === 'heading' && /Winter/.test(one.name?.value ?? ''))
        .map((one) => one.name?.value),
    ).toEqual([long]);
  });
});
