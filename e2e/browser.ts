import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Browser, Builder } from 'selenium-webdriver';
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

/** A headless Chromium with a profile of its own. */
export interface Opened {
  readonly driver: Driver;
  close(): Promise<void>;
}

/** Opens headless Chromium through ChromeDriver; its page is 1280 by 800 px. */
export async function openBrowser(): Promise<Opened> {
  const profile = mkdtempSync(join(tmpdir(), 'fold-browser-'));
  const options = new Options();
  options.addArguments(...flags, `--user-data-dir=${profile}`);
  options.setChromeBinaryPath(process.env['FOLD_CHROMIUM'] ?? '/usr/bin/chromium');
  const service = new ServiceBuilder(process.env['FOLD_CHROMEDRIVER'] ?? '/usr/bin/chromedriver').setPort(
    await freePort(),
  );
  const driver = (await new Builder()
    .forBrowser(Browser.CHROME)
    .setChromeOptions(options)
    .setChromeService(service)
    .build()) as Driver; // a Chrome, as asked for
  await sizeTo(driver, 1280, 800);
  const close = async (): Promise<void> => {
    await driver.quit();
    rmSync(profile, { recursive: true, force: true });
  };
  return { driver, close };
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
