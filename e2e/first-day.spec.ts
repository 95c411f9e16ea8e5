import { mkdtempSync, readFileSync, rmSync, writeFileSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { By, Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { openBrowser, sizeTo, type Opened } from './browser';
import { Person } from './person';
import { publishAll } from './publish-all';
import { visiting } from './visit';
import { still } from './still';

/** A client's site from an empty database to its archive: each step is taken on what the ones before it left. */
describe('A client’s site from its first day', () => {
  const visit = visiting(() => Promise.resolve(), { demo: false });
  const folder = mkdtempSync(join(tmpdir(), 'fold-first-day-'));
  let second: Opened;
  let noor: Person;
  let phone: Opened;
  let ines: Person;
  let site: string;
  let home: string;

  beforeAll(async () => {
    [second, phone] = [await openBrowser(), await openBrowser()];
    [noor, ines] = [new Person(second.driver, visit.servers), new Person(phone.driver, visit.servers)];
    await sizeTo(phone.driver, 390, 800);
  });
  afterAll(async () => {
    await second.close();
    await phone.close();
    rmSync(folder, { recursive: true, force: true });
  });

  const type = async (css: string, text: string, person = visit.person): Promise<void> =>
    (await person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const confirm = async (): Promise<void> => {
    await still(visit.browser.driver);
    await (await visit.person.find('.p-dialog [data-confirm] button')).click();
  };
  const screen = (path = ''): Promise<void> => visit.browser.driver.get(`${visit.servers.editor}/sites/${site}${path}`);
  const live = async (path: string): Promise<string> => {
    await visit.browser.driver.get(visit.servers.site('kelp-works', path));
    return visit.browser.driver.executeScript<string>('return document.body.innerText');
  };
  const rows = (): Promise<string[]> =>
    visit.browser.driver.executeScript(
      `return [...document.querySelectorAll('fold-desk tbody tr')].map((one) => one.innerText)`,
    );
  const press = async (row: string, label: string): Promise<void> =>
    (
      await visit.person
        .find(`fold-desk tbody`)
        .then((body) =>
          body.findElement(By.xpath(`.//tr[contains(., '${row}')]//button[normalize-space()='${label}']`)),
        )
    ).click();

  it('the first account is made by the link the server printed, and none other by it', async () => {
    const { browser, person, servers } = visit;
    await browser.driver.get(servers.first!);
    await type('#name', 'Mo Tern');
    await type('#email', 'mo@studio.example');
    await type('#password', 'first of them all');
    await (await person.button('Create account')).click();
    await person.find('fold-clients');
    await browser.driver.manage().deleteAllCookies();
    await browser.driver.get('about:blank');
    await browser.driver.get(servers.first!);
    await person.until(
      async () => /used|no longer|not valid|isn’t/.test(await (await person.find('main')).getText()),
      'the link still makes accounts',
    );
    await person.signInByHand('mo@studio.example', 'first of them all');
  });

  it('a client is begun, in a look, with a header, a menu and a footer on its first page', async () => {
    const { person, browser } = visit;
    await (await person.button('New client')).click();
    await type('#client-name', 'Kelp Works');
    await person.until(async () => (await (await person.find('#client-host-says')).getText()).includes('is free'));
    await (await browser.driver.findElements(By.css('[data-look] input')))[0]!.sendKeys(Key.SPACE);
    await confirm();
    await person.find('fold-desk tbody tr');
    site = /sites\/([\w-]+)/.exec(await browser.driver.getCurrentUrl())![1]!;
    await (await person.find('fold-desk tbody a')).click();
    await person.ready();
    home = /pages\/([\w-]+)/.exec(await browser.driver.getCurrentUrl())![1]!;
    expect(
      await person.inLeaf<string>(
        'wide',
        `return [...document.querySelectorAll('header p, header nav a, footer')].map((one) => one.textContent.trim()).join('|')`,
      ),
    ).toBe('Kelp Works|Home|Kelp Works');
  });

  it('four more pages begin in four ways, each in the frame and the menu', async () => {
    const { person } = visit;
    for (const [beginning, title] of [
      ['about', 'About us'],
      ['services', 'What we press'],
      ['contact', 'Where we are'],
      ['questions', 'Questions'],
    ] as const) {
      await screen();
      await (await person.button('New page')).click();
      await (await person.find(`[data-beginning=${beginning}] input`)).sendKeys(Key.SPACE);
      await type('#page-title', title);
      await (await person.find('[data-menu="Main"] input')).sendKeys(Key.SPACE);
      await confirm();
      await person.ready();
      expect(await person.inLeaf<string>('wide', `return document.querySelector('h1').textContent`)).toBe(title);
    }
    await screen();
    await person.until(async () => (await rows()).length === 5, 'not five pages');
    expect((await rows()).filter((row) => row.includes('in no menu'))).toEqual([]);
    expect(await menuOnLeaf()).toEqual(['Home', 'About us', 'What we press', 'Where we are', 'Questions']);
  });
  const menuOnLeaf = async (): Promise<string[]> => {
    await visit.person.openPage(home);
    return visit.person.inLeaf<string[]>(
      'wide',
      `return [...document.querySelectorAll('header nav a')].map((one) => one.textContent.trim())`,
    );
  };

  it('photographs of 24 megapixels come into the library, and one onto the home page', async () => {
    const { person } = visit;
    const files = [];
    for (const [name, background] of [
      ['kelp.jpg', '#35624a'],
      ['press.jpg', '#8a4a12'],
    ] as const) {
      const noise = { type: 'gaussian', mean: 120, sigma: 20 } as const;
      const file = join(folder, name);
      writeFileSync(
        file,
        await sharp({ create: { width: 6000, height: 4000, channels: 3, background, noise } })
          .jpeg({ quality: 60 })
          .toBuffer(),
      );
      files.push(file);
    }
    await screen('/library');
    await (await person.find('[data-upload] input[type=file]')).sendKeys(files.join('\n'));
    for (const name of ['kelp.jpg', 'press.jpg'])
      await person.until(
        () =>
          visit.browser.driver.executeScript<boolean>(
            `return [...document.querySelectorAll('[data-picture]')].some((one) => one.innerText.includes(arguments[0]))`,
            name,
          ),
        `${name} is not in the library`,
      );
    await person.openPage(home);
    await (await person.find('[data-leaf="wide"] [data-invite="section"] button')).click();
    await person.addPart('image');
    await person.group('Content');
    await (await person.find('fold-ledger-content button.picture')).click();
    await person.find('.p-dialog [data-picture]');
    await still(visit.browser.driver);
    await (await person.find('.p-dialog [data-picture] button')).click();
    await person.until(
      () => person.inLeaf<boolean>('wide', `return document.querySelector('main img')?.naturalWidth > 0`),
      'the photograph is not on the page',
    );
    await visit.person.saved();
  });

  it('a second person writes as content editor, and can do no more', async () => {
    const { person, servers } = visit;
    await screen('/people');
    await (await person.button('Invite')).click();
    await type('#invite-email', 'noor@kelp.example');
    await person.choose('.p-dialog p-select', 'Content editor');
    await confirm();
    await person.noDialog();
    let letter = '';
    await person.until(async () => {
      letter = (await servers.letters.all()).find((one) => one.to === 'noor@kelp.example')?.text ?? '';
      return letter !== '';
    }, 'no letter came');
    await noor.driver.get(/http\S+welcome#\S+/.exec(letter)![0]);
    await type('#name', 'Noor Haddad', noor);
    await type('#password', 'boats come and boats go', noor);
    await (await noor.button('Create account')).click();
    await noor.find('fold-desk tbody tr');
    const about = await noor.driver.findElement(By.linkText('About us'));
    await about.click();
    await noor.ready();
    await noor.openText('wide', 'h1');
    await noor.chord(Key.CONTROL, 'a');
    await noor.keys('Who presses the kelp');
    await noor.keys(Key.ESCAPE);
    await noor.saved();
    expect(await noor.driver.findElements(By.xpath("//button[normalize-space()='Publish']"))).toEqual([]);
    const refused = await noor.driver.executeAsyncScript<number>(
      `const [site, page, done] = arguments; fetch('/api/sites/' + site + '/releases', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ pages: [page] }) }).then((answer) => done(answer.status))`,
      ...[site, home],
    );
    expect(refused).toBe(403);
  });

  it('a client remarks on a phone, by a link; it is answered and settled', async () => {
    const { person, browser } = visit;
    await screen('/remarks');
    await (await person.button('New link')).click();
    await type('#link-name', 'For Ines');
    await confirm();
    await person.find('[data-link="For Ines"]');
    await person.noDialog();
    await browser.driver.executeScript(
      'window.copied = ""; navigator.clipboard.writeText = (text) => { window.copied = text; return Promise.resolve(); }',
    );
    await (await person.button('Copy the link For Ines')).click();
    await person.until(() => browser.driver.executeScript<boolean>('return window.copied !== ""'));
    await ines.driver.get(await browser.driver.executeScript<string>('return window.copied'));
    await (await ines.button('Add a remark')).click();
    await ines.driver.switchTo().frame(await ines.find('fold-sized-frame iframe'));
    await ines.until(async () => {
      await ines.driver.findElement(By.css('header p')).click();
      return true;
    });
    await ines.driver.switchTo().defaultContent();
    await type('#remark-words', 'Our name could be larger.', ines);
    await type('#remark-by', 'Ines', ines);
    await (await ines.button('Send')).click();
    await ines.find('fold-remark-card');
    await screen('/remarks');
    const card = await person.find('fold-remark-card');
    expect(await card.getText()).toContain('Our name could be larger.');
    await (await person.button('Settle remark 1')).click();
    await person.until(
      async () => !(await (await person.find('.cards')).getText()).includes('Settle '),
      'it is not settled',
    );
  });

  it('all of it goes live; a page moves, and who has its old address follows', async () => {
    const { person, browser, servers } = visit;
    await publishAll(visit, site);
    for (const path of ['/', '/about-us', '/what-we-press', '/where-we-are', '/questions'])
      expect(await live(path))
        .withContext(path)
        .toContain('What we press'); // in the menu
    expect(await live('/about-us')).toContain('Who presses the kelp');
    await screen();
    await person.find('fold-desk tbody tr');
    await press('About us', 'Rename');
    await type('#page-path', '/who-we-are');
    await confirm();
    await person.noDialog();
    await publishAll(visit, site);
    await browser.driver.get(servers.site('kelp-works', '/about-us'));
    expect(new URL(await browser.driver.getCurrentUrl()).pathname).toBe('/who-we-are');
    expect(await browser.driver.executeScript<string>('return document.body.innerText')).toContain('Who presses');
  });

  it('the first release comes back as it was', async () => {
    const { person } = visit;
    await screen('/releases');
    await (
      await person.find('[data-release="1"]')
    )
      .findElement(By.xpath(`.//button[normalize-space()='Bring back …']`))
      .click();
    await confirm();
    await person.find('[data-release="3"]');
    expect(await live('/about-us')).toContain('Who presses the kelp');
    expect(new URL(await visit.browser.driver.getCurrentUrl()).pathname).toBe('/about-us');
  });

  it('is taken away as files that say what the live site says, word for word', async () => {
    const { person, browser } = visit;
    await browser.driver.sendDevToolsCommand('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
    });
    await screen('/take-away');
    await (await person.find('[data-save-plain] button')).click();
    const zip = (): string | undefined => readdirSync(folder).find((one) => one.endsWith('-files.zip'));
    await person.until(() => Promise.resolve(zip() !== undefined), 'nothing was saved');
    const files = unzipSync(readFileSync(join(folder, zip()!)));
    for (const path of ['', 'about-us/', 'what-we-press/', 'where-we-are/', 'questions/']) {
      const saved = files[`${path}index.html`];
      expect(saved).withContext(path).toBeDefined();
      const words = await browser.driver.executeScript<string>(
        `return new DOMParser().parseFromString(arguments[0], 'text/html').body.textContent`,
        Buffer.from(saved!).toString(),
      );
      await live(`/${path.replace(/\/$/, '')}`);
      expect(await browser.driver.executeScript<string>('return document.body.textContent')).toBe(words);
    }
  });

  it('is archived: out of the way, and no longer worked on', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/`);
    await (await person.button('More for Kelp Works')).click();
    await person.menuItem('Archive');
    await person.find(`[data-archived="${site}"]`);
    await noor.openPage(home);
    expect(await (await noor.find('[data-role-says]')).getText()).toContain('archived');
  });
});
