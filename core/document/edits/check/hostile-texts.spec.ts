import { compile } from '../../../compile/compile';
import { policyOf } from '../../../compile/policy';
import { harm, set, site, stored } from '../testing/hostile-page';

const addresses: readonly string[] = [
  'javascript:alert(1)',
  'JaVaScRiPt:alert(1)',
  ' javascript:alert(1)',
  'java\nscript:alert(1)',
  'java\tscript:alert(1)',
  '\u0001javascript:alert(1)',
  'vbscript:x',
  'data:text/html,<script>alert(1)</script>',
  'file:///etc/passwd',
  '//elsewhere',
  '/\\elsewhere',
  '\\\\elsewhere',
  'https://a"onclick=alert(1)',
  'https://a b',
  'https://<script>',
  'http:elsewhere',
  'https:/elsewhere',
  'ftp://elsewhere',
  'blob:x',
  'about:blank',
  'mailto:x',
  'mailto:a@b"x',
  'tel:alert(1)x',
  '#1',
  '#a"b',
  '#a b',
  '?x',
  'fares',
  '../up',
  'view-source:x',
  'https://',
  'x'.repeat(2001),
  'https://films.example/watch?v=1',
  '/a/page/of-the-site',
  'https://films.example/a.mp4',
  'https://x;script-src *',
  "https://x' 'unsafe-inline'",
];
describe('An address that means harm', () => {
  for (const address of addresses)
    it(`is refused or leads nowhere that runs: ${JSON.stringify(address.slice(0, 60))}`, () => {
      for (const edit of [
        set('button', ['content', 'base', 'link'], address),
        set('video', ['content', 'base', 'address'], address),
        set('video', ['content', 'phone', 'address'], address),
      ]) {
        const made = stored(edit);
        if (typeof made === 'string') expect(made).toMatch(/\w{5}/);
        else {
          expect(harm(made)).toBe('');
          const policy = policyOf(site, {
            ...made,
            parts: { ...made.parts, html: { ...made.parts['html']!, off: true } },
          });
          expect(policy).not.toMatch(/[*\n]|script-src|unsafe|;\s*;/);
        }
      }
    });
});

const texts: readonly string[] = [
  '<script>alert(1)</script>',
  '</title><script>alert(1)</script>',
  '"><img src=x onerror=alert(1)>',
  "'><svg onload=alert(1)>",
  '</h1><script>',
  '<!--',
  '-->',
  ']]>',
  '<![CDATA[',
  '&lt;script&gt;',
  '&#60;script&#62;',
  '</style><script>',
  '</iframe><script>alert(1)</script>',
  '" sandbox="" srcdoc="<script>',
  '\u0000<script>',
  'a\u0000b',
  '\u0001\u0008\u000b\u001f\u007f',
  '\ud800',
  '\udfff lone',
  '\ufffe',
  '\uffff',
  '\u2028\u2029',
  '\u202Eabc',
  'ﷺ'.repeat(50),
  'e\u0301'.repeat(40),
  '👩‍👩‍👧‍👦',
  'שלום',
  'Привет',
  '船の時刻表',
  '\r\n\r',
  '\t',
  '{{constructor.constructor("alert(1)")()}}',
  '${alert(1)}',
  '%3Cscript%3E',
  '<base href=//elsewhere>',
  '<meta http-equiv=refresh content=0>',
  '<link rel=stylesheet href=//elsewhere>',
  '<object data=x>',
  '<plaintext>',
  '<noscript>',
  '<template>',
  '<math><mi xlink:href="javascript:alert(1)">',
];
describe('A text that means harm', () => {
  for (const text of texts)
    it(`stays a text, in what is published and in the editor: ${JSON.stringify(text.slice(0, 60))}`, () => {
      const edits = [
        ...['title', 'text', 'button', 'item'].map((id) => ({
          do: 'set',
          part: id,
          field: ['content', 'base', 'text'],
          value: text,
        })),
        { do: 'set', part: 'root', field: ['content', 'base', 'title'], value: text },
        { do: 'set', part: 'root', field: ['content', 'base', 'description'], value: text },
        { do: 'set', part: 'image', field: ['content', 'base', 'alt'], value: text },
        { do: 'set', part: 'html', field: ['content', 'base', 'html'], value: text },
        { do: 'set', part: 'html', field: ['content', 'base', 'title'], value: text },
        { do: 'set', part: 'video', field: ['content', 'base', 'title'], value: text },
        { do: 'set', part: 'field', field: ['content', 'base', 'placeholder'], value: text },
        { do: 'set', part: 'text', field: ['attributes', 'title'], value: text },
        { do: 'set', part: 'text', field: ['name'], value: text.slice(0, 80) },
        { do: 'set', part: 'text', field: ['content', 'phone', 'text'], value: `${text} at a breakpoint` },
      ];
      for (const edit of edits) {
        const made = stored([edit]);
        if (typeof made === 'string') continue; // a page without a title, say
        expect(harm(made)).withContext(JSON.stringify(edit.field)).toBe('');
        const { html } = compile(site, made);
        const read = new DOMParser().parseFromString(html, 'text/html');
        expect(read.querySelectorAll('section').length).withContext(JSON.stringify(edit.field)).toBe(1);

        expect(/[\u0000-\u0008\u000b\u000e-\u001f\u007f]/.test(html)).toBeFalse();
        expect(html.isWellFormed()).toBeTrue();
      }
    });
});
