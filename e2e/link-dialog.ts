import { By } from 'selenium-webdriver';
import { leafNames, type Person } from './person';

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
  // for 200 ms after it has the focus again an editor of text takes a caret that goes to its very start for one the
  // browser lost, and puts it back (prosemirror-view, DOMObserver.flush); nobody is that quick
  const isCalm = `const text = document.activeElement.editor?.view; return !text || Date.now() - text.input.lastFocus > 200`;
  for (const leaf of leafNames)
    await person.until(() => person.inLeaf<boolean>(leaf, isCalm), 'the editor is not calm');
}
