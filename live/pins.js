// @ts-check
// Runs in previews alone, framed by the editor: shows remarks as pins on the parts they are about, and says which part
// is pointed at. The live host writes the line `const framedBy = […]` before it: the origins it answers to.

/**
 * What the editor sends.
 * @typedef {{ id: string, part: string, x: number, y: number, number: number, settled: boolean, chosen: boolean }} Pin
 * @typedef {{ fold: 'pins', picking: boolean, pins: Pin[] } | { fold: 'show', part: string }} Asked
 */

/** @type {readonly string[]} */
const origins = /** @type {any} */ (globalThis).framedBy ?? [];
const page = new URL(import.meta.url).searchParams.get('page') ?? '';

/** The origin that framed this page and said so. @type {string | undefined} */
let embedder;
/** @type {Pin[]} */
let pins = [];
let picking = false;
/** The part pointed at, by pointer or by keys. @type {Element | undefined} */
let pointed;

/** @param {object} said */
const tell = (said) => {
  if (embedder !== undefined) parent.postMessage({ fold: true, page, width: innerWidth, ...said }, embedder);
};

const host = document.createElement('div');
const shadow = host.attachShadow({ mode: 'closed' });
const sheet = new CSSStyleSheet();
sheet.replaceSync(`
  :host { all: initial; position: fixed; inset: 0; z-index: 2147483647; pointer-events: none; }
  button { all: unset; position: fixed; min-width: 24px; height: 24px; padding: 0 4px; box-sizing: border-box; margin: -12px 0 0 -12px;
    pointer-events: auto; cursor: pointer; font: 600 13px/20px system-ui, sans-serif; text-align: center; color: #fff;
    background: #8f2b37; border: 2px solid #fff; border-radius: 12px; box-shadow: 0 1px 4px rgb(0 0 0 / .4); }
  button.settled { background: #4f6b3a; }
  button.chosen, button:focus-visible { outline: 3px solid #1d1a16; outline-offset: 1px; }
  .pointed { position: fixed; box-sizing: border-box; border: 2px dashed #8f2b37; background: rgb(143 43 55 / .08); }
  .say { position: fixed; left: 8px; bottom: 8px; padding: 4px 10px; font: 14px/20px system-ui, sans-serif; color: #fff;
    background: #1d1a16; border-radius: 4px; }
`);
shadow.adoptedStyleSheets = [sheet];
const mark = document.createElement('div');
mark.className = 'pointed';
mark.hidden = true;
const line = document.createElement('div');
line.className = 'say';
line.setAttribute('role', 'status');
line.hidden = true;
shadow.append(mark, line);
document.documentElement.append(host);

/** @param {string} id */
const partElement = (id) => document.querySelector(`[data-part="${CSS.escape(id)}"]`);

/** The box of a part: what it holds, where it has none of its own. @param {Element} element */
const boxOf = (element) => {
  const own = element.getBoundingClientRect();
  if (own.width > 0 || own.height > 0) return own;
  const inner = element.firstElementChild?.getBoundingClientRect();
  return inner && inner.width > 0 ? inner : undefined;
};

/** @type {Map<string, HTMLButtonElement>} */
const buttons = new Map();
/** @param {HTMLElement} element @param {Record<string, string>} styles */
const place = (element, styles) => {
  for (const [name, value] of Object.entries(styles))
    if (element.style.getPropertyValue(name) !== value) element.style.setProperty(name, value);
};

const drawPointed = () => {
  const box = picking && pointed?.isConnected ? boxOf(pointed) : undefined;
  mark.hidden = box === undefined;
  if (box)
    place(mark, { left: `${box.left}px`, top: `${box.top}px`, width: `${box.width}px`, height: `${box.height}px` });
};

const drawPins = () => {
  for (const pin of pins) {
    const button = buttons.get(pin.id);
    const box = partElement(pin.part) && boxOf(/** @type {Element} */ (partElement(pin.part)));
    if (!button) continue;
    button.hidden = !box;
    place(button, { display: box ? 'block' : 'none' });
    if (!box) continue;
    const left = Math.min(Math.max(box.left + pin.x * box.width, 14), innerWidth - 14);
    place(button, { left: `${left}px`, top: `${box.top + pin.y * box.height}px` });
  }
};

