import { nanoid } from 'nanoid';
import { By, Key } from 'selenium-webdriver';
import type { PreviewLink, Shown } from '@core/api/preview-links';
import { styleEdit } from '@core/document/commands/style';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { planted, type Tree } from '@core/document/sections/planting';
import type { Site } from '@core/document/site';
import type { Hand } from './hand';
import type { Row, Trial } from './trial';

/** A section whose parts have values that every dialog can change. */
const tree: Tree = {
  kind: 'section',
  name: 'Timetable',
  holds: [
    {
      kind: 'container',
      name: 'Ferry card',
      base: { 'padding-top': '32px', 'max-width': '1100px' },
      narrowest: { 'padding-top': '18px' },
      holds: [
        {
          kind: 'heading',
          name: 'Title',
          tag: 'h1',
          content: { text: 'The morning boat' },
          base: {
            ...{ 'font-size': '72px', 'line-height': '1.1', 'font-weight': '600', 'letter-spacing': '1px' },
            color: '#22333b',
          },
        },
        { kind: 'text', name: 'Words', content: { text: 'Sails at eight' }, base: { width: '980px' } },
        { kind: 'button', name: 'Fares', content: { text: 'Fares', link: '/fares' } },
        { kind: 'image', name: 'Boat', base: { width: '900px' } },
        {
          kind: 'container',
          name: 'Padded box',
          base: { 'padding-left': '24px' },
          narrowest: { 'padding-left': '12px' },
          holds: [{ kind: 'text', name: 'More words', content: { text: 'And back at noon' } }],
        },
      ],
    },
  ],
};

/** Returns the edits that insert the section into an empty page. Ids are the hand's name and the kind: `mouse-text`, `mouse-text-2`. */
export function sectionFor(site: Site, { name }: Hand): AnyEdit[] {
  const counts = new Map<string, number>();
  const idFor = (kind: string): string => {
    const nth = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, nth);
    return nth === 1 ? `${name}-${kind}` : `${name}-${kind}-${nth}`;
  };
  // a value that differs between the hands, so that it is not a token of the other hand already
  const top = styleEdit(`${name}-container`, 'wide', 'normal', 'padding-top', `${30 + name.length}px`);
  return [{ do: 'insert', parent: 'root', index: 0, ...planted(site, tree, idFor) }, top];
}

const idOf = ({ hand }: Trial, kind: string): string => `${hand.name}-${kind}`;

/** Selects a part in the outline, which focuses its row. Returns the row's CSS selector. */
async function select({ person }: Trial, name: string): Promise<string> {
  const row = await person.row('[role=treeitem]', name);
  await row.click();
  await person.isSelected(name);
  return `[data-row="${await row.getAttribute('data-row')}"]`;
}

const more = 'button[aria-label="More"]';
/** Opens a dialog from the menu of the bar. */
const fromBar =
  (item: string) =>
  async ({ hand }: Trial): Promise<string> => {
    await hand.menu(more, item);
    return more;
  };

/** Opens a dialog from the menu of a part. */
const fromPart =
  (part: string, item: string) =>
  async (trial: Trial): Promise<string> => {
    const { person, hand } = trial;
    const row = await select(trial, part);
    if (hand.name === 'mouse')
      await person.driver
        .actions({ async: true })
        .contextClick(await person.row('[role=treeitem]', part))
        .perform();
    else await person.chord(Key.ALT, Key.SHIFT, 'm');
    await hand.item(item);
    return row;
  };

/** Opens a dialog from the menu of a control of the ledger. */
const fromLedger =
  (part: string, group: string, opener: string, item?: string) =>
  async (trial: Trial): Promise<string> => {
    await select(trial, part);
    await trial.person.group(group);
    if (item === undefined) await trial.hand.press(opener);
    else await trial.hand.menu(opener, item);
    return opener;
  };

const styleOf = async (trial: Trial, kind: string, property: string, at = 'wide'): Promise<string | undefined> =>
  (await trial.stored()).page.parts[idOf(trial, kind)]?.style[at]?.normal?.[property];
/** Returns whether the stored site contains a string. */
const siteSays = async ({ stored }: Trial, text: string): Promise<boolean> =>
  JSON.stringify((await stored()).site).includes(`"${text}"`);

/** Stores a client's remark on the page, sent through a preview link. */
async function leaveRemark({ person, page, word, ...trial }: Trial): Promise<void> {
  const made = await person.api.call('POST', '/sites/tidewick/links', { name: `For ${word}`, days: 7 });
  const key = made.json<PreviewLink>().address!.split('#')[1]!; // a link that was just made has one
  await person.until(async () => {
    const answer = await person.api.call('POST', '/shown', { key });
    if (answer.status === 503) return false; // it is being made ready
    const { pass } = answer.json<Shown>();
    const at = { part: `${trial.hand.name}-heading`, x: 0.5, y: 0.5, width: 390 };
    const said = { key, pass, id: nanoid(), words: `Bigger, ${word}`, by: 'Ines', page, ...at };
    return (await person.api.call('PUT', '/shown/remarks', said)).status < 300;
  }, 'the client’s remark is not stored');
}

