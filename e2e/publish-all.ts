import { By } from 'selenium-webdriver';
import type { Visit } from './visit';

/** Publishes all pages of a site, for a reason where errors would stop it. */
export async function publishAll({ person, servers: { editor } }: Visit, site: string): Promise<void> {
  await person.driver.get(`${editor}/sites/${site}/publish`);
  await person.find('[data-page]');
  await (await person.button('All')).click();
  const go = await person.find('[data-confirm] button');
  await person.until(async () => {
    const reasons = await person.driver.findElements(By.css('#publish-reason'));
    if (reasons[0] && (await reasons[0].getAttribute('value')) === '') await reasons[0].sendKeys('As it is for now');
    const [unfinished] = await person.driver.findElements(By.css('#publish-unfinished:not(:checked)'));
    if (unfinished) await unfinished.click();
    return go.isEnabled();
  }, 'the pages can’t be published');
  await go.click();
  await person.until(
    () =>
      person.driver.executeScript<boolean>(
        `return [...document.querySelectorAll('[data-state]')].every((one) => one.innerText === 'No changes')`,
      ),
    'a page is not live as it is',
  );
}
