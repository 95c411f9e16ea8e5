import { error, type By, type WebDriver, type WebElement } from 'selenium-webdriver';

/** Asks once more, of what stands there now, where an element was drawn anew between being found and being asked. */
const again =
  <R>(ask: () => Promise<R>, anew: () => Promise<R>): (() => Promise<R>) =>
  () =>
    ask().catch((fault: unknown) => {
      if (fault instanceof error.StaleElementReferenceError) return anew();
      throw fault;
    });

/** An element that is found again where it was drawn anew just before it is clicked or read. */
export function lasting(driver: WebDriver, by: By, element: WebElement): WebElement {
  const now = (): Promise<WebElement> => Promise.resolve(driver.findElement(by));
  element.click = again(element.click.bind(element), async () => (await now()).click());
  element.getText = again(element.getText.bind(element), async () => (await now()).getText());
  element.isEnabled = again(element.isEnabled.bind(element), async () => (await now()).isEnabled());
  return element;
}
