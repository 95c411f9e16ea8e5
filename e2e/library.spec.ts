import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('The library as a screen', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const folder = mkdtempSync(join(tmpdir(), 'fold-library-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const names = async (): Promise<string[]> =>
    visit.browser.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("fold-picture-library figure b")].map((one) => one.textContent)',
    );
  const photograph = async (name: string, width: number, height: number): Promise<string> => {
    const noise = { type: 'gaussian', mean: 128, sigma: 60 } as const;
    const file = join(folder, name);
    writeFileSync(
      file,
      await sharp({ create: { width, height, channels: 3, background: '#4060c0', noise } })
        .jpeg({ quality: 70 })
        .toBuffer(),
    );
    return file;
  };
  const choose = async (css: string, ...files: readonly string[]): Promise<void> =>
    (await visit.person.find(`${css} input[type=file]`)).sendKeys(files.join('\n'));
  const listed = async (name: string, there: boolean): Promise<void> =>
    visit.person.until(async () => (await names()).includes(name) === there, `${name}: ${there ? 'not ' : ''}there`);

  it('takes several at once, a photograph of 24 megapixels among them, and says of one why it can’t', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/tidewick/library`);
    await person.find('[data-picture]');
    expect(await axeFindings(browser.driver)).toEqual([]);
    const bad = join(folder, 'notes.png');
    writeFileSync(bad, 'these are notes, not a picture');
    await choose(
      '[data-upload]',
      await photograph('shore.jpg', 6000, 4000),
      bad,
      await photograph('pier.jpg', 900, 600),
    );
    await person.find('[data-upload-of="shore.jpg"] [role=progressbar]');
    await listed('shore.jpg', true);
    await listed('pier.jpg', true);
    const failed = await person.find('[data-upload-of="notes.png"] [role=alert]');
    expect(await failed.getText()).toContain('notes.png: This file is not a picture');
    expect(await axeFindings(browser.driver)).toEqual([]);
    // delays the answer, so that the list shows the new try first
    await browser.driver.setNetworkConditions({
      ...{ offline: false, latency: 1000, download_throughput: 1e6, upload_throughput: 1e6 },
    });
    try {
      await (await person.button('Try again: notes.png')).click();
      await person.find('[data-upload-of="notes.png"] [role=progressbar]');
    } finally {
      await browser.driver.deleteNetworkConditions();
    }
    await person.find('[data-upload-of="notes.png"] [role=alert]');
    await (await person.button('Remove from the list: notes.png')).click();
    await person.until(async () => (await browser.driver.findElements(By.css('[data-upload-of]'))).length === 0);
  });

  it('takes what is dropped or pasted', async () => {
    const small = (
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a04040' } })
        .png()
        .toBuffer()
    ).toString('base64');
    for (const [kind, name] of [
      ['drop', 'dropped.png'],
      ['paste', 'pasted.png'],
    ] as const) {
      await visit.browser.driver.executeScript(
        `const [kind, name, data] = arguments;
         const files = new DataTransfer();
         files.items.add(new File([Uint8Array.from(atob(data), (one) => one.charCodeAt(0))], name, { type: 'image/png' }));
         const event = kind === 'drop' ? new DragEvent('drop', { dataTransfer: files, bubbles: true, cancelable: true })
           : new ClipboardEvent('paste', { clipboardData: files, bubbles: true, cancelable: true });
         document.body.dispatchEvent(event);
         if (!event.defaultPrevented) throw new Error('the browser would have taken it');`,
        kind,
        name,
        small,
      );
      await listed(name, true);
    }
    const { person, browser } = visit;
    await person.until(async () => (await browser.driver.findElements(By.css('[data-upload-of]'))).length === 0); // by one list alone
  });

  it('lets go of an upload that is cancelled on its way', async () => {
    const { person, browser } = visit;
    await browser.driver.setNetworkConditions({
      ...{ offline: false, latency: 0, download_throughput: 1e6, upload_throughput: 40_000 },
    });
    try {
      await choose('[data-upload]', await photograph('slow.jpg', 2400, 1600));
      await (await person.button('Cancel slow.jpg')).click();
      await person.until(async () => (await browser.driver.findElements(By.css('[data-upload-of]'))).length === 0);
    } finally {
      await browser.driver.deleteNetworkConditions();
    }
    await browser.driver.navigate().refresh();
    await listed('pier.jpg', true);
    expect(await names()).not.toContain('slow.jpg');
  });

  it('finds pictures by their tags, and those that are used nowhere', async () => {
    const { person, browser } = visit;
    await (await person.button('Show pier.jpg')).click();
    await (await person.find('#picture-tags')).sendKeys('harbour, 港, harbour', Key.TAB);
    await (await person.find('#picture-alt')).sendKeys('A pier at noon', Key.TAB);
    await person.until(
      async () => (await (await person.find('#picture-tags')).getAttribute('value')) === 'harbour, 港',
    );
    expect(await (await person.find('[data-used]')).getText()).toBe('It is used nowhere.');
    await (await person.find('fold-picture-library input[type=search]')).sendKeys('港');
    await person.until(async () => (await names()).join() === 'pier.jpg');
    await (await person.find('fold-picture-library input[type=search]')).sendKeys(Key.BACK_SPACE);
    await person.choose('fold-picture-library p-select', 'Used nowhere');
    await person.until(async () => !(await names()).includes('opening.png'));
    expect(await names()).toContain('pier.jpg');
    await person.choose('fold-picture-library p-select', 'All pictures');
    expect(await axeFindings(browser.driver)).toEqual([]);
  });

  it('shows another file in the place of a picture, wherever that stands', async () => {
    const { person, browser } = visit;
    await (await person.button('Show boat.png')).click();
    expect(await (await person.find('[data-used]')).getText()).toMatch(/^It is used (once|\d times)\.$/);
    const before = await (await person.find('fold-picture-details img')).getAttribute('src');
    await choose('[data-replace]', await photograph('new-boat.jpg', 1000, 900));
    expect(await (await person.find('fold-picture-details [role=alert]')).getText()).toContain(
      '“new-boat.jpg” takes its place everywhere.',
    );
    await (await person.find('fold-picture-details [data-confirm] button')).click();
    await person.until(
      async () => (await (await person.find('fold-picture-details')).getText()).includes('1000 × 900'),
      'it was not replaced',
    );
    expect(await (await person.find('fold-picture-details img')).getAttribute('src')).not.toBe(before);
    expect(await names()).toContain('boat.png'); // its name stays
    expect(await axeFindings(browser.driver)).toEqual([]);
  });

  it('has a picture stand for the site as its icon, or no more', async () => {
    const { person, browser } = visit;
    await (await person.find('[data-icon] button')).click();
    expect(await (await person.find('[data-is-icon]')).getText()).toContain('It is the site’s icon');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-icon] button')).click();
    await person.until(async () => (await browser.driver.findElements(By.css('[data-is-icon]'))).length === 0);
    await person.saved();
  });

  it('deletes one after saying where it is used, and undo brings it back', async () => {
    const { person } = visit;
    await (await person.find('[data-delete-picture] button')).click();
    expect(await (await person.find('fold-picture-details [role=alert]')).getText()).toContain('It is used');
    await (await person.find('fold-picture-details [data-confirm] button')).click();
    await listed('boat.png', false);
    await (await person.button('Undo')).click();
    await listed('boat.png', true);
    await person.saved();
  });
});
