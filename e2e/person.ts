import { nanoid } from 'nanoid';
import { By, Key, until, type WebElement } from 'selenium-webdriver';
import type { Driver } from 'selenium-webdriver/chrome.js';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Site } from '@core/document/site';
import { Client } from '../server/testing/running';
import { lasting } from './lasting';
import { atRest, hasStored, restingPoint, rowOfOutline, storeEdits, whatIsShown } from './scripts';
import type { Servers } from './servers';

/** The leaves of the demo's breakpoints. */
export const leafNames = ['wide', 'tablet', 'phone'] as const;
export type LeafName = (typeof leafNames)[number];

/** For so long is waited, in ms: a machine others work on may be many times slower for a while. */
const patience = 90_000;
/** How often is looked whether what is waited for is there, in ms. */
const often = 40;

/** What a person does at the workbench, with mouse and keys. */
export class Person {
  private client: Client | undefined;

  constructor(
    readonly driver: Driver,
    private readonly servers: Servers,
  ) {}

  find = (css: string): Promise<WebElement> => this.located(By.css(css), `nothing matches ${css}`);
  button = (label: string): Promise<WebElement> =>
    this.located(By.xpath(`//button[normalize-space()='${label}' or @aria-label='${label}']`), `no button “${label}”`);

  private async located(by: By, what: string): Promise<WebElement> {
    const found = await this.saying(this.driver.wait(until.elementLocated(by), patience, what, often));
    return lasting(this.driver, by, found);
  }

  /** What is waited for; where it does not come, the error says what the screen shows instead. */
  private async saying<T>(waited: Promise<T>): Promise<T> {
    try {
      return await waited;
    } catch (error) {
      const seen = await this.driver.executeScript<string>(whatIsShown).catch(() => 'no screen to look at');
      const told = await this.driver
        .manage()
        .logs()
        .get('browser')
        .catch(() => []);
      throw new Error(
        `${String(error)}\nThe screen shows:\n  ${seen}\nThe console says:\n  ${told
          .slice(-6)
          .map((one) => one.message.slice(0, 400))
          .join('\n  ')}`,
      );
    }
  }

  /** Returns the texts of all matching elements in one call, because elements may be replaced between two calls. */
  textsOf = (css: string): Promise<string[]> =>
    this.driver.executeScript<string[]>(
      'return [...document.querySelectorAll(arguments[0])].map((one) => one.innerText.trim())',
      css,
    );

  /** What the first element a selector finds says on each leaf of the demo's breakpoints. */
  texts(css: string): Promise<string[]> {
    return Promise.all(
      leafNames.map((leaf) => this.inLeaf<string>(leaf, 'return document.querySelector(args[0]).innerText', css)),
    );
  }

  /** The address of a page's preview, once it is written. */
  async previewOf(page: string): Promise<string> {
    return (await this.api.call('POST', `/pages/${page}/preview`, {})).json<{ address: string }>().address;
  }

  /**
   * Clicks what a locator finds, once it can be clicked: what has just appeared may be drawn anew between being found
   * and being clicked.
   */
  private press(by: By, what: string): Promise<void> {
    return this.until(async () => {
      await this.driver.findElement(by).click();
      return true;
    }, what);
  }

  /** Signs in on the sign-in screen and waits for the list of clients. */
  async signInByHand(email: string, password: string): Promise<void> {
    await this.driver.get(`${this.servers.editor}/sign-in?then=/`);
    await (await this.find('#email')).sendKeys(email);
    await (await this.find('#password')).sendKeys(password, Key.ENTER);
    await this.driver.wait(until.urlIs(`${this.servers.editor}/`), patience, undefined, often);
  }

  /** Returns the API client that `signIn` created. @throws if nobody is signed in */
  get api(): Client {
    if (!this.client) throw new Error('Nobody is signed in.');
    return this.client;
  }

