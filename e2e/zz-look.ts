import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { Key } from 'selenium-webdriver';
import { openBrowser, picture } from './browser';
import { Person } from './person';
import { Servers } from './servers';
const servers = await Servers.open();
const browser = await openBrowser();
const person = new Person(browser.driver, servers);
const shoot = async (name: string): Promise<void> => {
  await browser.driver.sleep(900);
  await picture(browser.driver, `/tmp/look-${name}.png`);
};
const tryTo = async (what: () => Promise<void>): Promise<void> => {
  try {
    await what();
  } catch (error) {
    console.log(String(error).slice(0, 400));
  }
};
try {
  await browser.driver.get(`${servers.editor}/sign-in`);
  await person.signIn('ada@studio.example', 'paper-and-ink');
  for (const one of ['people', 'history', 'redirects'])
    await tryTo(async () => {
      await browser.driver.get(`${servers.editor}/sites/tidewick/${one}`);
      await browser.driver.sleep(1500);
      await shoot(one);
    });
  const noise = { type: 'gaussian', mean: 128, sigma: 60 } as const;
  writeFileSync(
    '/tmp/storm.jpg',
    await sharp({ create: { width: 6000, height: 4000, channels: 3, background: '#4060c0', noise } })
      .jpeg({ quality: 70 })
      .toBuffer(),
  );
  await tryTo(async () => {
    await person.openPage('tidewick-home');
    await person.pick('wide', 'article img', 'Image');
    await person.group('Content');
    await (await person.find('#content-picture')).click();
    await (await person.find('[data-upload] input[type=file]')).sendKeys('/tmp/storm.jpg');
    await (await person.button('Choose storm.jpg')).click();
    await person.noDialog();
    await person.group('Box');
    await person.setCell('width', 'wide', '1200px');
    await person.clickHidden('.groups [data-group=findings]');
    await person.until(
      async () =>
        (await browser.driver.executeScript<number>(
          'return document.querySelectorAll(`.finding[data-check="picture weight"]`).length',
        )) > 0,
      'none',
    );
    await shoot('heavy');
    await person.saved();
  });
  await tryTo(async () => {
    await browser.driver.get(`${servers.editor}/sites/tidewick/publish`);
    await browser.driver.sleep(9000);
    await person.clickHidden('[data-row]');
    await browser.driver.executeScript(
      `[...document.querySelectorAll('button')].find((one) => one.textContent.includes('Findings'))?.click()`,
    );
    await shoot('publish');
  });
  await tryTo(async () => {
    await person.openPage('tidewick-home');
    await (await person.button('More')).click();
    await shoot('more');
    await person.menuItem('Menus …');
    await shoot('menus');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await (await person.button('More')).click();
    await person.menuItem('Page frames …');
    await shoot('frames');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
  });
  await tryTo(async () => {
    await (await person.button('Preview')).click();
    await browser.driver.sleep(4000);
    const all = await browser.driver.getAllWindowHandles();
    await browser.driver.switchTo().window(all.at(-1)!);
    await shoot('preview');
  });
} finally {
  await browser.close();
  await servers.close();
  await Servers.closeUnused();
}
