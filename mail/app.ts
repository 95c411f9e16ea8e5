import express, { type Express } from 'express';
import type { Box, Kept } from './box';

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);

/** Addresses in a text can be followed. */
const linked = (text: string): string =>
  escaped(text).replace(/https?:\/\/[^\s<>"]+/g, (address) => `<a href="${address}" target="_blank">${address}</a>`);

const style = `body{margin:0;font:16px/1.5 system-ui,sans-serif;color:#22211c;background:#efe7da}
main{max-width:820px;margin:0 auto;padding:32px 24px}h1{font-size:26px;margin:0 0 4px}p{margin:0 0 20px}
ol{list-style:none;margin:0;padding:0;background:#fffef9;border:1px solid #cfc8b9}
li+li{border-top:1px solid #e2dccd}li a{display:grid;grid-template-columns:1fr 1fr 170px;gap:16px;padding:10px 14px;color:inherit;text-decoration:none}
li a:hover,li a:focus-visible{background:#f7eeda}time{color:#5c584c}pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit;background:#fffef9;border:1px solid #cfc8b9;padding:20px 24px}
dl{display:grid;grid-template-columns:80px 1fr;gap:2px 12px;margin:0 0 16px}dt{color:#5c584c}dd{margin:0}pre a,main>a{color:#8c2f39}`;

const page = (title: string, body: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${style}</style></head><body><main>${body}</main></body></html>`;

const when = (letter: Kept): string => {
  const [day = '', time = ''] = letter.at.split('T');
  return `<time datetime="${letter.at}">${day} ${time.slice(0, 5)}</time>`;
};

const list = (letters: readonly Kept[]): string =>
  page(
    'Letters',
    `<h1>Letters</h1><p>What the editor sent. Nothing leaves this machine.</p>` +
      (letters.length === 0
        ? '<p>No letter has been sent yet. An invitation or a forgotten password sends one.</p>'
        : `<ol>${letters.map((one) => `<li><a href="/${one.id}"><span>${escaped(one.to)}</span><span>${escaped(one.subject)}</span>${when(one)}</a></li>`).join('')}</ol>`),
  );

const letterPage = (one: Kept): string =>
  page(
    one.subject,
    `<h1>${escaped(one.subject)}</h1><dl><dt>To</dt><dd>${escaped(one.to)}</dd><dt>From</dt><dd>${escaped(one.from)}</dd><dt>Sent</dt><dd>${when(one)}</dd></dl><pre>${linked(one.text)}</pre><a href="/">All letters</a>`,
  );

/** The screen of what was sent. */
export function mailApp(box: Box): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.set({
      'content-security-policy':
        "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'",
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cache-control': 'no-store',
    });
    next();
  });
  app.get('/', async (_request, response) => void response.send(list(await box.all())));
  app.get('/:letter', async (request, response) => {
    const letter = await box.one(request.params.letter);
    response
      .status(letter ? 200 : 404)
      .send(letter ? letterPage(letter) : page('No such letter', '<h1>No such letter</h1><a href="/">All letters</a>'));
  });
  return app;
}
