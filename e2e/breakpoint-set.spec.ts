import { Key } from 'selenium-webdriver';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { leafNames } from './person';
import { visiting } from './visit';

describe('The breakpoints of a site, of which', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });

  it('one passes another by its limit: the leaves change places, and each is still drawn and worked in', async () => {
    const limits = (tablet: number, width: number, phone: number): AnyEdit[] => [
      { do: 'set', on: 'site', field: ['breakpoints', 'tablet', 'limit'], value: tablet },
      { do: 'set', on: 'site', field: ['breakpoints', 'tablet', 'preview'], value: { width, height: 800 } },
      { do: 'set', on: 'site', field: ['breakpoints', 'phone', 'preview'], value: { width: phone, height: 844 } },
    ];
    const order = (): Promise<string[]> =>
      visit.browser.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('[data-leaf]')].map((one) => one.dataset.leaf)`,
      );
    const areDrawn = async (): Promise<boolean> =>
      (
        await Promise.all(
          leafNames.map((leaf) => visit.person.inLeaf<boolean>(leaf, 'return document.querySelector("h1") !== null')),
        )
      ).every(Boolean);
    for (const [wanted, edits] of [
      [['wide', 'phone', 'tablet'], limits(400, 380, 500)],
      [['wide', 'tablet', 'phone'], limits(1024, 820, 390)],
    ] as const) {
      await visit.person.storeElsewhere(edits);
      await visit.person.until(async () => (await order()).join() === wanted.join(), 'the leaves stay where they were');
      await visit.person.until(areDrawn, 'a leaf that changed places is empty');
      await visit.person.write('tablet', 'h1', `The ${wanted[1]} comes second`);
      await visit.person.saved();
      expect(await visit.person.texts('h1')).toEqual(leafNames.map(() => `The ${wanted[1]} comes second`));
      await visit.person.chord(Key.CONTROL, 'z');
      await visit.person.saved();
    }
  });

  it('one adds a wider breakpoint and removes the tablet, whose values move to the phone', async () => {
    await visit.person.openPage('mill-home');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.person.setCell('letter-spacing', 'tablet', '3px');
    await visit.person.saved();
    const look = (): Promise<string> =>
      visit.person.inLeaf<string>(
        'phone',
        'return [...document.querySelectorAll("h1, p")].map((one) => view.getComputedStyle(one).fontSize + " " + view.getComputedStyle(one).letterSpacing).join()',
      );
    await visit.person.until(async () => (await look()).includes('3px'));
    const before = await look();
    await visit.person.chord(Key.ALT, Key.SHIFT, 'g');
    await (await visit.person.button('Add a wider one')).click();
    await (await visit.person.button('Remove Tablet')).click();
    const lost = async (): Promise<string> => (await visit.person.find('.lost')).getText();
    await visit.person.choose('.gone', 'are deleted too');
    await visit.person.until(
      async () => /letter-spacing 3px at Tablet: is deleted/.test(await lost()),
      'it is not said which values would go',
    );
    await visit.person.choose('.gone', 'move to Phone, unless it has its own');
    await visit.person.until(
      async () => /letter-spacing 3px at Tablet: moves to Phone/.test(await lost()),
      'it is not said that the values move',
    );
    await (await visit.person.button('Save')).click();
    await visit.person.noDialog();
    const leavesNow = (): Promise<string> =>
      visit.browser.driver.executeScript<string>(
        `return [...document.querySelectorAll('[data-leaf]')].map((one) => one.dataset.leaf).join()`,
      );
    await visit.person.until(async () => (await leavesNow()) === 'broad-1,wide,phone', 'the leaves are others');
    await visit.person.until(async () => (await look()) === before, 'the phone looks different');
    expect(await (await visit.person.find('[data-leaf="broad-1"] iframe')).getAttribute('title')).toContain('1920');
    await visit.person.setCell('letter-spacing', 'phone', '1px');
    await visit.person.until(async () => (await look()).includes(' 1px'), 'the phone has no value of its own');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await look()) === before, 'the moved value did not come back');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await leavesNow()) === 'wide,tablet,phone', 'the tablet did not come back');
    expect(await visit.person.cellText('letter-spacing', 'tablet')).toContain('Set on this part at Tablet');
    await visit.person.saved();
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    expect([await leavesNow(), await look()]).toEqual(['wide,tablet,phone', before]);
  });
});
