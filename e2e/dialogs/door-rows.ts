import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import type { Account } from '@core/api/accounts';
import type { PreviewLink } from '@core/api/preview-links';
import type { Remarks } from '@core/api/remarks';
import type { ClientCards, MadeSite } from '@core/api/sites';
import { Client } from '../../server/testing/running';
import { addressIn, stored, type Screen, type ScreenRow, type ScreenTrial } from './screen';

const ada = ['ada@studio.example', 'paper-and-ink'] as const;

const clients = (trial: ScreenTrial): Promise<ClientCards> => stored<ClientCards>(trial, '/sites');
const isClient = async (trial: ScreenTrial, name: string): Promise<boolean> =>
  JSON.stringify(await clients(trial)).includes(`"${name} ${trial.word}"`);

/** Creates a client's site with the hand's word in its name; returns its id. */
async function client(trial: ScreenTrial, name: string): Promise<string> {
  const { word } = trial;
  const facts = { name: `${name} ${word}`, host: `${name.toLowerCase()}-${word}`, language: 'en', home: 'Home' };
  return (await stored<MadeSite>(trial, '/sites', { ...facts, breakpoints: 'three' })).id;
}

/** Opens a dialog whose button opens another screen, so that the focus is not checked. */
const left =
  (open: (trial: ScreenTrial) => Promise<void>): ScreenRow['open'] =>
  async (trial) => {
    await open(trial);
    return undefined;
  };
/** Opens nothing: the form is part of the screen. Its button opens another screen. */
const leaving = left(() => Promise.resolve());

const clientList: Screen = {
  async address(trial) {
    const { person, folder } = trial;
    const id = await client(trial, 'Kiosk');
    await client(trial, 'Pier');
    const archive = await person.api.call('GET', `/sites/${id}/archive`);
    if (archive.status !== 200) throw new Error(archive.body);
    writeFileSync(join(folder, 'kiosk.zip'), archive.bytes);
    return '/';
  },
  rows: {
    'deletes a client': {
      covers: ['clients/clients.ts for delete', 'clients/clients.ts question remove()'],
      async open({ hand, word }) {
        await hand.menu(`button “More for Pier ${word}”`, 'Delete');
        return 'main';
      },
      async use({ hand, word }) {
        await hand.write('#typed-name', `Pier ${word}`);
        await hand.send('button “Delete at once”', '#typed-name');
      },
      isDone: async (trial) => !(await isClient(trial, 'Pier')),
    },
    'copies a client': {
      covers: ['clients/clients.ts for copy', 'clients/clients.ts dialog isMaking()'],
      open: left(({ hand, word }) => hand.menu(`button “More for Kiosk ${word}”`, 'Duplicate')),
      async use({ hand, word }) {
        await hand.write('#client-name', `Twin ${word}`);
        await hand.send('button “Duplicate”', '#client-host');
      },
      isDone: (trial) => isClient(trial, 'Twin'),
    },
    'begins a client': {
      covers: ['clients/clients.ts for new', 'clients/new-client.ts form confirm()'],
      open: left(({ hand }) => hand.press('button “New client”')),
      async use({ hand, word }) {
        await hand.write('#client-name', `Quay ${word}`);
        await hand.send('button “Create client”', '#client-host');
      },
      isDone: (trial) => isClient(trial, 'Quay'),
    },
    'takes in an archive': {
      covers: [
        'clients/clients.ts for archive',
        'clients/clients.ts dialog isTakingIn()',
        'clients/take-in.ts form confirm()',
      ],
      open: left(({ hand }) => hand.press('button “From an archive”')),
      async use({ person, hand, word, folder }) {
        // the browser's own window for files cannot be operated
        await (await person.find('#archive-file')).sendKeys(join(folder, 'kiosk.zip'));
        await hand.write('#archive-name', `Moored ${word}`);
        await hand.send('button “Create client”', '#archive-host');
      },
      isDone: (trial) => isClient(trial, 'Moored'),
    },
  },
};

const account: Screen = {
  address: () => Promise.resolve('/account'),
  rows: {
    'renames the account': {
      covers: ['account/account.ts form rename()'],
      form: 'form:has(#name)',
      open: () => Promise.resolve('form:has(#name)'),
      async use({ hand, word }) {
        await hand.write('#name', `Ada ${word}`);
        await hand.send('form:has(#name) button', '#name');
      },
      isDone: async (trial) => (await stored<Account>(trial, '/session')).name === `Ada ${trial.word}`,
    },
    'changes the password': {
      covers: ['account/account.ts form changePassword()'],
      form: 'form:has(#now)',
      open: () => Promise.resolve('form:has(#now)'),
      async use({ hand, word }) {
        await hand.write('#now', ada[1]);
        await hand.write('#next', `another ${word} one`);
        await hand.send('button “Change password”', '#next');
      },
      async isDone({ servers, person, word }) {
        const now = `another ${word} one`;
        const elsewhere = new Client(servers.port);
        if ((await elsewhere.signIn(ada[0], now)).status !== 200) return false;
        await elsewhere.call('PUT', '/account/password', { now, next: ada[1] }); // which ends all other sessions
        await person.signIn(...ada);
        return true;
      },
    },
  },
};

