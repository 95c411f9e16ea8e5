import { inPlain } from '@core/document/text/words';
import { By, Key } from 'selenium-webdriver';
import { Client } from '../server/testing/running';
import { blankWith } from './page-of-text';
import { visiting } from './visit';

describe('Running text', () => {
  let page: string;
  let ben: Client;
  const visit = visiting(async ({ person, servers }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    page = await person.freshPage('tidewick', 'Passes', '/passes');
    await person.store(blankWith('We sail at noon.'));
    ben = new Client(servers.port);
    await ben.signIn('ada@studio.example', 'paper-and-ink');
  });
  const html = (leaf: 'wide' | 'tablet' | 'phone' = 'wide'): Promise<string> =>
    visit.person.inLeaf(
      leaf,
      `const part = document.querySelector('[data-part=words]'); return '<' + part.localName + '>' + part.innerHTML`,
    );
  const isHtml = (what: string): Promise<void> =>
    visit.person.until(async () => (await html()) === what, `it is not ${what}`);
  const stored = async (): Promise<unknown> => (await ben.open(page)).page.parts['words'];
  /** Waits until the server has stored what the leaf shows. */
  const pause = (): Promise<void> =>
    visit.person.until(async () => {
      const kept = (await ben.open(page)).page.parts['words']!.content.base['text'];
      const shown = await visit.person.inLeaf<string>(
        'wide',
        'return document.querySelector("[data-part=words]").textContent',
      );
      const squeezed = (text: string): string => text.replace(/\s/g, '');
      return squeezed(inPlain(kept)) === squeezed(shown);
    }, 'what is shown is not stored');
  const leave = async (): Promise<void> => {
    await visit.person.keys(Key.ESCAPE);
    await visit.person.saved();
  };
  const undoAll = async (): Promise<void> => {
    await visit.person.until(async () => {
      const undo = await visit.person.button('Undo');
      if ((await undo.getAttribute('disabled')) !== null) return true;
      await undo.click();
      return false;
    }, 'undo does not come to an end');
    await visit.person.saved();
  };

  it('is written with lists, quotes and bold words, slowly and with pauses, and undone to the very document', async () => {
    const before = await stored();
    await visit.person.openText('wide', '[data-part=words]');
    for (const piece of [
      ['At noon.', Key.ENTER],
      ['- One boat', Key.ENTER],
      ['Two boats', Key.ENTER],
      [Key.TAB, 'deeper', Key.ENTER, Key.ENTER, Key.ENTER],
      ['> said the bosun', Key.ENTER, Key.ENTER],
      ['And '],
    ]) {
      await visit.person.keys(...piece);
      await pause();
    }
    await visit.person.chord(Key.CONTROL, 'b');
    await visit.person.keys('more');
    await leave();
    const whole =
      '<div><p>At noon.</p><ul><li>One boat</li><li>Two boats<ul><li>deeper</li></ul></li></ul><blockquote>said the bosun</blockquote><p>And <strong>more</strong></p>';
    await isHtml(whole);
    for (const leaf of ['tablet', 'phone'] as const)
      expect(await html(leaf))
        .withContext(leaf)
        .toBe(whole);
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    expect(await html()).toBe(whole);
    await visit.person.openText('wide', '[data-part=words]');
    await visit.person.keys(' and so on');
    await leave();
    await undoAll();
    expect(await html()).toBe(whole);
    await ben.store(page, [
      { do: 'set', part: 'words', field: ['content', 'base', 'text'], value: 'We sail at noon.' },
    ]);
    await isHtml('<p>We sail at noon.');
    expect(await stored()).toEqual(before);
  });

  it('takes in what somebody else writes in another paragraph, and undo takes back one’s own alone', async () => {
    await visit.person.openText('wide', '[data-part=words]');
    await visit.person.keys('Mine', Key.ENTER, 'Between', Key.ENTER, 'Theirs');
    await visit.person.saved();
    const text = async (): Promise<Record<string, { at: string; block: unknown }>> =>
      ((await stored()) as { content: { base: { text: Record<string, { at: string; block: unknown }> } } }).content.base
        .text;
    await visit.person.until(async () => Object.keys(await text()).length === 3, 'not all is stored');
    const [, , third] = Object.entries(await text()).sort(([, a], [, b]) => (a.at < b.at ? -1 : 1));
    await visit.person.keys(Key.ARROW_UP, Key.ARROW_UP, Key.END, ', slowly');
    await ben.store(page, [
      {
        do: 'set',
        part: 'words',
        field: ['content', 'base', 'text', third![0]],
        value: { at: third![1].at, block: { tag: 'p', says: ['Theirs, ', { text: 'louder', as: ['strong'] }] } },
      },
    ]);
    await pause();
    await visit.person.keys(' and on');
    await leave();
    const both = '<div><p>Mine, slowly and on</p><p>Between</p><p>Theirs, <strong>louder</strong></p>';
    await isHtml(both);
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    expect(await html()).toBe(both);
  });

  it('is opened by Enter, by a double click and from the ledger, and undo in the middle goes on', async () => {
    await ben.store(page, [{ do: 'set', part: 'words', field: ['content', 'base', 'text'], value: 'Plain' }]);
    await isHtml('<p>Plain');
    await visit.person.clickOn('wide', '[data-part=words]');
    await visit.person.keys(Key.ENTER);
    await visit.person.keys('One', Key.ENTER, 'Two');
    await pause();
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.chord(Key.CONTROL, 'z');
    await pause();
    await visit.person.keys('Three');
    await leave();
    const after = await html();
    expect(after).toContain('Three');
    expect(after).not.toContain('Two');
    await visit.person.openText('wide', '[data-part=words]');
    await visit.person.keys('Four', Key.ENTER, 'Five');
    await leave();
    await isHtml('<div><p>Four</p><p>Five</p>');
    await visit.person.group('Content');
    await (await visit.person.find('#content-text.structured')).click();
    await visit.person.find('[data-writing-bar]');
    await visit.person.keys('!');
    await leave();
    await isHtml('<div><p>Four</p><p>Five!</p>');
  });

  it('becomes a list and a quote by the menu, pastes with structure, and says what it left out', async () => {
    await ben.store(page, [{ do: 'set', part: 'words', field: ['content', 'base', 'text'], value: 'One\nTwo' }]);
    await isHtml('<p>One<br>Two');
    await visit.person.pick('wide', '[data-part=words]', 'Text');
    await visit.person.partMenu('Make it a list');
    await isHtml('<ul><li>One</li><li>Two</li>');
    await visit.person.partMenu('Make it a quote');
    await isHtml('<blockquote><ul><li>One</li><li>Two</li></ul>');
    await visit.person.saved();
    await visit.person.openText('wide', '[data-part=words]');
    await visit.person.chord(Key.CONTROL, 'a');
    await visit.person.inLeaf(
      'wide',
      `const data = new DataTransfer(); data.setData('text/html', args[0]);
      document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`,
      '<h1>Title</h1><p>A <b>bold</b> word<img src="x" onerror="alert(1)"></p><ul><li>One</li></ul>',
    );
    await visit.person.until(
      async () =>
        (
          await visit.browser.driver.findElements(
            By.xpath("//*[contains(@class, 'p-toast') and contains(., 'pictures')]"),
          )
        ).length > 0,
      'what was left out is not said',
    );
    await leave();
    expect(await html()).toContain('<h2>Title</h2><p>A <strong>bold</strong> word</p><ul><li>One</li></ul>');
  });

  const pastePlain = (text: string): Promise<unknown> =>
    visit.person.inLeaf(
      'wide',
      `const data = new DataTransfer(); data.setData('text/plain', args[0]);
      document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`,
      text,
    );

  it('takes half a megabyte pasted into one text, and takes back what is too long for a heading, with a sentence', async () => {
    await ben.store(page, [{ do: 'set', part: 'words', field: ['content', 'base', 'text'], value: 'Short' }]);
    await isHtml('<p>Short');
    await visit.person.openText('wide', '[data-part=words]');
    const many = Array.from({ length: 600 }, (_, at) => `Paragraph ${at} ${'of a long text '.repeat(58)}`);
    await pastePlain(many.join('\n\n'));
    await visit.person.keys('End.');
    await leave();
    const kept = await ben.open(page);
    const text = JSON.stringify(kept.page.parts['words']!.content.base['text']);
    for (const at of [0, 299, 599]) expect(text).toContain(`Paragraph ${at} of a long text`);
    expect(text).toContain('End.');
    await ben.store(page, [{ do: 'set', part: 'words', field: ['content', 'base', 'text'], value: 'Short' }]);
    await isHtml('<p>Short');
    await visit.person.openText('wide', 'h1');
    await visit.person.keys('Passes and more');
    await visit.person.stored('Passes and more');
    await pastePlain('x'.repeat(2500));
    await visit.person.until(
      async () =>
        (
          await visit.browser.driver.findElements(
            By.xpath("//*[contains(@class, 'p-toast') and contains(., '2,000 characters')]"),
          )
        ).length > 0,
      'it is not said that it is too long',
    );
    await leave();
    expect(await visit.person.inLeaf<string>('wide', 'return document.querySelector("h1").textContent')).toBe(
      'Passes and more',
    );
    await visit.person.write('wide', 'h1', 'Passes');
    await visit.person.saved();
  });
});
