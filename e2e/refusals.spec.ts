import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { visiting } from './visit';

describe('On the half-finished page', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-bad-'));
  const visit = visiting(async ({ hands }) => {
    await hands.signIn('ada@studio.example', 'paper-and-ink');
    await hands.openPage('tidewick-fares');
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('a part dragged from the drawer lands in the outline where the mark says', async () => {
    const rows = await visit.browser.driver.findElements(By.css('fold-outline [data-row]'));
    const nav = rows[3]!;
    expect(await nav.getText()).toContain('Links');
    const to = await visit.hands.centre(rows[2]!);
    await visit.hands.drag(await visit.hands.centre(await visit.hands.find('[data-add="text"]')), {
      x: to.x,
      y: to.y + 7,
    });
    await visit.hands.until(
      () =>
        visit.hands.inLeaf<boolean>(
          'phone',
          'return document.querySelectorAll("header p").length === 2 && document.querySelectorAll("header p")[1].nextElementSibling.localName === "nav"',
        ),
      'nothing landed',
    );
  });

  it('a file that is no picture is refused with a reason, and nothing is added', async () => {
    const bad = join(folder, 'notes.png');
    writeFileSync(bad, 'these are notes, not a picture');
    await visit.hands.addPart('image');
    await visit.hands.group('Content');
    await (await visit.hands.find('#content-picture')).click();
    await (await visit.hands.find('[data-upload]')).sendKeys(bad);
    await visit.hands.until(
      async () =>
        (await (await visit.hands.find('fold-picture-library .problem, .p-dialog .problem')).getText()).includes(
          'notes.png: This file is not a picture',
        ),
      'no reason was given',
    );
    expect((await visit.browser.driver.findElements(By.css('figure'))).length).toBe(9);
  });
});