  /** Signs in through the API and gives the browser the session's cookie. */
  async signIn(email: string, password: string): Promise<void> {
    const client = (this.client = new Client(this.servers.port));
    if ((await client.signIn(email, password)).status !== 200) throw new Error(`${email} is not signed in.`);
    const [name, value] = client.cookies.split('=');
    await this.driver.sendDevToolsCommand('Network.setCookie', {
      ...{ url: this.servers.editor, name, value },
      ...{ httpOnly: true, sameSite: 'Strict' },
    });
  }

  pageAddress = (id: string): string => `${this.servers.editor}/pages/${id}`;

  async openPage(id: string): Promise<void> {
    await this.driver.get(this.pageAddress(id));
    await this.ready();
  }

  /** Waits until the three leaves show the page. */
  async ready(): Promise<void> {
    await this.find('fold-ledger');
    await this.until(() =>
      this.inLeaf<boolean>('phone', 'return document.body !== null && document.body.dataset.part !== undefined'),
    );
  }

  /** Waits for something to hold; when it doesn't, says `what`, or else what was waited for. */
  async until(
    holds: () => Promise<boolean | undefined>,
    what = `this did not come true: ${String(holds)}`,
  ): Promise<void> {
    await this.saying(this.driver.wait(async () => (await holds().catch(() => false)) === true, patience, what, often));
  }

  /** Runs a script with `document` and `view` of a leaf's frame. */
  inLeaf<T>(leaf: LeafName, body: string, ...values: unknown[]): Promise<T> {
    const script = `const frame = document.querySelector('[data-leaf="${leaf}"] iframe'); return (function (document, view, args) { ${body} })(frame.contentDocument, frame.contentWindow, arguments)`;
    return this.driver.executeScript<T>(script, ...values);
  }

  /** A property's computed value on the n-th element a selector matches in a leaf. */
  computed = (leaf: LeafName, css: string, property: string, index = 0): Promise<string> =>
    this.inLeaf<string>(
      leaf,
      'const one = document.querySelectorAll(args[0])[args[2]]; return one ? view.getComputedStyle(one).getPropertyValue(args[1]) : ""',
      css,
      property,
      index,
    );

  /**
   * A point of the window over an element in a leaf, given as shares of its box, once pictures and fonts are there
   * and nothing moves any more.
   */
  async pointOn(leaf: LeafName, css: string, x = 0.5, y = 0.5): Promise<{ x: number; y: number }> {
    const point = await this.driver.executeAsyncScript<{ x: number; y: number }>(restingPoint, leaf, css, x, y);
    return { x: Math.round(point.x), y: Math.round(point.y) };
  }

  async clickOn(leaf: LeafName, css: string, times = 1): Promise<void> {
    const point = await this.pointOn(leaf, css);
    const move = this.driver.actions().move({ ...point, duration: 20 });
    await (times === 2 ? move.press().release().press().release() : move.press().release()).perform();
    await this.drawn();
  }

  /**
   * Waits until the workbench shows what was done last: it draws in a frame after, and what is read before that frame
   * is what was there earlier. A tab out of sight has no frames.
   */
  private drawn = (): Promise<void> =>
    this.driver
      .executeAsyncScript<void>(
        `const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done))); setTimeout(done, 500)`,
      )
      .catch(() => undefined); // the page was left by what was done

  /**
   * Selects what holds the selected part: by its place in the path, counted from the page, or from the part's own
   * name where negative.
   */
  async selectAround(place: number): Promise<void> {
    const script = `const button = [...document.querySelectorAll('.path button')].at(arguments[0]); button?.click(); return Boolean(button)`;
    await this.until(() => this.driver.executeScript<boolean>(script, place), 'the path is shorter than that');
  }

  /** Points at nothing: what opens under the pointer would show its hint. */
  async pointAway(): Promise<void> {
    await this.driver.actions().move({ x: 2, y: 2 }).perform();
  }

