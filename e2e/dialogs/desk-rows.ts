import { readdirSync } from 'node:fs';
import { nanoid } from 'nanoid';
import { By } from 'selenium-webdriver';
import type { Members } from '@core/api/members';
import type { Bin } from '@core/api/pages';
import type { PreviewLink, PreviewLinks, Shown } from '@core/api/preview-links';
import type { ReleaseList } from '@core/api/releases';
import type { Remarks } from '@core/api/remarks';
import type { DeskFacts, FormerHosts, MadePage } from '@core/api/sites';
import { Client } from '../../server/testing/running';
import type { Person } from '../person';
import { addressIn, stored, type Screen, type ScreenRow, type ScreenTrial } from './screen';

const site = '/sites/tidewick';
const desk = (trial: ScreenTrial): Promise<DeskFacts> => stored<DeskFacts>(trial, site);
const titles = async (trial: ScreenTrial): Promise<string[]> => (await desk(trial)).pages.map((one) => one.title);

/** Creates a page of the demo site, with a title that ends in the hand's name. Returns the page's id. */
async function page(trial: ScreenTrial, title: string, path = `/${title.toLowerCase()}`): Promise<string> {
  const made = { title: `${title} ${trial.word}`, path: `${path}-${trial.word}` };
  return (await stored<MadePage>(trial, `${site}/pages`, made)).id;
}

/** Deletes a page without leaving anything live. */
async function remove({ person }: ScreenTrial, id: string): Promise<void> {
  const { status, body } = await person.api.call('DELETE', `/pages/${id}`, {});
  if (status >= 400) throw new Error(body);
}

/** Opens a dialog with a button; afterwards the focus is on the button, or in `back`. */
const by =
  (
    button: (trial: ScreenTrial) => string,
    back: (trial: ScreenTrial) => string | undefined = button,
  ): ScreenRow['open'] =>
  async (trial) => {
    await trial.hand.press(button(trial));
    return back(trial);
  };
/** Accepts any control of the screen as focused, because the row that opened the dialog no longer exists. */
const anywhere = (): string => 'main';

/** Chooses two pages and opens a dialog with a button of the bar that appears. */
const fromSeveral =
  (button: string): ScreenRow['open'] =>
  async ({ hand, word }) => {
    for (const title of ['First', 'Second']) await hand.press(`input[aria-label="${title} ${word}"]`);
    await hand.press(`button “${button}”`);
    return anywhere();
  };