/** Every dialog of `state/dialogs.ts` by its name; they are tried in this order. */
export const workbenchRows: Readonly<Record<string, Row>> = {
  keys: { open: fromBar('Keys') },
  plan: {
    open: fromBar('Plan the page …'),
    async use({ hand, word }) {
      await hand.write('input[aria-label="Name of section 1"]', `Plan ${word}`);
      await hand.press('button “Create sections”');
    },
    isDone: async ({ stored, word }) =>
      Object.values((await stored()).page.parts).some((one) => one.name === `Plan ${word}`),
  },
  sections: {
    async open({ hand }) {
      await hand.press('button[aria-label="Sections …"]');
      return 'button[aria-label="Sections …"]';
    },
    async use({ hand }) {
      await hand.write('[data-sections-search]', 'questions');
      await hand.press('[data-offer] .add');
    },
    isDone: async ({ stored }) => Object.values((await stored()).page.parts).some((one) => one.kind === 'disclosure'),
  },
  'save section': {
    open: fromPart('Timetable', 'Save or share this section …'),
    async use({ hand, word }) {
      await hand.write('#keep-name', `Section ${word}`);
      await hand.choose('fold-save-section-dialog', 'contact');
      await hand.press('button “Save”');
    },
    isDone: (trial) => siteSays(trial, `Section ${trial.word}`),
  },
  classes: {
    open: fromPart('More words', 'Classes …'),
    async use({ hand, word }) {
      await hand.write('fold-classes-dialog .text', `on-${word}`);
      await hand.press('[data-create-class] button');
    },
    isDone: (trial) => siteSays(trial, `on-${trial.word}`),
    stays: true,
  },
  values: {
    open: fromBar('Table of values …'),
    async use({ hand }) {
      await hand.press('button “All”');
      await hand.press('button “Reset color at Wide”');
    },
    isDone: async (trial) => (await styleOf(trial, 'heading', 'color')) === undefined,
    stays: true,
  },
  'new type': {
    open: fromLedger('Title', 'Type', '[data-type-at="wide"]', 'Make a type of these values …'),
    async use({ hand, word }) {
      await hand.write('#type-name', `type-${word}`);
      await hand.press('[data-create-type] button');
    },
    isDone: (trial) => siteSays(trial, `type-${trial.word}-font-size`),
  },
  'new token': {
    open: fromLedger('Words', 'Box', '[aria-label="More for width at Wide"]', 'Make it a token …'),
    async use({ hand, word }) {
      await hand.write('#token-name', `width-${word}`);
      await hand.press('[data-create-token] button');
    },
    isDone: async (trial) => (await styleOf(trial, 'text', 'width'))?.startsWith('var(') === true,
  },
  'new tokens': {
    open: fromLedger('Ferry card', 'Space', '[data-own="wide"]', 'Make the values of Space tokens …'),
    async use({ hand, word }) {
      await hand.write('[data-token-of] input[aria-label^="Name of the token"]', `space-${word}`);
      await hand.press('[data-create-tokens] button');
    },
    isDone: (trial) => siteSays(trial, `space-${trial.word}`),
  },
  'would change': {
    open: fromLedger('Title', 'Type', '[aria-label="More for letter-spacing at Wide"]', 'Move to every h1'),
    use: ({ hand }) => hand.press('[data-apply-change] button'),
    isDone: async (trial) => (await styleOf(trial, 'heading', 'letter-spacing')) === undefined,
  },
  'new class': {
    open: fromLedger('Ferry card', 'Box', '[aria-label="More for max-width at Wide"]', 'Move to a new class …'),
    async use({ hand, word }) {
      await hand.write('#class-name', `cell-${word}`);
      await hand.press('[data-create-class] button');
    },
    isDone: async (trial) => (await styleOf(trial, 'container', 'max-width')) === undefined,
  },
  faces: {
    open: fromLedger('Words', 'Type', '[aria-label="Choose a typeface for Wide"]'),
    use: ({ hand }) => hand.press('[data-face="Source Serif 4"]'),
    isDone: async (trial) => (await styleOf(trial, 'text', 'font-family'))?.includes('Source Serif') === true,
  },
  tokens: {
    open: fromBar('Tokens …'),
    async use({ hand, word }) {
      await hand.write('[aria-label="Name of a new token"]', `token-${word}`);
      await hand.write('[aria-label="Value of the new token"]', '12px');
      await hand.press('fold-tokens-dialog [data-create-token] button');
    },
    isDone: (trial) => siteSays(trial, `token-${trial.word}`),
    stays: true,
  },
  looks: {
    open: fromBar('Looks …'),
    async use({ hand, word }) {
      await hand.write('[aria-label="Name of a new look"]', `Look ${word}`);
      await hand.press('[data-save-look] button');
    },
    isDone: (trial) => siteSays(trial, `Look ${trial.word}`),
    stays: true,
  },
  'apply look': {
    async open({ hand, person }) {
      await hand.menu(more, 'Looks …');
      await hand.press('[data-look] p-button[foldhint^="Shows every page"]:not(:has([disabled])) button');
      await person.find('[data-apply-look]');
      return more; // the dialog of looks is closed first
    },
    use: ({ hand }) => hand.press('[data-apply-look] button'),
  },
  link: {
    open: fromPart('Words', 'Link …'),
    async use({ hand, word }) {
      await hand.press('button “Address”');
      await hand.write('#link-typed', `https://harbour.example/${word}`);
      await hand.press('[data-apply-link] button');
    },
    isDone: async ({ stored, word }) => JSON.stringify((await stored()).page).includes(`harbour.example/${word}`),
  },
  downloads: {
    async open(trial) {
      const { person, hand, word } = trial;
      await person.api.upload('/sites/tidewick/downloads', `${word}.csv`, 'text/csv', Buffer.from('a,b\n1,2\n'));
      await fromPart('Fares', 'Link …')(trial);
      await hand.press('button “File”');
      await hand.press('[data-pick-file] button');
      await person.find('[data-download]'); // waits until the second of two dialogs has opened
      return '[data-pick-file]';
    },
    use: ({ hand, word }) => hand.press(`[data-download] [aria-label^="Choose ${word}"]`),
    isDone: async ({ person, word }) => (await (await person.find('[data-pick-file]')).getText()).includes(word),
  },
  pictures: {
    open: fromLedger('Boat', 'Content', '[id^="content-picture"]'),
    use: ({ hand }) => hand.press('[data-picture] button'),
    isDone: async (trial) =>
      JSON.stringify((await trial.stored()).page.parts[idOf(trial, 'image')]!.content).includes('"picture"'),
  },
  breakpoints: {
    open: fromBar('Breakpoints …'),
    async use({ hand, word }) {
      await hand.write('[data-breakpoint="tablet"] .name', `Tablet ${word}`);
      await hand.press('button “Save”');
    },
    isDone: (trial) => siteSays(trial, `Tablet ${trial.word}`),
  },
  menus: {
    open: fromBar('Menus …'),
    async use({ hand, word }) {
      await hand.write('#new-menu', `Menu ${word}`);
      await hand.press('button “Create menu”');
    },
    isDone: (trial) => siteSays(trial, `Menu ${trial.word}`),
    stays: true,
  },
  frames: {
    open: fromBar('Page frames …'),
    async use({ hand, word }) {
      await hand.write('#frame-name', `Frame ${word}`);
      await hand.press('[data-frame-empty] button');
    },
    isDone: (trial) => siteSays(trial, `Frame ${trial.word}`),
    stays: true,
  },
  refit: {
    async open({ hand }) {
      await hand.press('[data-refit]');
      return '[data-refit]';
    },
    use: ({ hand }) => hand.press('[data-refit-take] button'),
    isDone: async (trial) => Object.keys((await trial.stored()).page.parts[idOf(trial, 'image')]!.style).length > 1,
  },
  remarks: {
    async open(trial) {
      await leaveRemark(trial);
      await trial.hand.press('[data-remarks] button');
      return '[data-remarks]';
    },
    use: ({ hand }) => hand.press('button “Settle remark 1”'),
    isDone: async ({ person }) => (await (await person.find('fold-remarks-dialog')).getText()).includes('are settled'),
    stays: true,
  },
  publish: {
    async open({ hand, person }) {
      await person.saved();
      await hand.press('fold-top-bar p-button[label="Publish"] button');
      return 'fold-top-bar p-button[label="Publish"]';
    },
    async use({ hand, person }) {
      await person.until(
        async () => (await person.driver.findElements(By.css('[data-reason], [data-draws]'))).length > 0,
      );
      if ((await person.driver.findElements(By.css('#publish-reason'))).length > 0)
        await hand.write('#publish-reason', 'The client has seen it.');
      await hand.press('#publish-unfinished');
      await hand.press('[data-go-live] button');
      await person.find('[data-live-address]');
      await hand.press('button “Close”');
    },
  },
  'moved parts': {
    async open(trial) {
      await fromPart('Padded box', 'Unwrap')(trial);
      return '[role=treeitem][aria-selected=true]'; // its own row goes with it
    },
    use: ({ hand }) => hand.press('button “Apply anyway”'),
    isDone: async (trial) => !Object.hasOwn((await trial.stored()).page.parts, idOf(trial, 'container-2')),
  },
  'own part': {
    open: fromPart('Ferry card', 'Keep as an own part …'),
    async use({ hand, word }) {
      await hand.write('#own-name', `Card ${word}`);
      await hand.press('button “Keep”');
    },
    isDone: (trial) => siteSays(trial, `Card ${trial.word}`),
  },
};
