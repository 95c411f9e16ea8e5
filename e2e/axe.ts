import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { WebDriver } from 'selenium-webdriver';
import { still } from './still';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * What axe-core finds against the screen shown, once it is still, with the elements it is about; the leaves' frames left out unless
 * asked for. Popups of the library stand at the end of the body, in no landmark: they are let pass.
 */
export async function axeFindings(driver: WebDriver, iframes = false): Promise<string[]> {
  await still(driver);
  await driver.executeScript(axe);
  return driver.executeAsyncScript<string[]>(
    `const [iframes, done] = arguments; axe.run(document, { iframes }).then((result) => done(result.violations.map((one) => ({ ...one, nodes: one.nodes.filter((node) => one.id !== 'region' || !node.html.includes('data-p="popup"')) })).filter((one) => one.nodes.length > 0).map((one) => one.id + ": " + one.nodes.slice(0, 4).map((node) => node.html.slice(0, 140) + " " + (node.any[0] ? node.any[0].message : "")).join(" | "))))`,
    iframes,
  );
}
