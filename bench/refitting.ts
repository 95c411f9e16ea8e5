import { By } from 'selenium-webdriver';
import type { Person } from '../e2e/person';
import { row } from './measure';

/** What the sweep and the checks find on pages of the demo before refit and after all of it is taken. */
export async function refitting(person: Person): Promise<void> {
  const swept = async (): Promise<number> => {
    await (await person.find('[data-sweep]')).click();
    const state = await person.find('[data-sweep-state]');
    await person.driver.wait(async () => (await state.getAttribute('data-state')) === 'done', 180_000);
    await person.driver.executeScript('document.querySelector(".groups [data-group=findings]").click()');
    const looked = await person.find('[data-findings]');
    await person.driver.sleep(1500);
    await person.driver.wait(async () => (await looked.getAttribute('data-state')) === 'done', 60_000);
    return person.driver.executeScript<number>(
      'return document.querySelectorAll(".finding:not([data-severity=note])").length',
    );
  };
  for (const id of ['tidewick-timetable', 'tidewick-fares']) {
    await person.openPage(id);
    const before = await swept();
    await (await person.find('[data-refit]')).click();
    await person.driver.wait(
      async () =>
        (await person.driver.findElements(By.css('[data-refit-state="shown"], [data-refit-state="nothing"]'))).length >
        0,
      120_000,
    );
    const take = (await person.driver.findElements(By.css('button[data-refit-take], [data-refit-take] button')))[0];
    const taken = take ? await take.getText() : 'nothing proposed';
    await take?.click();
    await person.driver.sleep(1500);
    const after = await swept();
    row(
      `findings on ${id} after refit (${taken.toLowerCase()}): ${after}`,
      `before it: ${before}`,
      before === 0 ? after : after / before,
      1,
    );
  }
}
