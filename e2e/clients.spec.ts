import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';
import { still } from './still';

describe('Clients', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const type = async (css: string, text: string): Promise<void> =>
    (await visit.person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const hostSays = async (words: string): Promise<void> =>
    visit.person.until(
      async () => (await (await visit.person.find('#client-host-says')).getText()).includes(words),
      `the host name is not said to be ${words}`,
    );
  const toClients = async (): Promise<void> => {
    await visit.browser.driver.get(`${visit.servers.editor}/`);
    await visit.person.find('fold-clients li a');
  };
  const more = async (name: string, item: string): Promise<void> => {
    await (await visit.person.button(`More for ${name}`)).click();
    await visit.person.menuItem(item);
    await still(visit.browser.driver);
  };
  const confirm = async (): Promise<void> => (await visit.person.find('.p-dialog [data-confirm] button')).click();
  const names = async (): Promise<string[]> => visit.person.textsOf('fold-clients li .name');

  it('are begun: a name, a host name that is checked while it is typed, a look that is seen', async () => {
    const { person, browser } = visit;
    await toClients();
    await (await person.button('New client')).click();
    await type('#client-name', 'Tidewick');
    await hostSays('Another site has the host name tidewick.');
    await type('#client-name', 'Ålesund Salt & Søn');
    await hostSays('alesund-salt-and-son is free.');
    await type('#client-host', 'Salt works');
    await hostSays('A host name is a lower-case letter');
    await confirm();
    expect(await (await person.find('.p-dialog [role=alert]')).getText()).toContain('lower-case');
    await type('#client-host', 'salt-works');
    await hostSays('salt-works is free.');
    await person.choose('.p-dialog p-select:has(#client-language)', 'Norwegian Bokmål');
    expect(await axeFindings(browser.driver)).toEqual([]);
    const looks = await browser.driver.findElements(By.css('[data-look] input'));
    expect(looks).toHaveSize(4);
    await looks[1]!.sendKeys(Key.SPACE);
    await confirm();
    await person.find('fold-desk tbody tr');
    await (await person.find('fold-desk tbody a')).click();
    await person.ready();
    expect(await person.inLeaf<string>('wide', `return document.documentElement.lang`)).toBe('nb');
    expect(await person.computed('wide', 'body', 'background-color')).not.toBe('rgba(0, 0, 0, 0)');
  });

  it('are duplicated, with all their pages', async () => {
    const { person } = visit;
    await toClients();
    await more('Tidewick Ferries', 'Duplicate …');
    await type('#client-name', 'Winter Ferries');
    await hostSays('winter-ferries is free.');
    await confirm();
    await person.until(
      async () => (await visit.browser.driver.findElements(By.css('fold-desk tbody tr'))).length === 4,
      'the copy has not four pages',
    );
  });

  it('are archived out of the way and brought back; what is archived is not worked on', async () => {
    const { person, browser } = visit;
    await toClients();
    await more('Winter Ferries', 'Archive');
    await person.find('[data-archived]');
    expect(await names()).not.toContain('Winter Ferries');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await (await person.find('[data-archived] a')).click();
    await (await person.find('fold-desk tbody a')).click();
    await person.ready();
    expect(await (await person.find('[data-role-says]')).getText()).toContain('This client is archived.');
    await toClients();
    await (await person.button('Bring back')).click();
    await person.until(async () => (await names()).includes('Winter Ferries'), 'it is not back');
  });

  it('are deleted after thirty days, or at once where their name is typed', async () => {
    const { person, browser } = visit;
    await toClients();
    await more('Winter Ferries', 'Delete …');
    await confirm();
    await person.until(
      async () => (await (await person.find('[data-archived]')).getText()).includes('will be deleted on'),
      'it is not said when it goes',
    );
    await person.noDialog();
    await (await person.button('Delete')).click();
    await type('#typed-name', 'Winter');
    expect(await (await person.find('.p-dialog [data-confirm] button')).isEnabled()).toBeFalse();
    await type('#typed-name', 'Winter Ferries');
    expect(await axeFindings(browser.driver)).toEqual([]);
    await confirm();
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-archived]'))).length === 0,
      'it is still there',
    );
  });
});
