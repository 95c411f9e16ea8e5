import type { WebDriver } from 'selenium-webdriver';

/** Calls back once nothing on the page has changed, moved or loaded for four frames. */
const untilStill = `const done = arguments[0];
  let calm = 0;
  const observer = new MutationObserver(() => (calm = 0));
  observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
  const isMoving = () => document.getAnimations().some((one) => one.playState === 'running' && one.effect.getComputedTiming().endTime !== Infinity);
  const look = () => {
    calm = isMoving() || document.fonts.status !== 'loaded' ? 0 : calm + 1;
    if (calm < 4) return requestAnimationFrame(look);
    observer.disconnect();
    done();
  };
  requestAnimationFrame(look)`;

/** Waits until the page is still: dialogs have opened, lists are drawn. */
export const still = (driver: WebDriver): Promise<void> => driver.executeAsyncScript<void>(untilStill);