let drawing = false;
const draw = () => {
  drawPins();
  drawPointed();
  drawing = pins.length > 0 || picking;
  if (drawing) requestAnimationFrame(draw);
};

/** @param {Extract<Asked, { fold: 'pins' }>} asked */
const take = (asked) => {
  pins = asked.pins;
  picking = asked.picking;
  if (!picking) pointed = undefined;
  line.hidden = !picking;
  line.textContent = 'Click what the remark is about. By keys: Tab, then Enter. Esc ends it.';
  for (const [id, button] of buttons)
    if (!pins.some((one) => one.id === id)) {
      button.remove();
      buttons.delete(id);
    }
  for (const pin of pins) {
    const button = buttons.get(pin.id) ?? shadow.appendChild(document.createElement('button'));
    buttons.set(pin.id, button);
    button.type = 'button';
    button.textContent = String(pin.number);
    button.className = `${pin.settled ? 'settled' : ''} ${pin.chosen ? 'chosen' : ''}`.trim();
    button.setAttribute('aria-label', `Remark ${pin.number}${pin.settled ? ', settled' : ''}`);
    button.onclick = () => tell({ is: 'pin', id: pin.id });
  }
  document.documentElement.style.setProperty('cursor', picking ? 'crosshair' : '');
  if (!drawing) draw();
};

/** What one can point at, in the order it is read: whatever is seen and holds nothing else that is. */
const choices = () =>
  [...document.querySelectorAll('[data-part]')].filter((one) => one !== document.body && boxOf(one));

/** @param {Element} element @param {number} x @param {number} y */
const pick = (element, x, y) => tell({ is: 'picked', part: element.getAttribute('data-part'), x, y });

/** @param {Event} event */
const under = (event) => {
  const [first] = event.composedPath();
  return first instanceof Element ? (first.closest('[data-part]') ?? document.body) : document.body;
};
/** @param {Event} event */
const isOurs = (event) => event.composedPath().includes(host);

addEventListener(
  'pointermove',
  (event) => {
    if (picking && !isOurs(event)) pointed = under(event);
  },
  true,
);
for (const kind of ['pointerdown', 'pointerup', 'mousedown', 'mouseup', 'touchstart'])
  addEventListener(kind, (event) => picking && !isOurs(event) && event.stopPropagation(), true);
addEventListener(
  'click',
  (event) => {
    if (!picking || isOurs(event)) return;
    event.preventDefault();
    event.stopPropagation();
    const element = under(event);
    const box = boxOf(element);
    if (!box) return;
    const share = (/** @type {number} */ at, /** @type {number} */ from, /** @type {number} */ size) =>
      size === 0 ? 0.5 : Math.min(Math.max((at - from) / size, 0), 1);
    pick(element, share(event.clientX, box.left, box.width), share(event.clientY, box.top, box.height));
  },
  true,
);
addEventListener(
  'keydown',
  (event) => {
    if (!picking) return;
    if (event.key === 'Escape') tell({ is: 'cancelled' });
    const step = event.key === 'Tab' ? (event.shiftKey ? -1 : 1) : 0;
    if (step !== 0) {
      const all = choices();
      const at = pointed ? all.indexOf(pointed) : -1;
      pointed = all[(at + step + all.length) % all.length];
      pointed?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter' && pointed) pick(pointed, 0.5, 0.5);
    else if (event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
  },
  true,
);

addEventListener('message', (event) => {
  if (event.source !== parent || !origins.includes(event.origin)) return;
  embedder = event.origin;
  const { data } = event;
  if (data?.fold === 'hello') tell({ is: 'here', path: location.pathname });
  else if (data?.fold === 'pins') take(data);
  else if (data?.fold === 'show') partElement(data.part)?.scrollIntoView({ block: 'center', behavior: 'smooth' });
  else if (data?.fold === 'focus') focus();
});
addEventListener('resize', () => tell({ is: 'here', path: location.pathname }));
