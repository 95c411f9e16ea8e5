import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { By, Key } from 'selenium-webdriver';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Person } from '../person';
import { still } from '../still';
import type { Hand } from './hand';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** The context in which one hand uses one dialog. */
export interface Trial {
  readonly person: Person;
  readonly hand: Hand;
  /** A word no other trial uses, for what is written. */
  readonly word: string;
  /** The id of the page that is open. */
  readonly page: string;
  /** The stored page and site. */
  stored(): Promise<{ readonly page: Page; readonly site: Site }>;
}

/** How a dialog is opened and used, and how its effect is read. */
export interface Row {
  /** Opens the dialog; returns the CSS selector of the element that has the focus again once it is closed. */
  open(trial: Trial): Promise<string>;
  /** Fills the dialog and presses its button. */
  use?(trial: Trial): Promise<void>;
  /** Whether what was done shows in the stored documents. */
  isDone?(trial: Trial): Promise<boolean>;
  /** Whether the dialog stays open afterwards, so that it is closed with Escape. */
  readonly stays?: boolean;
}

/** The rules of axe-core about the names of controls. */
const rules = [
  ...['button-name', 'label', 'select-name', 'link-name', 'input-button-name', 'aria-input-field-name'],
  ...['aria-toggle-field-name', 'aria-command-name', 'aria-dialog-name'],
];

/** Finds texts and controls of the last dialog that are cut off, and controls without a name. */
const faults = `const [rules, done] = arguments; const dialog = [...document.querySelectorAll('[role=dialog], [role=alertdialog]')].at(-1);
  const all = []; const named = (one) => one.outerHTML.slice(0, 160);
  const outer = dialog.getBoundingClientRect();
  if (outer.left < 0 || outer.top < 0 || outer.right > innerWidth || outer.bottom > innerHeight) all.push('beyond the screen: ' + JSON.stringify(outer));
  if (!dialog.contains(document.activeElement)) all.push('the focus is not in it, but on ' + named(document.activeElement));
  for (const one of dialog.querySelectorAll('*')) {
    if (!one.checkVisibility({ visibilityProperty: true, opacityProperty: true }) || one.closest('iframe, svg, .visually-hidden, [aria-hidden=true]')) continue;
    const style = getComputedStyle(one); const box = one.getBoundingClientRect();
    const scrolls = (element) => { for (let up = element; up !== dialog; up = up.parentElement) if (/auto|scroll/.test(getComputedStyle(up).overflowX)) return true; return false; };
    if ((box.left < outer.left - 1 || box.right > outer.right + 1) && box.width > 0 && !scrolls(one.parentElement)) all.push('sticks out: ' + named(one));
    const saysItself = [...one.childNodes].some((node) => node.nodeType === 3 && node.data.trim() !== '');
    if (saysItself && /hidden|clip/.test(style.overflowX) && style.textOverflow !== 'ellipsis' && one.scrollWidth > one.clientWidth + 1) all.push('cut off: ' + named(one));
  }
  if (rules.length === 0) return done(all);
  axe.run(dialog, { runOnly: { type: 'rule', values: rules }, iframes: false })
    .then(({ violations }) => done([...all, ...violations.flatMap(({ id, nodes }) => nodes.map((node) => id + ': ' + node.html.slice(0, 160)))]))`;

/** Returns the number of open dialogs. */
const count = async ({ driver }: Person): Promise<number> =>
  (await driver.findElements(By.css('[role=dialog], [role=alertdialog]'))).length;

/** Waits until as many dialogs are open. */
const areOpen = (person: Person, wanted: number): Promise<void> =>
  person.until(async () => (await count(person)) === wanted, `${wanted} dialogs are not open`);

/** Tries a dialog. If that fails, the page is opened anew, so that the next trial finds no dialog open. */
export async function tryOut(trial: Trial, row: Row): Promise<void> {
  try {
    await tried(trial, row);
  } catch (error) {
    await trial.person.openPage(trial.page);
    throw error;
  }
}

/** Opens a dialog, looks for faults, uses it, sees the effect and that the focus is back where it was. */
async function tried(trial: Trial, row: Row): Promise<void> {
  const { person, hand } = trial;
  const before = await count(person);
  const back = await row.open(trial);
  await person.until(async () => (await count(person)) > before, 'no dialog opens');
  const opened = await count(person);
  await still(person.driver);
  const isNaming = hand.name === 'mouse'; // names are the same for either hand
  if (isNaming) await person.driver.executeScript(`if (!window.axe) { ${axe} }`);
  expect(await person.driver.executeAsyncScript<string[]>(faults, isNaming ? rules : [])).toEqual([]);
  await row.use?.(trial);
  if (row.isDone) await person.until(() => row.isDone!(trial), `by ${hand.name} it has no effect`);
  if (row.stays ?? row.use === undefined) await person.keys(Key.ESCAPE);
  await areOpen(person, opened - 1);
  await still(person.driver);
  const isBack = `const one = document.querySelector(arguments[0]); return one !== null && one.contains(document.activeElement) || (document.activeElement?.outerHTML.slice(0, 300) ?? 'nothing')`;
  expect(await person.driver.executeScript<boolean | string>(isBack, back))
    .withContext(`the focus is back on ${back}`)
    .toBeTrue();
  for (let open = await count(person); open > 0; open--) {
    await person.keys(Key.ESCAPE);
    await areOpen(person, open - 1);
  }
}
