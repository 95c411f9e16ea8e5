import { By, Key } from 'selenium-webdriver';
import { lostProperty } from '../demo/tidewick-pages';
import { axeFindings } from './axe';
import { visiting } from './visit';
import { still } from './still';

describe('Releases of a client’s site', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const toReleases = async (): Promise<void> => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick/releases`);
    await visit.person.find('fold-releases tbody tr');
  };
  const confirm = async (): Promise<void> => {
    await still(visit.browser.driver);
    await (await visit.person.find('.p-dialog [data-confirm] button')).click();
    await visit.person.noDialog();
  };
  const inRow = async (number: number, label: string): Promise<void> =>
    (await visit.person.find(`[data-release="${number}"]`))
      .findElement(By.xpath(`.//button[normalize-space()='${label}']`))
      .click();
  const type = async (css: string, text: string): Promise<void> =>
    (await visit.person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const titleAt = async (path: string): Promise<string> => {
    await visit.browser.driver.get(visit.servers.site('tidewick', path));
    return visit.browser.driver.getTitle();
  };

  it('take several pages live at once, under a name', async () => {
    const { person, browser } = visit;
    await toReleases();
    await (await person.button('Publish pages …')).click();
    await person.find('[data-publish="tidewick-fares"]');
    const go = await person.find('[data-confirm] button');
    await person.find('#publish-reason'); // the timetable has its faults
    expect(await axeFindings(browser.driver)).toEqual([]);
    expect(await go.isEnabled()).toBeFalse();
    await type('#publish-reason', 'Mended in spring');
    await type('#publish-name', 'Winter');
    await person.until(() => go.isEnabled(), 'it can’t be published with a reason');
    await go.click();
    await person.until(
      async () => (await (await person.find('[data-page="tidewick-fares"] [data-state]')).getText()) === 'No changes',
      'it is not live',
    );
    await toReleases();
    expect(await (await person.find('[data-release="2"]')).getText()).toMatch(
      /Published with 2 errors: Mended in spring/,
    );
    await person.until(
      async () => (await (await person.find('[data-release="2"]')).getText()).includes('Winter'),
      'the release has no name',
    );
    expect(await titleAt('/fares')).toContain('Fares');
  });

  it('are named, weighed, and brought back whole or by the page', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-fares');
    await person.store([{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'Dearer fares' }]);
    await person.openPage('tidewick-fares');
    await person.publish();
    expect(await titleAt('/fares')).toBe('Dearer fares');
    await toReleases();
    await inRow(3, 'Name');
    await type('#release-note', 'A mistake');
    await confirm();
    await person.until(async () => (await (await person.find('[data-release="3"]')).getText()).includes('A mistake'));
    expect(await (await person.find('.weights')).getAttribute('aria-label')).toMatch(/newest \d+ kB|newest [\d.]+ MB/);
    expect(await axeFindings(browser.driver)).toEqual([]);
    await inRow(3, 'Compare …');
    const found = await person.find('[data-compared]');
    expect(await found.getText()).toMatch(/Dearer fares \/fares · 1 change/);
    expect(await axeFindings(browser.driver)).toEqual([]);
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await inRow(2, 'Bring back …');
    await person.choose('.p-dialog p-select', 'Fares and passes · /fares');
    await confirm();
    await person.find('[data-release="4"]');
    expect(await titleAt('/fares')).toContain('Fares and passes');
  });

  it('wait for a reason where the page breaks for somebody, and keep it', async () => {
    const { person, browser } = visit;
    const [heading] = Object.keys(lostProperty.parts).filter((id) => lostProperty.parts[id]!.tag === 'h1');
    await person.openPage('tidewick-lost');
    await person.store([{ do: 'set', part: heading!, field: ['style', 'phone', 'normal', 'width'], value: '900px' }]);
    await person.openPage('tidewick-lost');
    await (await person.button('Publish')).click();
    const go = await person.find('[data-go-live] button');
    await person.find('#publish-reason');
    expect(await go.isEnabled()).toBeFalse();
    expect(await axeFindings(browser.driver)).toEqual([]);
    await type('#publish-reason', 'Mended tomorrow');
    await type('#publish-name', 'In a hurry');
    await person.until(() => go.isEnabled(), 'it can’t be published with a reason');
    await go.click();
    await person.find('[data-live-address]');
    await toReleases();
    const row = await (await person.find('fold-releases tbody tr')).getText();
    expect(row).toContain('In a hurry');
    expect(row).toMatch(/Published with (an error|\d+ errors): Mended tomorrow/);
  });

  it('are out of sight while the site is offline, and back when it is online', async () => {
    const { person, browser } = visit;
    await toReleases();
    await (await person.button('Take offline …')).click();
    await type('#offline-words', 'The boats are being painted.');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await confirm();
    await person.find('[data-offline]');
    await browser.driver.get(visit.servers.site('tidewick', '/fares'));
    expect(await (await person.find('body')).getText()).toContain('The boats are being painted.');
    expect(await browser.driver.executeScript(`return getComputedStyle(document.body).backgroundColor`)).toBe(
      'rgb(253, 250, 243)',
    ); // the site’s paper
    expect(await axeFindings(browser.driver)).toEqual([]);
    await toReleases();
    await (await person.button('Put online')).click();
    await person.until(async () => (await browser.driver.findElements(By.css('[data-offline]'))).length === 0);
    expect(await titleAt('/fares')).toContain('Fares and passes');
  });
});
