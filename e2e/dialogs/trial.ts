import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { By, Key } from 'selenium-webdriver';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Person } from '../person';
import { still } from '../still';
import { located, type Hand } from './hand';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** The context in which one hand uses a dialog or a form. */
export interface AnyTrial {
  readonly person: Person;
  readonly hand: Hand;
  /** A word no other trial uses, for what is written. */
  readonly word: string;
}

/** The context in which one hand uses one dialog of the workbench. */
export interface Trial extends AnyTrial {
  /** The id of the page that is open. */
  readonly page: string;
  /** The stored page and site. */
  stored(): Promise<{ readonly page: Page; readonly site: Site }>;
}

/** How a dialog is opened and used, and how its effect is read. */
export interface Row<T extends AnyTrial = Trial> {
  /**
   * Opens the dialog; returns the element that has the focus again once it is closed, as a target of the hand. Undefined
   * if its use leads to another screen.
   */
  open(trial: T): Promise<string | undefined>;
  /** The CSS selector of a form that is part of the screen, so that no dialog opens. */
  readonly form?: string;
  /** Fills the dialog and presses its button. */
  use?(trial: T): Promise<void>;
  /** Whether what was done shows in the stored documents. */
  isDone?(trial: T): Promise<boolean>;
  /** Whether the dialog stays open afterwards, so that it is closed with Escape. */
  readonly stays?: boolean;
}

/** The axe-core rules that check the accessible names of controls. */
const rules = [
  ...['button-name', 'label', 'select-name', 'link-name', 'input-button-name', 'aria-input-field-name'],
  ...['aria-toggle-field-name', 'aria-command-name', 'aria-dialog-name'],
];

/** Finds texts and controls of a form, or of the last dialog, that are cut off, and controls without a name. */
const faults = `const [rules, form, done] = arguments; const dialog = form ? document.querySelector(form) : [...document.querySelectorAll('[role=dialog], [role=alertdialog]')].at(-1);
  const all = []; const named = (one) => one.outerHTML.slice(0, 160);
  const outer = dialog.getBoundingClientRect();
  if (outer.left < 0 || outer.right > innerWidth || !form && (outer.top < 0 || outer.bottom > innerHeight)) all.push('beyond the screen: ' + JSON.stringify(outer));
  if (!form && !dialog.contains(document.activeElement)) all.push('the focus is not in it, but on ' + named(document.activeElement));
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

/** Tries a dialog of the workbench. If the trial fails, reloads the page, which closes all dialogs. */
export async function tryOut(trial: Trial, row: Row): Promise<void> {
  try {
    await tried(trial, row);
  } catch (error) {
    await trial.person.openPage(trial.page);
    throw error;
  }
}

/**
 * Opens a dialog or finds a form, checks its layout and names, uses it, and checks the effect and the focus. Returns
 * whether the trial opened another screen.
 */
export async function tried<T extends AnyTrial>(trial: T, row: Row<T>): Promise<'stayed' | 'left'> {
  const { person, hand } = trial;
  const before = await count(person);
  const back = await row.open(trial);
  if (row.form === undefined) await person.until(async () => (await count(person)) > before, 'no dialog opens');
  else await person.find(row.form);
  const opened = await count(person);
  await still(person.driver);
  const isNaming = hand.name === 'mouse'; // names are the same for either hand
  if (isNaming) await person.driver.executeScript(`if (!window.axe) { ${axe} }`);
  const found = await person.driver.executeAsyncScript<string[]>(faults, isNaming ? rules : [], row.form ?? null);
  expect(found).toEqual([]);
  await row.use?.(trial);
  if (row.isDone) await person.until(() => row.isDone!(trial), `by ${hand.name} it has no effect`);
  if (row.form === undefined) {
    if (row.stays ?? row.use === undefined) await person.keys(Key.ESCAPE);
    await areOpen(person, opened - 1);
  }
  if (back === undefined) return 'left';
  await still(person.driver);
  await isBackOn(person, back);
  for (let open = await count(person); open > 0; open--) {
    await person.keys(Key.ESCAPE);
    await areOpen(person, open - 1);
  }
  return 'stayed';
}

/** Expects the focus on a target of the hand or within it. */
async function isBackOn(person: Person, back: string): Promise<void> {
  const [element] = await person.driver.findElements(located(back));
  const script = `const [one] = arguments; return one !== null && one.contains(document.activeElement) || (document.activeElement?.outerHTML.slice(0, 300) ?? 'nothing')`;
  expect(await person.driver.executeScript<boolean | string>(script, element ?? null))
    .withContext(`the focus is back on ${back}`)
    .toBeTrue();
}
