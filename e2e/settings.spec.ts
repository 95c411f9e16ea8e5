import { By, Key } from 'selenium-webdriver';
import type { DeskFacts } from '@core/api/sites';
import { Client, ask } from '../server/testing/running';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('The settings of a site', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  const open = async (site = 'tidewick'): Promise<void> => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/${site}/settings`);
    await visit.person.find('fold-site-settings #site-name');
  };
  const site = async (): Promise<DeskFacts['site']> =>
    (await visit.person.api.call('GET', '/sites/tidewick')).json<DeskFacts>().site;
  const stored = (holds: (site: DeskFacts['site']) => boolean, what: string): Promise<void> =>
    visit.person.until(async () => holds(await site()), what);
  const value = async (css: string): Promise<string> =>
    (await (await visit.person.find(css)).getAttribute('value')) ?? '';

  it('are reached from the pages, readable by axe, and kept when the tab is reloaded while they are typed', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await driver.get(`${visit.servers.editor}/sites/tidewick`);
    await (await person.find('.screens a[href$="/settings"]')).click();
    const name = await person.find('#site-name');
    expect(await axeFindings(driver)).toEqual([]);
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Tidewick Ferries & Boats');
    await driver.navigate().refresh();
    await person.until(async () => (await value('#site-name')) === 'Tidewick Ferries & Boats', 'the name is lost');
    await stored((one) => one.name === 'Tidewick Ferries & Boats', 'the name is not stored');
    await (await person.find('#site-keeps')).sendKeys('12');
    await driver.navigate().refresh();
    await person.until(async () => (await value('#site-keeps')) === '12', 'the number is lost');
    await stored((one) => one.keeps === 12, 'the number is not stored');
  });

  it('say why a name cannot be one, and leave the one there is', async () => {
    const { person } = visit;
    await (await person.find('#site-name')).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE);
    await person.until(async () =>
      (await (await person.find('#site-name-says')).getText()).includes('A client needs a name.'),
    );
    expect((await site()).name).toBe('Tidewick Ferries & Boats');
    await (await person.find('#site-name')).sendKeys('Tidewick Ferries');
    await stored((one) => one.name === 'Tidewick Ferries', 'the name is not stored');
    expect(await visit.browser.driver.findElements(By.css('#site-name-says'))).toEqual([]);
  });

  it('of language, time zone and search engines are saved when they are chosen, and undone', async () => {
    const { person } = visit;
    await person.choose('.row:has(#site-language) .pair > div:first-child', 'Danish');
    await stored((one) => one.language === 'da', 'the language is not stored');
    await (await person.find('.row .pair > div:nth-child(2) [role=combobox]')).click();
    await (await person.find('.p-select-overlay input')).sendKeys('London');
    await (await person.find('.p-select-overlay [aria-label="Europe/London"]')).click();
    await stored((one) => one.timeZone === 'Europe/London', 'the zone is not stored');
    await (await person.find('#site-unlisted')).click();
    await stored((one) => one.unlisted === true, 'it is not stored');
    await person.saved();
    await visit.browser.driver.executeScript('document.activeElement.blur()');
    for (let times = 0; times < 3; times++) await person.chord(Key.CONTROL, 'z');
    await stored((one) => one.language === 'en' && !one.timeZone && !one.unlisted, 'it is not undone');
  });

  it('lead to the breakpoints, and make a picture the icon', async () => {
    const { person } = visit;
    await (await person.find('[data-edit-breakpoints] button')).click();
    await person.find('fold-breakpoints-dialog');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await (await person.find('[data-choose-icon] button')).click();
    await (
      await person.find('fold-picture-library [data-picture] button, fold-picture-library button[data-picture]')
    ).click();
    await person.noDialog();
    await person.find('fold-site-settings img');
    await stored((one) => one.icon !== undefined, 'the icon is not stored');
  });

  it('move the live site to another host name, and lead visitors there', async () => {
    const { person, servers } = visit;
    const { driver } = visit.browser;
    await (await person.find('[data-move-site] button')).click();
    const host = await person.find('#site-host');
    await host.sendKeys(Key.chord(Key.CONTROL, 'a'), 'oxbow-mill');
    await person.until(
      async () =>
        (await (await person.find('#site-host-says')).getText()) === 'Another site has the host name oxbow-mill.',
    );
    await host.sendKeys(Key.chord(Key.CONTROL, 'a'), 'tidewick-ferries');
    await person.until(
      async () => (await (await person.find('#site-host-says')).getText()) === 'tidewick-ferries can be used.',
    );
    expect(await axeFindings(driver)).toEqual([]);
    await (await person.find('fold-asking [data-confirm] button, [data-confirm] button')).click();
    await person.noDialog();
    await person.find('[data-former="tidewick"]');
    const visitor = (name: string) =>
      ask(servers.livePort, 'GET', '/', { host: `${name}.localhost:${servers.livePort}` });
    expect((await visitor('tidewick-ferries')).status).toBe(200);
    const old = await visitor('tidewick');
    expect([old.status, old.headers['location']]).toEqual([
      301,
      `http://tidewick-ferries.localhost:${servers.livePort}/`,
    ]);
    // its page is published where it is now
    await person.openPage('tidewick-home');
    await person.publish();
    expect((await visitor('tidewick-ferries')).body).toContain('http://tidewick-ferries.localhost');
  });

  it('are read by others, who are told whose they are', async () => {
    const { person, servers } = visit;
    const ada = new Client(servers.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
    expect((await ada.call('PATCH', '/sites/tidewick/people/cleo', { role: 'editor' })).status).toBe(204);
    await person.signIn('cleo@studio.example', 'scissors-and-glue');
    await open();
    expect(await (await person.find('[data-for-owners]')).getText()).toContain('Only owners');
    expect(await (await person.find('#site-name')).isEnabled()).toBeFalse();
    expect(await (await person.find('[data-move-site] button')).isEnabled()).toBeFalse();
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
  });
});
