import { pagesInOrder } from '@core/document/pages-in-order';
import type { DeskFacts } from '@core/api/sites';
import { axeFindings } from './axe';
import { By, Key } from 'selenium-webdriver';
import { visiting } from './visit';
import { still } from './still';

describe('A client’s desk', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  const rows = (): Promise<string[]> => visit.person.textsOf('main > p-table tbody tr');
  const inRow = (title: string, label: string): Promise<void> =>
    visit.person.until(async () => {
      const button = By.xpath(`//tr[.//a[normalize-space()='${title}']]//button[normalize-space()='${label}']`);
      await visit.browser.driver.findElement(button).click(); // rows are drawn anew once the list is read again
      return true;
    }, `no ${label} in the row of ${title}`);
  const type = async (css: string, text: string): Promise<void> =>
    (await visit.person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const confirm = async (): Promise<void> => {
    const button = await visit.person.find('[data-confirm] button');
    await still(visit.browser.driver);
    await button.click();
  };
  const settled = (): Promise<void> =>
    visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('.p-dialog-mask'))).length === 0,
      'the dialog stays open',
    );

  it('copies a page, gives it a title and a path, and deletes it', async () => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick`);
    await visit.person.until(async () => (await rows()).length === 4);
    await inRow('Fares and passes', 'Duplicate');
    expect(await (await visit.person.find('#page-path')).getAttribute('value')).toBe('/fares-and-passes-copy');
    await confirm();
    await visit.person.until(async () => (await rows()).some((row) => row.includes('/fares-and-passes-copy')));
    await settled();
    await inRow('Fares and passes, copy', 'Rename');
    await type('#page-title', 'Winter fares');
    await type('#page-path', '/winter/fares');
    await confirm();
    await settled();
    await visit.person.until(async () =>
      (await rows()).some((row) => row.includes('Winter fares') && row.includes('/winter/fares')),
    );
    await inRow('Winter fares', 'Delete');
    await confirm();
    await visit.person.until(async () => (await rows()).length === 4);
    await settled();
  });

  it('says what links to a page that is deleted, lets it lead elsewhere, and asks twice for the home page', async () => {
    const { person, browser, servers } = visit;
    const old = (await person.api.call('POST', '/sites/tidewick/pages', { title: 'Old fares', path: '/old' })).json<{
      id: string;
    }>().id;
    const home = await person.api.open('tidewick-home');
    const button = Object.keys(home.page.parts).find((id) => home.page.parts[id]!.kind === 'button')!;
    const link = { do: 'set', part: button, field: ['content', 'base', 'link'], value: `page:${old}` } as const;
    expect((await person.api.store('tidewick-home', [{ ...link, field: ['content', 'base', 'link'] }])).status).toBe(
      200,
    );
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await inRow('Old fares', 'Delete');
    expect(await (await person.find('[data-linked]')).getText()).toBe(
      `It is linked to from ${home.page.parts[home.page.root]!.content.base['title'] as string}.`,
    );
    await person.choose('fold-asking p-select', 'Fares and passes · /fares');
    await confirm();
    await settled();
    await person.until(async () => !(await rows()).join().includes('Old fares'));
    const after = await person.api.open('tidewick-home');
    expect(after.page.parts[button]!.content.base['link']).toBe('page:tidewick-fares');
    await inRow(String(home.page.parts[home.page.root]!.content.base['title']), 'Delete');
    await person.find('#home-goes');
    expect(await (await person.find('fold-asking [data-linked]')).getText()).toContain('the menu Main');
    expect(await (await person.find('[data-confirm] button')).isEnabled()).toBeFalse();
    await person.keys(Key.ESCAPE);
    await person.noDialog();
  });

  it('begins a home page where there is one, which moves, and the path is among the facts of a page', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await (await person.button('New page')).click();
    await (await person.find('[data-beginning="home"] input')).click();
    expect(await (await person.find('#page-path')).getAttribute('value')).toBe('/');
    expect(await (await person.find('[data-instead]')).getText()).toContain('is at / already');
    expect(await (await person.find('#page-moves-to')).getAttribute('value')).toBe('/home-earlier');
    await confirm();
    await person.ready();
    await person.selectAround(0);
    await person.group('Content');
    const path = await person.find('#content-path');
    expect(await path.getAttribute('value')).toBe('/');
    const desk = (await person.api.call('GET', '/sites/tidewick')).json<DeskFacts>();
    const made = desk.pages.find((one) => one.path === '/')!;
    expect(desk.pages.find((one) => one.id === 'tidewick-home')?.path).toBe('/home-earlier');
    await path.sendKeys(Key.chord(Key.CONTROL, 'a'), 'no path', Key.TAB);
    await person.until(async () => (await person.textsOf('fold-ledger-content [role=alert]')).length === 1);
    await path.sendKeys(Key.chord(Key.CONTROL, 'a'), '/welcome', Key.TAB);
    await person.saved();
    expect((await person.api.open(made.id)).page.path).toBe('/welcome');
    // as it was, for the specs that follow
    expect((await person.api.call('DELETE', `/pages/${made.id}`, { relink: 'tidewick-home' })).status).toBe(204);
    const back = { do: 'set', part: 'root', field: ['path'], value: '/' } as const;
    expect((await person.api.store('tidewick-home', [{ ...back, field: ['path'] }])).status).toBe(200);
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await person.until(async () => (await rows()).length === 4);
  });

  it('sorts its pages by any column, and finds some by what is typed', async () => {
    const titles = async (): Promise<string[]> =>
      Promise.all(
        (await visit.browser.driver.findElements(By.css('main > p-table tbody tr a'))).map((link) => link.getText()),
      );
    const before = await titles();
    expect(before[0]).toContain('Tidewick Ferries'); // by path, the home page first
    const head = await visit.browser.driver.findElement(By.xpath("//th[contains(., 'Title')]"));
    await head.sendKeys(Key.ENTER);
    await visit.person.until(async () => (await titles()).join() === [...before].sort().join(), 'not sorted by title');
    expect(await head.getAttribute('aria-sort')).toBe('ascending');
    await (await visit.person.find('[data-find-page]')).sendKeys('fares');
    await visit.person.until(async () => (await titles()).join() === 'Fares and passes', 'not found');
    await (await visit.person.find('[data-find-page]')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'zzz');
    await visit.person.until(async () => (await rows()).join().includes('No matching pages'));
    await (await visit.person.find('[data-find-page]')).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
    await visit.person.until(async () => (await titles()).length === before.length);
  });

  it('sorts its pages by hand, by dragging and by keys, a page with those below it', async () => {
    const { person, browser, servers } = visit;
    await person.freshPage('tidewick', 'Lost at sea', '/lost-property/at-sea');
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    const drawn = (): Promise<string[]> =>
      browser.driver.executeScript(
        `return [...document.querySelectorAll('main > p-table tbody tr')].map((row) => '·'.repeat(row.querySelector('[data-depth]')?.dataset.depth ?? 0) + row.dataset.page)`,
      );
    const become = (paths: readonly string[]): Promise<void> =>
      person.until(async () => (await drawn()).join() === paths.join(), `the pages are not ${paths.join()}`);
    const [lost, below] = ['/lost-property', '·/lost-property/at-sea'];
    await become(['/', '/fares', lost, below, '/timetable']);
    const handle = (path: string) => person.find(`[data-page="${path}"] [data-move]`);
    const [from, to] = [await person.centre(await handle('/timetable')), await person.centre(await handle('/fares'))];
    await person.drag(from, { x: to.x, y: to.y - 12 });
    await become(['/', '/timetable', '/fares', lost, below]);
    await browser.driver.executeScript('arguments[0].focus()', await handle('/lost-property'));
    await person.keys(Key.ARROW_UP, Key.ARROW_UP);
    await become(['/', lost, below, '/timetable', '/fares']);
    expect(await axeFindings(browser.driver)).toEqual([]);
    await person.until(async () => {
      const { pages, site } = await browser.driver.executeAsyncScript<DeskFacts>(
        'fetch("/api/sites/tidewick").then((one) => one.json()).then(arguments[0])',
      );
      const paths = pagesInOrder(pages, site.arranged).map(({ id }) => pages.find((one) => one.id === id)!.path);
      return paths.join() === '/,/lost-property,/lost-property/at-sea,/timetable,/fares';
    }, 'the order is not stored');
    await browser.driver.navigate().refresh();
    await become(['/', lost, below, '/timetable', '/fares']);
    await (await browser.driver.findElement(By.css('th[psortablecolumn="path"]'))).click();
    await person.until(async () => (await drawn())[1] === '/fares', 'it is not sorted by its paths');
    expect(await browser.driver.findElements(By.css('[data-move]'))).toEqual([]);
    await (await person.button('Back to the order the pages were arranged in')).click();
    await become(['/', lost, below, '/timetable', '/fares']);
    await inRow('Lost at sea', 'Delete');
    await confirm();
    await settled();
    await become(['/', lost, '/timetable', '/fares']);
  });

  it('refuses a path that is taken or cannot be one, with a sentence, and keeps what was typed', async () => {
    await (await visit.person.button('New page')).click();
    await type('#page-title', 'Another home');
    await type('#page-path', '/');
    await type('#page-moves-to', '/fares');
    await confirm();
    await visit.person.until(async () =>
      (await (await visit.person.find('.problem')).getText()).includes('has a page at /fares already'),
    );
    await type('#page-path', 'No slash');
    await confirm();
    await visit.person.until(async () =>
      (await (await visit.person.find('.problem')).getText()).includes('begins with /'),
    );
    expect(await (await visit.person.find('#page-title')).getAttribute('value')).toBe('Another home');
    await (await visit.person.button('Cancel')).click();
    await settled();
  });

  it('begins a page as a ready-made one, drawn in the site’s own look, under a path that is free', async () => {
    const { person, browser } = visit;
    await (await person.button('New page')).click();
    await person.find('[data-beginning=contact] fold-page-drawing');
    const beginning = async (id: string): Promise<void> =>
      (await person.find(`[data-beginning=${id}] input`)).sendKeys(Key.SPACE);
    const isAt = (path: string): Promise<void> =>
      person.until(async () => (await (await person.find('#page-path')).getAttribute('value')) === path, path);
    await beginning('contact');
    await isAt('/contact');
    await beginning('home');
    await isAt('/'); // the one that is there moves
    await person.find('[data-instead]');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await beginning('services');
    await type('#page-title', 'What we carry');
    await confirm();
    await person.ready();
    expect(await person.inLeaf<string>('wide', `return document.querySelector('h1').textContent`)).toBe(
      'What we carry',
    );
    expect(await person.computed('wide', 'h1', 'font-family')).toContain('Fraunces');
  });

  it('says of a live page that it is, takes it offline, leads its visitors, and brings it back', async () => {
    const { person, browser, servers } = visit;
    await person.publish();
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await person.find('tbody tr');
    await inRow('What we carry', 'Delete');
    await still(browser.driver);
    expect(await (await person.find('.p-dialog .warn')).getText()).toContain('It is live at /what-we-carry');
    await person.choose('.p-dialog p-select', 'Fares and passes · /fares');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await confirm();
    await settled();
    await person.find('[data-binned="/what-we-carry"]');
    await (await person.find('[data-binned="/what-we-carry"] button')).click();
    await person.until(async () =>
      (await rows()).some((row) => row.includes('What we carry') && row.includes('not published')),
    );
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-binned="/what-we-carry"]'))).length === 0,
      'it is still among the deleted',
    );
    await inRow('What we carry', 'Delete');
    await confirm();
    await settled();
  });

  it('puts a page in a menu of all pages, as it is made or later, and follows it', async () => {
    const { person, browser, servers } = visit;
    await person.openPage('tidewick-home');
    const entries = (): Promise<string[]> =>
      person.inLeaf(
        'wide',
        `return [...document.querySelectorAll('header nav a')].map((one) => one.textContent.trim())`,
      );
    const inMenu = async (): Promise<void> => (await person.find('[data-menu="Main"] input')).sendKeys(Key.SPACE);
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await (await person.button('New page')).click();
    await type('#page-title', 'Harbour tours');
    await inMenu();
    expect(await axeFindings(browser.driver)).toEqual([]);
    await confirm();
    await person.ready();
    await browser.driver.get(`${servers.editor}/sites/tidewick`);
    await person.until(async () =>
      (await rows()).some((row) => row.includes('Harbour tours') && !row.includes('in no menu')),
    );
    await (await person.button('Put in a menu: Lost property')).click();
    await inMenu();
    await confirm();
    await settled();
    await person.until(async () =>
      (await rows()).some((row) => row.includes('Lost property') && !row.includes('in no menu')),
    );
    await person.openPage('tidewick-home');
    expect((await entries()).slice(-3)).toEqual(['Timetable', 'Harbour tours', 'Lost property']);
  });

  it('leads visitors on from paths without a page, says why it can’t in a circle, and undoes', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/redirects`);
    const add = async (from: string, to: string, address?: string): Promise<void> => {
      await type('#redirect-from', from);
      await person.choose('form p-select', to);
      if (address !== undefined) await type('#redirect-address', address);
      await (await person.button('Add')).click();
    };
    await add('/prices', 'Fares and passes · /fares');
    await person.find('[data-redirect="/prices"]');
    await add('/old', 'An address …', '/older');
    await person.find('[data-redirect="/old"]');
    expect(await (await person.find('[data-redirect="/old"]')).getText()).toContain('There is nothing at its end.');
    await add('/older', 'An address …', '/old');
    await person.until(
      async () => (await (await person.find('[role=alert]')).getText()).includes('/older → /old → /older'),
      'the circle is not said',
    );
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.button('Undo')).click();
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-redirect="/old"]'))).length === 0,
      'it is not undone',
    );
    await person.saved();
    await person.openPage('tidewick-home');
    await person.publish();
    await browser.driver.get(servers.site('tidewick', '/prices?from=mail'));
    // what is not published yet is not found, however one is led there
    expect(await browser.driver.getCurrentUrl()).toContain('/prices');
  });

  it('takes a pasted list of old addresses, keeps the rows that are none, and leads visitors from them', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/redirects`);
    await (await person.find('fold-redirect-list summary')).click();
    const list = await person.find('#redirect-list');
    await list.sendKeys('Old;New\n/?page_id=12;/\n/münchen;/\n/Über_uns.php;nowhere');
    await (await person.button('Add the list')).click();
    await person.find('[data-redirect="/?page_id=12"]');
    expect(await (await person.find('fold-redirect-list [role=status]')).getText()).toBe('2 redirects added.');
    expect(await (await person.find('fold-redirect-list [role=alert]')).getText()).toContain('A link begins with');
    expect(await list.getAttribute('value')).toBe('/Über_uns.php → nowhere');
    expect(await (await person.find('[data-redirect="/m%C3%BCnchen"]')).getText()).toContain('/münchen');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await list.clear();
    await person.saved();
    await person.openPage('tidewick-home');
    await person.publish();
    for (const old of ['/münchen', '/?page_id=12']) {
      await browser.driver.get(servers.site('tidewick', old));
      expect(await browser.driver.getCurrentUrl()).toBe(servers.site('tidewick', '/'));
    }
  });

  it('offers a page and its site as files', async () => {
    await visit.person.openPage('tidewick-home');
    await (await visit.person.button('More')).click();
    const link = await visit.person.find('a[href$="/export/page.json"]');
    expect(await link.getAttribute('href')).toBe(`${visit.servers.editor}/api/pages/tidewick-home/export/page.json`);
    await visit.person.keys(Key.ESCAPE);
  });

  it('and every other screen of the editor passes axe-core', async () => {
    const screens: readonly (readonly [string, string])[] = [
      ['/', 'fold-page-drawing'],
      ['/sites/tidewick', 'table'],
      ['/pages/tidewick-home', 'fold-ledger'],
      ['/sign-in', '#email'],
    ];
    for (const [path, mark] of screens) {
      await visit.browser.driver.get(visit.servers.editor + path);
      await visit.person.find(mark);
      expect(await axeFindings(visit.browser.driver))
        .withContext(path)
        .toEqual([]);
    }
  });

  it('does the same to several pages at once: a frame, a menu, what is published, and away', async () => {
    const { person, browser, servers } = visit;
    for (const [title, path] of [
      ['One of two', '/one-of-two'],
      ['Two of two', '/two-of-two'],
    ] as const)
      await person.freshPage('tidewick', title, path);
    const chooseBoth = async (): Promise<void> => {
      await browser.driver.get(`${servers.editor}/sites/tidewick`);
      await (await person.find('[data-find-page]')).sendKeys('of two');
      await person.until(async () => (await rows()).length === 2);
      await (await person.find('p-tableheadercheckbox input')).click();
      await person.until(async () =>
        (await (await person.find('[data-several]')).getText()).includes('2 pages chosen'),
      );
    };
    const frames = async (): Promise<(string | null)[]> => {
      const { pages } = await browser.driver.executeAsyncScript<{ pages: { path: string; frame: string | null }[] }>(
        'const [done] = arguments; fetch("/api/sites/tidewick").then((one) => one.json()).then(done)',
      );
      return pages.filter((one) => one.path.endsWith('-of-two')).map((one) => one.frame);
    };
    await chooseBoth();
    await (await person.button('Change page frame')).click();
    await confirm();
    await settled();
    expect((await frames()).every((one) => one !== null)).toBeTrue();

    await chooseBoth();
    await (await person.find('[data-several] p-button button')).click();
    await (await person.find('.p-dialog [data-menu] input')).click();
    await confirm();
    await settled();
    await (await person.find('[data-find-page]')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'of two');
    await person.until(async () => {
      const all = await rows();
      return all.length === 2 && !all.join().includes('in no menu');
    }, 'both pages are not in the menu');

    await chooseBoth();
    await (await person.find('[data-several] a')).click();
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-publish] input:checked'))).length === 2,
    );

    await chooseBoth();
    await (await person.button('Delete')).click();
    await confirm();
    await person.until(async () => (await browser.driver.findElements(By.css('[data-binned$="of-two"]'))).length === 2);
    expect(await rows()).toEqual(['No matching pages']);
  });
});
