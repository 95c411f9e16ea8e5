import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Driver, Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';
import { freePort } from '../prepare/ports.mjs';
import shared from '../prepare/browser-flags.json' with { type: 'json' };

const flags = [
  '--headless=new',
  ...shared,
  '--disable-popup-blocking',
  '--window-size=1280,900',
  '--force-prefers-reduced-motion',
];

/** A headless Chromium that one suite uses alone until it closes it. */
export interface Opened {
  readonly driver: Driver;
  /** Marks the browser as changed by another program, so that it is ended instead of reused when it is closed. */
  spoil(): void;
  close(): Promise<void>;
}

/**
 * Which build of Chromium runs: the full one, or the headless shell, which needs a fifth less CPU time. In the shell a
 * background tab's `visibilityState` is `visible`.
 */
export type Chromium = 'full' | 'shell';

/** A running Chromium of this process. */
interface Kept {
  readonly kind: Chromium;
  readonly driver: Driver;
  quit(): Promise<void>;
}

/** Browsers that earlier suites of this process have closed, kept because starting one costs seconds. */
const idle: Kept[] = [];

/** Starts headless Chromium through ChromeDriver, with a profile of its own. */
async function start(kind: Chromium): Promise<Kept> {
  const profile = mkdtempSync(join(tmpdir(), 'fold-browser-'));
  const options = new Options();
  options.addArguments(...flags, `--user-data-dir=${profile}`);
  const full = process.env['FOLD_CHROMIUM'] ?? '/usr/bin/chromium';
  const binary = kind === 'shell' ? (process.env['FOLD_CHROMIUM_SHELL'] ?? full) : full;
  options.setChromeBinaryPath(binary);
  if (binary.endsWith('-headless-shell')) options.setBrowserName('chrome-headless-shell'); // as ChromeDriver calls it
  const service = new ServiceBuilder(process.env['FOLD_CHROMEDRIVER'] ?? '/usr/bin/chromedriver').setPort(
    await freePort(),
  );
  const driver = Driver.createSession(options, service.build());
  const quit = async (): Promise<void> => {
    await driver.quit();
    rmSync(profile, { recursive: true, force: true });
  };
  return { kind, driver, quit };
}

/** Opens headless Chromium; its page is 1280 by 800 px and has no cookies of an earlier suite. */
export async function openBrowser(kind: Chromium = 'shell'): Promise<Opened> {
  const at = idle.findIndex((one) => one.kind === kind);
  const kept = idle.splice(at, at < 0 ? 0 : 1)[0] ?? (await start(kind));
  const { driver } = kept;
  await sizeTo(driver, 1280, 800);
  let isSpoilt = false;
  const close = async (): Promise<void> => {
    // a browser that fails to reset, such as one with a crashed tab, is not reused
    if (isSpoilt || !(await isForgotten(driver))) await kept.quit();
    else idle.push(kept);
  };
  return { driver, spoil: () => (isSpoilt = true), close };
}

/** Ends the browsers that are kept for reuse. */
export async function quitBrowsers(): Promise<void> {
  for (const kept of idle.splice(0)) await kept.quit();
}

const isForgotten = (driver: Driver): Promise<boolean> =>
  forget(driver).then(
    () => true,
    () => false,
  );

/**
 * Resets a browser to one new tab without cookies, permissions or emulation. Storage and caches are separate by
 * origin, and each suite uses another port.
 */
async function forget(driver: Driver): Promise<void> {
  const old = await driver.getAllWindowHandles();
  await driver.switchTo().window(old[0]!);
  await driver.sendDevToolsCommand('Network.clearBrowserCookies', {});
  await driver.sendDevToolsCommand('Browser.resetPermissions', {});
  await driver.sendDevToolsCommand('Browser.setDownloadBehavior', { behavior: 'default' });
  await driver.switchTo().newWindow('tab');
  const fresh = await driver.getWindowHandle();
  for (const one of old) {
    await driver.switchTo().window(one);
    await driver.close();
  }
  await driver.switchTo().window(fresh);
  await driver.manage().logs().get('browser');
}

/** Gives the page exactly this size in CSS px. */
export async function sizeTo(driver: Driver, width: number, height: number): Promise<void> {
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: false,
  });
}

/** Saves what the page shows as a PNG. */
export async function picture(driver: Driver, file: string): Promise<void> {
  writeFileSync(file, Buffer.from(await driver.takeScreenshot(), 'base64'));
}
