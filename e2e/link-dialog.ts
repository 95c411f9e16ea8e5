import { By } from 'selenium-webdriver';
import type { Person } from './person';

/** Chooses, in the open dialog, what a link leads to: a page, a place, an address … */
export async function leadTo(person: Person, kind: string): Promise<void> {
  const dialog = await person.find('.p-dialog');
  const words = `normalize-space()='${kind}'`;
  await dialog.findElement(By.xpath(`.//*[self::p-togglebutton or self::button][${words}]`)).click();
}

/** The same, says the rest, and applies it. */
export async function linkTo(person: Person, kind: string, fill: () => Promise<void>): Promise<void> {
  await leadTo(person, kind);
  await fill();
  await (await person.find('[data-apply-link] button')).click();
  await person.noDialog();
  // an editor of text puts its selection back 20 ms after it has the focus again: a caret moved before that goes back
  await person.driver.executeAsyncScript('setTimeout(arguments[0], 100)');
}
