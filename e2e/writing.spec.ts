import { nanoid } from 'nanoid';
import { By, Key } from 'selenium-webdriver';
import { Client } from '../server/testing/running';
import { visiting } from './visit';

describe('Writing slowly, with pauses in which it is saved', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-fares');
  });

  const title = (): Promise<string> =>
    visit.person.inLeaf<string>('wide', 'return document.querySelector("h1").textContent');
  const slowly = async (pieces: readonly string[]): Promise<void> => {
    for (const piece of pieces) {
      await visit.person.keys(piece);
      await visit.person.stored(piece);
    }
    await visit.person.keys(Key.ESCAPE);
  };
  const pieces = ['Hello', ' there', ' my', ' friend'];

  const ways: readonly (readonly [string, () => Promise<void>])[] = [
    [
      'Enter',
      async () => {
        await visit.person.clickOn('wide', 'h1');
        await visit.person.keys(Key.ENTER);
      },
    ],
    ['a double click', () => visit.person.openText('wide', 'h1')],
    [
      'Enter again, after it was opened that way before',
      async () => {
        await visit.person.clickOn('wide', 'p');
        await visit.person.keys(Key.ENTER);
        await visit.person.keys(Key.ESCAPE);
        await visit.person.clickOn('wide', 'h1');
        await visit.person.keys(Key.ENTER);
      },
    ],
  ];
  for (const [how, open] of ways)
    it(`keeps every word, opened by ${how}`, async () => {
      await open();
      await slowly(pieces);
      await visit.person.until(async () => (await title()) === pieces.join(''), 'words went missing');
      await visit.person.saved();
      await visit.browser.driver.navigate().refresh();
      await visit.person.ready();
      expect(await title()).toBe(pieces.join(''));
    });

  it('keeps every word while another value of the page is changed by somebody else', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.keys(Key.ENTER);
    await visit.person.keys('One');
    await visit.person.stored('"One"');
    const elsewhere = {
      id: nanoid(),
      base: 0,
      edits: [{ do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'letter-spacing'], value: '3px' }],
    };
    await visit.browser.driver.executeAsyncScript(
      `const done = arguments[1]; fetch('/api/pages/tidewick-fares/edits', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(arguments[0]) }).then(done)`,
      elsewhere,
    );
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'body', 'letter-spacing')) === '3px',
      'the value from elsewhere is not shown',
    );
    await visit.person.keys(' two');
    await visit.person.stored('One two');
    await visit.person.keys(' three', Key.ESCAPE);
    await visit.person.until(async () => (await title()) === 'One two three', 'words went missing');
  });

  it('keeps every word while somebody else’s edit comes in before one’s own is stored', async () => {
    const network = (latency: number): Promise<unknown> =>
      visit.browser.driver.sendDevToolsCommand('Network.emulateNetworkConditions', {
        offline: false,
        latency,
        downloadThroughput: -1,
        uploadThroughput: -1,
      }) as Promise<unknown>; // it answers when it is done
    const ben = new Client(visit.servers.port);
    await ben.signIn('ada@studio.example', 'paper-and-ink');
    await visit.person.openText('wide', 'h1');
    await visit.browser.driver.sendDevToolsCommand('Network.enable', {}); // without it the emulation has no effect
    await network(900);
    const took = await visit.browser.driver.executeAsyncScript<number>(
      'const began = performance.now(); fetch("/api/session").then(() => arguments[0](performance.now() - began))',
    );
    expect(took).toBeGreaterThan(800);
    await visit.person.keys('Slow');
    await visit.person.until(async () => (await title()) === 'Slow', 'it is not shown');
    await ben.store('tidewick-fares', [
      { do: 'set', part: 'root', field: ['content', 'base', 'description'], value: 'Meanwhile' },
    ]);
    for (const word of [' and', ' steady', ' wins']) {
      await visit.person.keys(word);
      await visit.person.stored(word);
    }
    await visit.person.keys(Key.ESCAPE);
    await network(0);
    await visit.person.saved();
    await visit.person.until(async () => (await title()) === 'Slow and steady wins', 'words went missing');
    const after = await ben.open('tidewick-fares');
    const heading = Object.values(after.page.parts).find((one) => one.tag === 'h1');
    expect(heading?.content.base['text']).toBe('Slow and steady wins');
    expect(after.page.parts['root']!.content.base['description']).toBe('Meanwhile');
  });

  const paste = (text: string): Promise<unknown> =>
    visit.browser.driver.executeScript(
      `const data = new DataTransfer(); data.setData('text/plain', arguments[0]); document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`,
      text,
    );
  const texts = (): Promise<number> =>
    visit.person.inLeaf<number>('wide', 'return document.querySelectorAll("p").length');

  it('pastes five hundred paragraphs, each of them, in one step of undo', async () => {
    await visit.person.clickOn('wide', 'p');
    const before = await texts();
    // half a megabyte
    await paste(Array.from({ length: 500 }, (_, at) => `Paragraph ${at} ${'of a long text '.repeat(66)}`).join('\n\n'));
    await visit.person.until(async () => (await texts()) === before + 500, 'paragraphs are missing');
    await visit.person.saved();
    const stored = await visit.browser.driver.executeAsyncScript<string>(
      `const done = arguments[0]; fetch('/api/pages/tidewick-fares').then((answer) => answer.text()).then(done)`,
    );
    for (const at of [0, 199, 200, 499]) expect(stored).toContain(`Paragraph ${at} of a long text`);
    await visit.browser.driver.executeScript('document.activeElement.blur()');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await texts()) === before, 'one undo did not take the paste back');
    await visit.person.saved();
  });

  it('says so before it does anything where a text is too long', async () => {
    const before = await texts();
    await paste('x'.repeat(5_000_001));
    await visit.person.until(
      async () =>
        (
          await visit.browser.driver.findElements(
            By.xpath("//*[contains(@class, 'p-toast') and contains(., '5,000,001 characters')]"),
          )
        ).length > 0,
      'nothing was said',
    );
    expect(await texts()).toBe(before);
  });
});