const pages: Screen = {
  async address(trial) {
    for (const title of ['Copied', 'Plain', 'Ended', 'Lone', 'First', 'Second']) await page(trial, title);
    await remove(trial, await page(trial, 'Binned', '/binned'));
    await page(trial, 'Instead', '/binned');
    await remove(trial, await page(trial, 'Waste'));
    return site;
  },
  rows: {
    'copies a page': {
      covers: ['desk/desk.ts for copy', 'desk/desk.ts dialog isMaking()', 'desk/new-page.ts form confirm()'],
      open: by(({ word }) => `button “Duplicate” of “Copied ${word}”`),
      async use({ hand, word }) {
        await hand.write('#page-title', `Copy ${word}`);
        await hand.send('button “Create page”', '#page-path');
      },
      isDone: async (trial) => (await titles(trial)).includes(`Copy ${trial.word}`),
    },
    'renames a page': {
      covers: ['desk/desk.ts for rename', 'desk/desk.ts question confirm()'],
      open: by(
        ({ word }) => `button “Rename” of “Plain ${word}”`,
        ({ word }) => `button “Rename” of “Renamed ${word}”`,
      ),
      async use({ hand, word }) {
        await hand.write('#page-title', `Renamed ${word}`);
        await hand.send('button “Rename page”', '#page-path');
      },
      isDone: async (trial) => (await titles(trial)).includes(`Renamed ${trial.word}`),
    },
    'puts a page in a menu': {
      covers: ['desk/desk.ts for menu'],
      open: by(({ word }) => `button “Put in a menu: Lone ${word}”`, anywhere),
      async use({ hand }) {
        await hand.press('[data-menu] input');
        await hand.press('button “Put in a menu”');
      },
      isDone: async (trial) => JSON.stringify(await desk(trial)).includes(`"Lone ${trial.word}"`),
    },
    'deletes a page': {
      covers: ['desk/desk.ts for delete'],
      open: by(({ word }) => `button “Delete” of “Ended ${word}”`, anywhere),
      use: ({ hand }) => hand.press('button “Delete page”'),
      isDone: async (trial) => !(await titles(trial)).includes(`Ended ${trial.word}`),
    },
    'puts several pages in a menu': {
      covers: ['desk/several-pages.ts for menu', 'desk/several-pages.ts question confirm()'],
      open: fromSeveral('Put in a menu'),
      async use({ hand }) {
        await hand.press('[data-menu] input');
        await hand.press('button “Put in a menu”');
      },
      isDone: async (trial) => JSON.stringify(await desk(trial)).includes(`"Second ${trial.word}"`),
    },
    'gives several pages a page frame': {
      covers: ['desk/several-pages.ts for frame'],
      open: fromSeveral('Change page frame'),
      use: ({ hand }) => hand.press('button “Change page frame”'),
      async isDone(trial) {
        const [first] = (await desk(trial)).pages.filter((one) => one.title === `First ${trial.word}`);
        const { page: document, site: of } = await trial.person.api.open(first!.id);
        return JSON.stringify(document).includes(`"${of.frames![0]!.id}"`);
      },
    },
    'deletes several pages': {
      covers: ['desk/several-pages.ts for delete'],
      open: fromSeveral('Delete'),
      use: ({ hand }) => hand.press('button “Delete”'),
      isDone: async (trial) => !(await titles(trial)).includes(`Second ${trial.word}`),
    },
    'brings a page back to another path': {
      covers: ['desk/page-bin.ts for path', 'desk/page-bin.ts question confirm()'],
      open: by(({ word }) => `button “Bring back” of “Binned ${word}”`, anywhere),
      async use({ hand, word }) {
        await hand.write('#back-path', `/back-${word}`);
        await hand.send('button “Bring back”', '#back-path');
      },
      isDone: async (trial) => (await desk(trial)).pages.some((one) => one.path === `/back-${trial.word}`),
    },
    'deletes a page for good': {
      covers: ['desk/page-bin.ts for delete'],
      open: by(({ word }) => `button “Delete for good” of “Waste ${word}”`, anywhere),
      use: ({ hand }) => hand.press('button “Delete for good”'),
      isDone: async (trial) =>
        !(await stored<Bin>(trial, `${site}/bin`)).pages.some((one) => one.title === `Waste ${trial.word}`),
    },
    'begins a page': {
      covers: ['desk/desk.ts for new'],
      open: by(
        () => 'button “New page”',
        () => undefined,
      ),
      async use({ hand, word }) {
        await hand.write('#page-title', `Fresh ${word}`);
        await hand.send('button “Create page”', '#page-title');
      },
      isDone: async (trial) => (await titles(trial)).includes(`Fresh ${trial.word}`),
    },
  },
};

/** Invites an account that does not exist yet to a site and accepts the invitation. */
async function join(trial: ScreenTrial, of: string, role: string): Promise<void> {
  const email = `${role}-${trial.word}@tidewick.example`;
  await stored(trial, `${of}/invitations`, { email, role });
  const key = (await addressIn(trial, email)).split('#')[1];
  const used = await new Client(trial.servers.port).call('POST', '/links/use', {
    ...{ key, name: `Noor ${trial.word}`, password: 'the sea is a road' },
  });
  if (used.status >= 400) throw new Error(used.body);
}

const members = (trial: ScreenTrial): Promise<Members> => stored<Members>(trial, `${site}/people`);

const people: Screen = {
  async address(trial) {
    await join(trial, site, 'reader');
    return `${site}/people`;
  },
  rows: {
    'invites somebody': {
      covers: ['desk/people/people.ts question invite()'],
      open: by(() => 'button “Invite”'),
      async use({ hand, word }) {
        await hand.write('#invite-email', `ines-${word}@harbour.example`);
        await hand.choose('fold-asking p-select', 'Reader');
        await hand.send('button “Send the invitation”', '#invite-email');
      },
      isDone: async (trial) =>
        (await members(trial)).invited.some(
          (one) => one.email.startsWith(`ines-${trial.word}`) && one.role === 'reader',
        ),
    },
    'removes somebody': {
      covers: ['desk/people/people.ts question remove()'],
      open: by(({ word }) => `button “Remove” of “Noor ${word}”`, anywhere),
      use: ({ hand }) => hand.press('button “Remove”'),
      isDone: async (trial) => !(await members(trial)).people.some((one) => one.name === `Noor ${trial.word}`),
    },
  },
};

const hosts = (trial: ScreenTrial): Promise<FormerHosts> => stored<FormerHosts>(trial, '/sites/mill/hosts');