  /** Presses what may lie out of sight, as soon as it is there. */
  async clickHidden(css: string): Promise<void> {
    const script = 'const one = document.querySelector(arguments[0]); one?.click(); return Boolean(one)';
    await this.until(() => this.driver.executeScript<boolean>(script, css), `there is no ${css} to press`);
  }

  /**
   * Clicks once on a leaf and waits until a part with this name is selected. The part must not be selected before,
   * because a second click at the same spot selects what lies underneath.
   */
  async pick(leaf: LeafName, css: string, name: string): Promise<void> {
    await this.until(() => this.inLeaf<boolean>(leaf, 'return document.querySelector(args[0]) !== null', css));
    await this.clickOn(leaf, css);
    await this.isSelected(name);
  }

  /** Waits until a part with this name is selected. */
  isSelected(name: string): Promise<void> {
    return this.until(
      async () => (await (await this.find('.path')).getText()).trim().endsWith(name),
      `${name} is not selected`,
    );
  }

  /**
   * Scrolls the outline, which draws only the rows in sight, until the first row that matches is drawn, and gives it.
   */
  async row(css: string, name?: string): Promise<WebElement> {
    const found = await this.driver.executeAsyncScript<WebElement | null>(rowOfOutline, css, name ?? null);
    if (!found) throw new Error(`no row of the outline matches ${css} ${name ?? ''}`);
    return found;
  }

  /** Opens a text for writing with one double click. */
  async openText(leaf: LeafName, css: string): Promise<void> {
    await this.until(() => this.inLeaf<boolean>(leaf, 'return document.querySelector(args[0]) !== null', css));
    await this.clickOn(leaf, css, 2);
    await this.until(
      () =>
        this.inLeaf<boolean>(
          leaf,
          'return document.activeElement.isContentEditable && document.querySelector(args[0]).contains(document.activeElement)',
          css,
        ),
      `${css} does not open for writing`,
    );
  }

  /** Writes a text on the page anew. */
  async write(leaf: LeafName, css: string, text: string): Promise<void> {
    await this.openText(leaf, css);
    await this.keys(text);
    await this.keys(Key.ESCAPE);
    await this.until(
      () =>
        this.inLeaf<boolean>(
          leaf,
          'return document.activeElement === document.body && document.querySelector(args[0]).innerText.trim() === args[1]',
          css,
          text,
        ),
      `“${text}” was not written`,
    );
  }

