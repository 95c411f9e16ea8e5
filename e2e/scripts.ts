/** What a person’s browser runs: scripts of the pages, each told what it needs by `arguments`. */

/** What a screen shows, in words, for an error to tell. */
export const whatIsShown = `const text = (css) => [...document.querySelectorAll(css)].map((one) => one.innerText.trim()).join(' | ');
  return [location.pathname, text('.path'), text('[role=tab][aria-selected=true]'), text('[role=dialog], [role=alertdialog], [role=menu]'),
    text('[role=alert], [role=status]'), document.activeElement?.outerHTML.slice(0, 200), text('fold-ledger').slice(0, 300).replaceAll('\\n', ' · ')].join('\\n  ')`;

/** A point over an element in a leaf, by shares of its box, once nothing moves any more. */
export const restingPoint = `const [name, css, x, y, done] = arguments;
  const frame = document.querySelector('[data-leaf="' + name + '"] iframe');
  const within = () => { // redrawn parts are other elements
    const one = frame.contentDocument.querySelector(css); const outer = frame.getBoundingClientRect();
    const scale = outer.width / frame.offsetWidth; const box = one.getBoundingClientRect();
    return { x: outer.left + (box.left + box.width * x) * scale, y: outer.top + (box.top + box.height * y) * scale };
  };
  const loaded = () => frame.contentDocument.fonts.status === 'loaded' && [...frame.contentDocument.images].every((one) => one.complete || one.loading === 'lazy');
  const clear = () => { // of the leaf's head, which covers what is scrolled below it
    const sheets = document.querySelector('.sheets'); const above = sheets.getBoundingClientRect().top + 34 - within().y;
    if (above > 0) sheets.scrollTop -= above;
  };
  frame.contentDocument.querySelector(css).scrollIntoView({ block: 'nearest' });
  const drawnOver = () => [...document.querySelectorAll('[data-leaf="' + name + '"] .over > *')].map((one) => { const box = one.getBoundingClientRect(); return box.left + ' ' + box.top; }).join();
  let before; let over; let still = 0;
  const look = () => {
    const now = within(); const above = drawnOver(); // outlines and handles follow what is scrolled below them
    still = loaded() && before && above === over && Math.hypot(now.x - before.x, now.y - before.y) < 0.5 ? still + 1 : 0;
    before = now; over = above;
    if (still < 4) requestAnimationFrame(look); else done(now);
  };
  requestAnimationFrame(() => { clear(); look(); })`;

/** The first row of the outline that matches, wherever it is scrolled to. */
export const rowOfOutline = `const [css, name, done] = arguments;
  const scroller = document.querySelector('fold-outline .scroller');
  const drawn = (then) => requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(then)));
  const look = () => {
    const found = [...scroller.querySelectorAll(css)].find((row) => name === null || row.querySelector('.name')?.textContent === name);
    if (found) { found.scrollIntoView({ block: 'nearest' }); return drawn(() => done(found)); }
    if (scroller.scrollTop + scroller.clientHeight >= scroller.scrollHeight) return done(null);
    scroller.scrollTop += scroller.clientHeight - 48;
    drawn(look);
  };
  scroller.scrollTop = 0;
  drawn(look)`;

/** Calls back once an element has not moved for four frames. */
export const atRest = `const [one, done] = arguments;
  let before = ''; let calm = 0;
  const look = () => {
    const { x, y } = one.getBoundingClientRect(); const now = x + ' ' + y;
    calm = now === before ? calm + 1 : 0; before = now;
    if (calm < 4) requestAnimationFrame(look); else done();
  };
  look()`;

/** Returns whether the server has stored these words on the open page. */
export const hasStored = `const [words, done] = arguments;
  fetch('/api/pages/' + location.pathname.split('/').at(-1)).then((answer) => answer.text())
    .then((text) => done(text.includes(words)), () => done(false))`;

/** Stores edits on the page that is open, and comes to the site as it then is. */
export const storeEdits = `const [id, edits, done] = arguments; const page = '/api/pages/' + location.pathname.split('/').at(-1);
  fetch(page).then((answer) => answer.json())
    .then(({ revision }) => fetch(page + '/edits', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ id, base: revision, edits }) }))
    .then(() => fetch(page)).then((answer) => answer.json()).then((facts) => done(facts.site))`;