const signIn: Screen = {
  async address({ person }) {
    await person.driver.sendDevToolsCommand('Network.clearBrowserCookies', {});
    return '/sign-in';
  },
  rows: {
    'signs in': {
      covers: ['sign-in/sign-in.ts form signIn()'],
      form: 'fold-sign-in form',
      open: leaving,
      async use({ hand }) {
        await hand.write('#email', ada[0]);
        await hand.write('#password', ada[1]);
        await hand.send('button “Sign in”', '#password');
      },
      isDone: async ({ person }) => (await person.driver.findElements(By.css('fold-clients'))).length > 0,
    },
  },
};

const forgotten: Screen = {
  address: () => Promise.resolve('/forgotten'),
  rows: {
    'asks for a new password': {
      covers: ['sign-in/forgotten.ts form send()'],
      form: 'fold-forgotten form',
      open: () => Promise.resolve('main'),
      async use({ hand }) {
        await hand.write('#email', 'cleo@studio.example');
        await hand.send('button “Send the link”', '#email');
      },
      isDone: async ({ servers }) => (await servers.letters.all()).some((one) => one.to === 'cleo@studio.example'),
    },
  },
};

const welcome: Screen = {
  async address(trial) {
    const { person, word, servers } = trial;
    await person.signIn(...ada);
    const email = `noor-${word}@harbour.example`;
    await stored(trial, '/sites/tidewick/invitations', { email, role: 'reader' });
    return (await addressIn(trial, email)).slice(servers.editor.length);
  },
  rows: {
    'accepts an invitation': {
      covers: ['sign-in/welcome.ts form use()'],
      form: 'fold-welcome form',
      open: leaving,
      async use({ hand, word }) {
        await hand.write('#name', `Noor ${word}`);
        await hand.write('#password', 'the sea is a road');
        await hand.send('button “Create account”', '#password');
      },
      isDone: async ({ servers, word }) =>
        (await new Client(servers.port).signIn(`noor-${word}@harbour.example`, 'the sea is a road')).status === 200,
    },
  },
};

/** Picks the first part of the page that the client sees, with the pointer or with the keys. */
async function pickPart({ person, hand }: ScreenTrial): Promise<void> {
  const { driver } = person;
  await driver.switchTo().frame(await person.find('fold-sized-frame iframe'));
  await person.until(
    async () => (await driver.findElements(By.css('[style*=crosshair]'))).length > 0,
    'nothing can be picked',
  );
  if (hand.name === 'mouse') await driver.findElement(By.css('h1')).click();
  else await person.keys(Key.TAB, Key.TAB, Key.ENTER);
  await driver.switchTo().defaultContent();
}

const shown: Screen = {
  async address(trial) {
    await trial.person.signIn(...ada);
    const link = { name: `Low tide ${trial.word}`, days: 7, word: 'low tide' };
    const { address } = await stored<PreviewLink>(trial, '/sites/tidewick/links', link);
    return address!.slice(trial.servers.editor.length); // a link that was just made has one
  },
  rows: {
    'opens a preview': {
      covers: ['shown/shown.ts form open()'],
      form: 'fold-shown form',
      open: leaving,
      async use({ hand }) {
        await hand.write('#word', 'low tide');
        await hand.send('button “Open”', '#word');
      },
      isDone: async ({ person }) => (await person.driver.findElements(By.css('fold-sized-frame iframe'))).length > 0,
    },
    'leaves a remark': {
      covers: ['shown/shown.ts form send()'],
      form: 'form.new',
      async open(trial) {
        await trial.hand.press('button “Add a remark”');
        await pickPart(trial);
        return 'fold-shown';
      },
      async use({ hand, word }) {
        await hand.write('#remark-words', `Wider, ${word}`);
        await hand.write('#remark-by', 'Ines');
        await hand.send('button “Send”', '#remark-by');
      },
      isDone: async (trial) =>
        JSON.stringify(await stored<Remarks>(trial, '/sites/tidewick/remarks')).includes(`"Wider, ${trial.word}"`),
    },
  },
};

/** The screens before and beside a client's desk. Some end the session, so that they come last. */
export const doorScreens = { clientList, account, signIn, forgotten, welcome, shown } as const;