  async drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
    await this.driver
      .actions()
      .move({ ...from, duration: 20 })
      .press()
      .move({ x: from.x + 8, y: from.y + 8, duration: 60 })
      .move({ ...to, duration: 160 })
      .move({ x: to.x + 1, y: to.y, duration: 60 })
      .perform();
    await this.driver.actions().release().perform();
    await this.drawn();
  }

  async centre(element: WebElement): Promise<{ x: number; y: number }> {
    const { x, y, width, height } = await element.getRect();
    return { x: Math.round(x + width / 2), y: Math.round(y + height / 2) };
  }

  /** Drags a kind from the drawer onto an element of a leaf. */
  async dragPart(kind: string, leaf: LeafName, css: string, x = 0.5, y = 0.5): Promise<void> {
    await this.drag(await this.centre(await this.find(`[data-add="${kind}"]`)), await this.pointOn(leaf, css, x, y));
  }

  /** Makes a blank page of a site and opens it. */
  async freshPage(site: string, title: string, path: string): Promise<string> {
    const made = await this.api.call('POST', `/sites/${site}/pages`, { title, path });
    const { id } = made.json<{ id: string }>();
    await this.openPage(id);
    return id;
  }

  /** Stores edits on the page that is open, as somebody else's would come; the site as it then is. */
  storeElsewhere(edits: readonly AnyEdit[]): Promise<Site> {
    return this.driver.executeAsyncScript<Site>(storeEdits, nanoid(), edits);
  }

  /** The same, and opens the page anew. */
  async store(edits: readonly AnyEdit[]): Promise<Site> {
    const site = await this.storeElsewhere(edits);
    await this.driver.navigate().refresh();
    await this.ready();
    return site;
  }

  /** Drags a handle of the selection by px of the leaf. */
  async dragHandle(name: string, leaf: LeafName, x: number, y: number, held?: string): Promise<void> {
    const handle = await this.find(`[data-leaf="${leaf}"] [data-handle="${name}"]`);
    await this.driver.executeAsyncScript(atRest, handle); // it follows what is scrolled below it
    const from = await this.centre(handle);
    const scale = await this.scaleOf(leaf);
    const to = { x: Math.round(from.x + x * scale), y: Math.round(from.y + y * scale) };
    const press = this.driver.actions().move({ ...from, duration: 20 });
    await (held === undefined ? press : press.keyDown(held))
      .press()
      .move({ ...to, duration: 120 })
      .move({ ...to, duration: 20 })
      .release()
      .perform();
    if (held !== undefined) await this.driver.actions().keyUp(held).perform();
    await this.drawn();
  }

  scaleOf = (leaf: LeafName): Promise<number> =>
    this.driver.executeScript<number>(
      `const frame = document.querySelector('[data-leaf="${leaf}"] iframe'); return frame.getBoundingClientRect().width / frame.offsetWidth`,
    );

  /** Clicks a control of a breakpoint's drawing in the ledger. */
  async clickDrawing(leaf: LeafName, css: string): Promise<void> {
    const at = ['wide', 'tablet', 'phone'].indexOf(leaf) + 1;
    await (await this.find(`.drawings .cells:nth-of-type(${at}) ${css}`)).click();
  }

  /** Goes live and comes back to the workbench. */
  async publish(): Promise<void> {
    await this.saved();
    await (await this.button('Publish')).click();
    await this.goLive();
    await this.find('[data-live-address]');
    await (await this.find('.dialog-actions button')).click(); // Close
    await this.noDialog();
  }

  /** Publishes what the open dialog is about, with a reason where errors would stop it. */
  async goLive(): Promise<void> {
    await this.find('[data-go-live] button');
    await this.until(async () => {
      const [button] = await this.driver.findElements(By.css('[data-go-live] button'));
      if (!button) return true; // the page is published
      const [reason] = await this.driver.findElements(By.css('#publish-reason'));
      if (reason && (await reason.getAttribute('value')) === '') await reason.sendKeys('The client has seen it.');
      const [unfinished] = await this.driver.findElements(By.css('#publish-unfinished:not(:checked)'));
      if (unfinished) {
        await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', unfinished);
        await unfinished.click();
      }
      if (await button.isEnabled()) await button.click(); // new findings disable the button
      return false;
    }, 'it can’t be published');
    await this.until(
      async () => (await this.driver.findElements(By.css('[data-live-address]'))).length > 0,
      'it was not published',
    );
  }

  /** Publishes several pages of a site at once, under a name. */
  publishSeveral(site: string, pages: readonly string[], name: string): Promise<unknown> {
    return this.api.call('POST', `/sites/${site}/releases`, { pages, name }).then((answer) => answer.json());
  }

  /** Waits until the last dialog has gone, its veil with it. */
  async noDialog(): Promise<void> {
    await this.until(
      async () => (await this.driver.findElements(By.css('.p-dialog-mask'))).length === 0,
      'a dialog stays open',
    );
  }

  /** A box on the page the driver is at. */
  boxOf = (css: string, index = 0): Promise<{ left: number; top: number; width: number; height: number }> =>
    this.driver.executeScript(
      'const { left, top, width, height } = document.querySelectorAll(arguments[0])[arguments[1]].getBoundingClientRect(); return { left, top, width, height }',
      css,
      index,
    );

  async addPart(kind: string): Promise<void> {
    await (await this.find(`[data-add="${kind}"]`)).click();
  }

  /** Looks at the selected part in a state, and sets values for it. */
  async state(name: string): Promise<void> {
    await (await this.find('fold-ledger .state')).click();
    await this.menuItem(name);
    await this.find(`fold-ledger .state[aria-label="State: ${name}"]`);
  }

  /** Chooses from the menu of what is selected. */
  async partMenu(item: string): Promise<void> {
    await this.chord(Key.ALT, Key.SHIFT, 'm');
    await this.menuItem(item);
  }

  /** Chooses from the menu that is open. */
  async menuItem(words: string): Promise<void> {
    const item = By.xpath(`//*[@role='menuitem'][contains(normalize-space(), '${words}')]`);
    await this.press(item, `no “${words}” in the menu`);
  }

  /** Opens a list of choices and takes one by its words. */
  async choose(css: string, words: string): Promise<void> {
    const list = By.css(`${css} [role=combobox]`);
    await this.press(list, `no list ${css}`);
    await this.press(By.xpath(`//*[@role='option'][normalize-space()='${words}']`), `no choice “${words}”`);
    await this.until(
      async () => (await this.driver.findElements(By.css('.p-select-overlay'))).length === 0,
      'the list stays open',
    );
  }

  async group(word: string): Promise<void> {
    await this.press(By.xpath(`//*[@role='tab'][normalize-space()='${word}']`), `no tab “${word}”`);
  }

  /** Types a value into a ledger cell, of a state where those stand side by side, and presses Enter. */
  async setCell(property: string, leaf: LeafName, value: string, state?: string): Promise<void> {
    const name = leaf.charAt(0).toUpperCase() + leaf.slice(1) + (state === undefined ? '' : `, ${state}`);
    const cell = By.css(`[data-cell="${property}@${leaf}${state === undefined ? '' : `:${state}`}"]`);
    const field = By.css(`fold-ledger-cell .field[aria-label="${property} at ${name}"]`);
    if ((await this.driver.findElements(field)).length === 0) await this.press(cell, `no cell ${property} at ${leaf}`);
    const opened = await this.located(field, `${property} at ${leaf} does not open`);
    await opened.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
    await this.drawn();
  }

  cellText = async (property: string, leaf: LeafName): Promise<string> =>
    (await (await this.find(`[data-cell="${property}@${leaf}"]`)).getAttribute('title')) ?? '';

  async cellMenu(property: string, leaf: LeafName, item: string): Promise<void> {
    const cell = await this.find(`[data-cell="${property}@${leaf}"]`);
    await this.driver.executeScript('arguments[0].closest("fold-ledger-cell").querySelector(".menu").click()', cell);
    await this.menuItem(item);
  }

  async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Presses the last key while the others are held. */
  async chord(...keys: string[]): Promise<void> {
    const held = keys.slice(0, -1);
    const actions = held.reduce((sofar, one) => sofar.keyDown(one), this.driver.actions()).sendKeys(keys.at(-1)!);
    await held.reduceRight((sofar, one) => sofar.keyUp(one), actions).perform();
    await this.drawn();
  }

  /** Waits until the server has stored these words on the open page and the bar shows that. */
  async stored(words: string): Promise<void> {
    await this.until(() => this.driver.executeAsyncScript<boolean>(hasStored, words), `“${words}” was not stored`);
    await this.saved();
  }

  saveState = async (): Promise<string> =>
    (await (await this.find('[data-save-state]')).getAttribute('data-state')) ?? '';
  async saved(): Promise<void> {
    await this.drawn();
    await this.until(async () => (await this.saveState()) === 'saved', 'it was never saved');
  }

  /** Opens what a click opens in a new tab and goes there. */
  async inNewTab(open: () => Promise<void>): Promise<string> {
    const before = await this.driver.getAllWindowHandles();
    await open();
    await this.until(async () => (await this.driver.getAllWindowHandles()).length > before.length, 'no tab opened');
    const own = await this.driver.getWindowHandle();
    const fresh = (await this.driver.getAllWindowHandles()).find((one) => !before.includes(one))!;
    await this.driver.switchTo().window(fresh);
    return own;
  }
}
