import { By, Key, type WebElement } from 'selenium-webdriver';
import { atRest } from '../scripts';
import type { Person } from '../person';

/** A way to work with a screen: by mouse, or by keyboard alone. Elements are named by CSS, buttons by their words. */
export interface Hand {
  readonly name: 'mouse' | 'keyboard';
  /** Presses a control. */
  press(what: string): Promise<void>;
  /** Replaces the text of a field. */
  write(field: string, text: string): Promise<void>;
  /** Chooses from a list of choices. */
  choose(list: string, words: string): Promise<void>;
  /** Opens a menu with its button and chooses an item. */
  menu(opener: string, item: string): Promise<void>;
  /** Chooses an item of the menu that is open. */
  item(words: string): Promise<void>;
}

/** Of several dialogs, one works in the last. */
const inDialog = `(//div[@role='dialog' or @role='alertdialog'])[last()]`;

/** A CSS selector, or `button “words”` for a button of the open dialog. */
function located(what: string): By {
  const words = /^button “(.+)”$/.exec(what)?.[1];
  return words === undefined
    ? By.css(what)
    : By.xpath(
        `${inDialog}//*[self::button or self::p-togglebutton][normalize-space()='${words}' or @aria-label='${words}']`,
      );
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
    const at = await this.person.driver.executeScript<{ x: number; y: number } | string>(clickPoint, element);
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

  async menu(opener: string, item: string): Promise<void> {
    await this.press(opener);
    await this.item(item);
  }

  item = (words: string): Promise<void> => this.click(itemWith('menuitem', words), `item “${words}”`);
}

/** Whether the element with the focus is this one, or is in it. */
const hasFocus = 'return arguments[0].contains(document.activeElement)';
/** What the keyboard stands on: the item a list marks as active, or the element with the focus. */
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

  /** The button of a screen gets the focus at once: how far it is from the start of the screen is not what is tried. */
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

  /** Presses Tab until a control of the dialog has the focus; one of a screen gets it at once. */
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

  /** Presses a key until the keyboard stands on these words. Each step is drawn before it is read. */
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
