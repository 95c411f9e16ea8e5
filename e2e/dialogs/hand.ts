import { By, Key, type WebElement } from 'selenium-webdriver';
import { atRest } from '../scripts';
import type { Person } from '../person';

/**
 * Operates a screen with the mouse or with the keyboard only. Targets are CSS selectors, `button “label”` for a button of
 * the open dialog, or of the screen if none is open, and `button “label” of “words”` for one in the row with these words.
 */
export interface Hand {
  readonly name: 'mouse' | 'keyboard';
  /** Presses a control. */
  press(what: string): Promise<void>;
  /** Replaces the text of a field. */
  write(field: string, text: string): Promise<void>;
  /** Chooses from a list of choices. */
  choose(list: string, words: string): Promise<void>;
  /** Sends a form: by mouse with its button, by keyboard with Enter in a text field after Tab has reached the button. */
  send(button: string, field: string): Promise<void>;
  /** Opens a menu with its button and chooses an item. */
  menu(opener: string, item: string): Promise<void>;
  /** Chooses an item of the menu that is open. */
  item(words: string): Promise<void>;
}

const dialogs = `//div[@role='dialog' or @role='alertdialog']`;

/** Returns the locator of a target. */
export function located(what: string): By {
  const [, words, row] = /^button “(.+?)”(?: of “(.+)”)?$/.exec(what) ?? [];
  if (words === undefined) return By.css(what);
  const button = `//*[self::button or self::p-togglebutton][normalize-space()='${words}' or @aria-label='${words}']`;
  if (row !== undefined) return By.xpath(`//*[self::tr or self::li][contains(., '${row}')]${button}`);
  return By.xpath(`(${dialogs})[last()]${button} | //body[not(.${dialogs})]${button}`);
}

const itemWith = (role: 'menuitem' | 'option', words: string): By =>
  By.xpath(`//*[@role='${role}'][contains(normalize-space(), '${words}')]`);

async function found(person: Person, by: By, what: string): Promise<WebElement> {
  let element: WebElement | undefined;
  await person.until(async () => (element = (await person.driver.findElements(by))[0]) !== undefined, `no ${what}`);
  return element!; // it was found
}

/** The point of an element that a click goes to. Fails if something else lies over it. */
const clickPoint = `const [one] = arguments;
  one.scrollIntoView({ block: 'nearest' });
  const { left, top, width, height } = one.getBoundingClientRect();
  const at = { x: Math.round(left + width / 2), y: Math.round(top + height / 2) };
  const above = document.elementFromPoint(at.x, at.y);
  return one.contains(above) || above?.contains(one) ? at : (above?.outerHTML.slice(0, 200) ?? 'nothing, beyond the screen');`;

export class Mouse implements Hand {
  readonly name = 'mouse';
  constructor(private readonly person: Person) {}

  press = async (what: string): Promise<void> => this.click(located(what), what);

  private async click(by: By, what: string): Promise<void> {
    const element = await found(this.person, by, what);
    await this.person.until(() => element.isEnabled(), `${what} cannot be pressed`);
    await this.person.driver.executeAsyncScript(atRest, element);
    const place = () => this.person.driver.executeScript<{ x: number; y: number } | string>(clickPoint, element);
    let at = await place();
    // messages close after a few seconds
    await this.person.until(
      async () => !String((at = await place())).includes('p-toast'),
      `a message stays on ${what}`,
    );
    if (typeof at === 'string') throw new Error(`${what} is covered by ${at}`);
    await this.person.driver.actions().move(at).press().release().perform();
  }

  async write(field: string, text: string): Promise<void> {
    await this.press(field);
    await this.person.chord(Key.CONTROL, 'a');
    await this.person.keys(text);
  }

  async choose(list: string, words: string): Promise<void> {
    await this.press(`${list} [role=combobox]`);
    await this.click(itemWith('option', words), `choice “${words}”`);
  }

  send = (button: string): Promise<void> => this.press(button);

  async menu(opener: string, item: string): Promise<void> {
    await this.press(opener);
    await this.item(item);
  }

  item = (words: string): Promise<void> => this.click(itemWith('menuitem', words), `item “${words}”`);
}

/** Returns whether an element contains the focus. */
const hasFocus = 'return arguments[0].contains(document.activeElement)';
/** Returns the text of the active item of the focused menu or list. */
const activeWords = `const one = document.activeElement; const id = one?.getAttribute('aria-activedescendant');
  const active = id ? document.getElementById(id) : one;
  return active?.closest('[role=menuitem], [role=option]')?.textContent.trim() ?? ''`;
const mostSteps = 150;

export class Keyboard implements Hand {
  readonly name = 'keyboard';
  constructor(private readonly person: Person) {}

  async press(what: string): Promise<void> {
    const element = await this.reach(what);
    const type = await element.getAttribute('type');
    await this.person.keys(type === 'radio' || type === 'checkbox' ? Key.SPACE : Key.RETURN);
  }

  async write(field: string, text: string): Promise<void> {
    await this.reach(field);
    await this.person.chord(Key.CONTROL, 'a');
    await this.person.keys(text);
  }

  async choose(list: string, words: string): Promise<void> {
    await this.reach(`${list} [role=combobox]`);
    await this.person.keys(Key.RETURN);
    await found(this.person, By.css('[role=option]'), 'choice');
    await this.steps(Key.ARROW_DOWN, words);
    await this.person.keys(Key.RETURN);
  }

  async send(button: string, field: string): Promise<void> {
    await this.reach(button);
    await this.person.driver.executeScript('arguments[0].focus()', await found(this.person, located(field), field));
    await this.person.keys(Key.RETURN);
  }

  /** Focuses the opener by script: its distance in Tab stops from the top of the screen is not under test. */
  async menu(opener: string, item: string): Promise<void> {
    await this.person.driver.executeScript('arguments[0].focus()', await found(this.person, located(opener), opener));
    await this.person.keys(Key.RETURN);
    await this.item(item);
  }

  async item(words: string): Promise<void> {
    await found(this.person, itemWith('menuitem', words), `item “${words}”`);
    await this.steps(Key.ARROW_DOWN, words);
    await this.person.keys(Key.RETURN);
  }

  /** Presses Tab until a control of the dialog has the focus. A control outside of dialogs is focused by script. */
  private async reach(what: string): Promise<WebElement> {
    const element = await found(this.person, located(what), what);
    await this.person.until(() => element.isEnabled(), `${what} cannot be pressed`);
    const isInDialog = await this.person.driver.executeScript<boolean>(
      `return arguments[0].closest('[role=dialog], [role=alertdialog]') !== null`,
      element,
    );
    if (!isInDialog) await this.person.driver.executeScript('arguments[0].focus()', element);
    for (let step = 0; step < mostSteps; step++) {
      if (await this.person.driver.executeScript<boolean>(hasFocus, element)) return element;
      await this.person.keys(Key.TAB);
    }
    throw new Error(`Tab does not reach ${what}`);
  }

  /** Presses a key until the active item contains these words. Waits for a repaint after each press. */
  private async steps(key: string, words: string): Promise<void> {
    let last = '';
    for (let step = 0; step < mostSteps; step++) {
      last = await this.person.driver.executeScript<string>(activeWords);
      if (last.includes(words)) return;
      await this.person.chord(key);
    }
    throw new Error(`the arrow keys do not reach “${words}”; they end on “${last}”`);
  }
}
