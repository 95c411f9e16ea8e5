import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { visiting } from './visit';

describe('On the half-finished page', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-bad-'));
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-fares');
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('a part dragged from the drawer lands in the outline where the mark says', async () => {
    const rows = await visit.browser.driver.findElements(By.css('fold-outline [data-row]'));
    const nav = rows[3]!;
    expect(await nav.getText()).toContain('Links');
    const to = await visit.person.centre(rows[2]!);
    await visit.person.drag(await visit.person.centre(await visit.person.find('[data-add="text"]')), {
      x: to.x,
      y: to.y + 7,
    });
    await visit.person.until(
      () =>
        visit.person.inLeaf<boolean>(
          'phone',
          'return document.querySelectorAll("header p").length === 2 && document.querySelectorAll("header p")[1].nextElementSibling.localName === "nav"',
        ),
      'nothing landed',
    );
  });

  it('a file that is no picture is refused with a reason, and nothing is added', async () => {
    const bad = join(folder, 'notes.png');
    writeFileSync(bad, 'these are notes, not a picture');
    await visit.person.addPart('image');
    await visit.person.group('Content');
    await (await visit.person.find('#content-picture')).click();
    await (await visit.person.find('[data-upload] input[type=file]')).sendKeys(bad);
    await visit.person.until(
      async () =>
        (await (await visit.person.find('fold-picture-library .problem, .p-dialog .problem')).getText()).includes(
          'notes.png: This file is not a picture',
        ),
      'no reason was given',
    );
    expect((await visit.browser.driver.findElements(By.css('figure'))).length).toBe(9);
  });
});