const settings: Screen = {
  address: () => Promise.resolve('/sites/mill/settings'),
  rows: {
    'changes the host name': {
      covers: ['desk/settings/move-site.ts question move()'],
      open: by(() => 'button “Change host name …”'),
      async use({ hand, word }) {
        await hand.write('#site-host', `mill-${word}`);
        await hand.send('button “Move the site”', '#site-host');
      },
      isDone: async (trial) => (await hosts(trial)).live.includes(`//mill-${trial.word}.`),
    },
    'gives up an earlier address': {
      covers: ['desk/settings/move-site.ts question giveUp()'],
      async open(trial) {
        const { host } = (await hosts(trial)).former[0]!; // the row before left one
        await trial.hand.press(`button[aria-label="Give up ${host}"]`);
        return anywhere();
      },
      use: ({ hand }) => hand.press('button “Give up”'),
      isDone: async (trial) => (await hosts(trial)).former.length === 0,
    },
  },
};

const releaseList = (trial: ScreenTrial): Promise<ReleaseList> => stored<ReleaseList>(trial, `${site}/releases`);

const releases: Screen = {
  async address(trial) {
    const { person, word } = trial;
    for (const name of ['Low tide', 'High tide'])
      await person.publishSeveral('tidewick', ['tidewick-fares'], `${name} ${word}`);
    return `${site}/releases`;
  },
  rows: {
    'compares releases': {
      covers: ['desk/releases/releases.ts dialog comparing() !== undefined'],
      async open(trial) {
        const { number } = (await releaseList(trial)).releases[0]!;
        await trial.hand.press(`button[aria-label="Compare release ${number}"]`);
        return `button[aria-label="Compare release ${number}"]`;
      },
    },
    'names a release': {
      covers: ['desk/releases/releases.ts for name', 'desk/releases/releases.ts question confirm()'],
      open: by(
        ({ word }) => `button “Name” of “High tide ${word}”`,
        ({ word }) => `button “Name” of “Spring tide ${word}”`,
      ),
      async use({ hand, word }) {
        await hand.write('#release-name', `Spring tide ${word}`);
        await hand.send('button “Save”', '#release-name');
      },
      isDone: async (trial) =>
        (await releaseList(trial)).releases.some((one) => one.name === `Spring tide ${trial.word}`),
    },
    'brings a release back': {
      covers: ['desk/releases/releases.ts for back'],
      open: by(({ word }) => `button “Bring back …” of “Low tide ${word}”`),
      use: ({ hand }) => hand.press('button “Bring back”'),
      isDone: async (trial) => (await releaseList(trial)).releases[0]!.name !== `Spring tide ${trial.word}`,
    },
    'takes the site offline': {
      covers: ['desk/releases/releases.ts for offline'],
      open: by(() => 'button “Take offline …”', anywhere),
      async use({ hand, word }) {
        await hand.write('#offline-words', `Back soon, ${word}`);
        await hand.press('button “Take offline”');
      },
      async isDone(trial) {
        const { offline } = await releaseList(trial);
        if (offline?.words !== `Back soon, ${trial.word}`) return false;
        await trial.person.api.call('PUT', `${site}/offline`, { offline: null });
        return true;
      },
    },
  },
};

const links = async (trial: ScreenTrial): Promise<PreviewLinks['links']> =>
  (await stored<PreviewLinks>(trial, `${site}/links`)).links;

/** Creates a preview link and returns its key. */
async function link(trial: ScreenTrial, name: string): Promise<string> {
  const made = await stored<PreviewLink>(trial, `${site}/links`, { name: `${name} ${trial.word}`, days: 7 });
  return made.address!.split('#')[1]!; // a link that was just made has one
}

/** Stores a client's remark on the demo's home page. */
async function leaveRemark(trial: ScreenTrial): Promise<void> {
  const { person, word } = trial;
  const key = await link(trial, 'For remarks');
  const { page: home } = await person.api.open('tidewick-home');
  await person.until(async () => {
    const answer = await person.api.call('POST', '/shown', { key });
    if (answer.status === 503) return false; // it is being made ready
    const at = { part: home.root, x: 0.5, y: 0.5, width: 390, page: home.id };
    const said = { key, pass: answer.json<Shown>().pass, id: nanoid(), words: `Bigger, ${word}`, by: 'Ines', ...at };
    return (await person.api.call('PUT', '/shown/remarks', said)).status < 300;
  }, 'the client’s remark is not stored');
}

const remarks: Screen = {
  async address(trial) {
    for (const name of ['Changed', 'Ended']) await link(trial, name);
    await leaveRemark(trial);
    return `${site}/remarks`;
  },
  rows: {
    'makes a link': {
      covers: ['desk/remarks/remarks.ts for new', 'desk/remarks/remarks.ts question confirm()'],
      open: by(() => 'button “New link”'),
      async use({ hand, word }) {
        await hand.write('#link-name', `New ${word}`);
        await hand.send('button “Create”', '#link-word');
      },
      isDone: async (trial) => (await links(trial)).some((one) => one.name === `New ${trial.word}`),
    },
    'changes a link': {
      covers: ['desk/remarks/remarks.ts for change'],
      open: by(
        ({ word }) => `button “Change the link Changed ${word}”`,
        ({ word }) => `button “Change the link Other ${word}”`,
      ),
      async use({ hand, word }) {
        await hand.write('#link-name', `Other ${word}`);
        await hand.send('button “Save”', '#link-name');
      },
      isDone: async (trial) => (await links(trial)).some((one) => one.name === `Other ${trial.word}`),
    },
    'deletes a link': {
      covers: ['desk/remarks/remarks.ts for delete'],
      open: by(({ word }) => `button “Delete the link Ended ${word}”`, anywhere),
      use: ({ hand }) => hand.press('button “Delete”'),
      isDone: async (trial) => !(await links(trial)).some((one) => one.name === `Ended ${trial.word}`),
    },
    'answers a remark': {
      covers: ['remarks/remark-card.ts form send()'],
      form: 'fold-remark-card form',
      open: by(() => 'fold-remark-card [aria-label^="Answer remark"]'),
      async use({ hand, word }) {
        await hand.write('fold-remark-card textarea', `It is, ${word}`);
        await hand.press('button “Send”');
      },
      isDone: async (trial) =>
        JSON.stringify(await stored<Remarks>(trial, `${site}/remarks`)).includes(`"It is, ${trial.word}"`),
    },
  },
};

const redirects: Screen = {
  address: () => Promise.resolve(`${site}/redirects`),
  rows: {
    'adds a redirect': {
      covers: ['desk/redirects-table.ts form add()'],
      form: 'fold-redirects-table form',
      open: () => Promise.resolve('fold-redirects-table form'),
      async use({ hand, word }) {
        await hand.write('#redirect-from', `/old-${word}`);
        await hand.choose('fold-redirects-table p-select', 'Fares');
        await hand.send('button “Add”', '#redirect-from');
      },
      isDone: async (trial) => JSON.stringify((await desk(trial)).site).includes(`"/old-${trial.word}"`),
    },
    'adds a pasted list of redirects': {
      covers: ['desk/redirect-list.ts form add()'],
      form: 'fold-redirect-list form',
      async open({ hand }) {
        await hand.press('fold-redirect-list summary');
        return 'fold-redirect-list form';
      },
      async use({ hand, word }) {
        await hand.write('#redirect-list', `/list-${word}.php?id=3 → /fares`);
        await hand.press('button “Add the list”');
      },
      isDone: async (trial) => JSON.stringify((await desk(trial)).site).includes(`"/list-${trial.word}.php?id=3"`),
    },
  },
};

const takeAway: Screen = {
  async address({ person, folder }) {
    const to = { behavior: 'allow', downloadPath: folder };
    await person.driver.sendDevToolsCommand('Browser.setDownloadBehavior', to);
    return `${site}/take-away`;
  },
  rows: {
    'saves plain files': {
      covers: ['desk/take-away.ts form savePlain()'],
      form: 'fold-take-away form',
      open: () => Promise.resolve('fold-take-away form'),
      async use({ hand }) {
        await hand.press('input[value=now]');
        await hand.write('#plain-address', 'https://www.tidewick.example');
        await hand.send('button “Save the files”', '#plain-address');
      },
      isDone: ({ folder }) => Promise.resolve(readdirSync(folder).some((one) => one.endsWith('-files.zip'))),
    },
  },
};

/** Returns whether the pages have errors, so that a reason is asked for, once all are reviewed. */
async function isReasonAsked(person: Person): Promise<boolean> {
  const has = async (css: string): Promise<boolean> => (await person.driver.findElements(By.css(css))).length > 0;
  const isAsked = (): Promise<boolean> => has('#publish-reason');
  await person.until(
    async () => (await isAsked()) || (await has('[data-confirm] button:enabled')),
    'the pages are not reviewed',
  );
  return isAsked();
}

const publishing: Screen = {
  address: () => Promise.resolve(`${site}/publish?only=tidewick-fares`),
  rows: {
    'publishes a page': {
      covers: ['workbench/publish/publish-screen.ts form publish()'],
      form: '#publish-form',
      open: () => Promise.resolve(undefined),
      async use({ person, hand, word }) {
        // links to pages that other trials deleted are errors
        if (await isReasonAsked(person)) await hand.write('#publish-reason', 'It is a trial');
        await hand.write('#publish-name', `By ${word}`);
        await hand.send('button “Publish 1 page”', '#publish-note');
      },
      isDone: async (trial) => (await releaseList(trial)).releases[0]?.name === `By ${trial.word}`,
    },
  },
};

/** The screens of one client. */
export const deskScreens = { pages, people, releases, settings, remarks, redirects, takeAway, publishing } as const;
