import { applyEdit } from './edits/apply';
import type { Edit } from './edits/edit';
import { compile } from '../compile/compile';
import { compileCanvas } from '../compile/canvas';
import { contentAt, contentFrom, variantsOf } from './content';
import { kindOf } from './kinds/registry';
import { blankPage, type Page } from './page';
import { Problem } from './problem';
import { blankSite, type Site } from './site';

const picture = (name: string): Site['pictures'][string] => ({
  name,
  alt: `The ${name}`,
  width: 800,
  height: 400,
  type: 'image/png',
  files: [
    { width: 400, file: `${name}-400.png` },
    { width: 800, file: `${name}-800.png` },
  ],
});
const site: Site = { ...blankSite('s', 'S', 'site'), pictures: { pier: picture('pier'), quay: picture('quay') } };
const part = (kind: string, tag: string, children: string[], base: Record<string, unknown>): Page['parts'][string] => ({
  kind,
  tag,
  children,
  classes: [],
  style: {},
  content: { base },
  attributes: {},
});
const blank = blankPage('p', 'P', '/');
const first: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['s'] },
    s: part('section', 'section', ['h', 'i', 'b'], {}),
    h: part('heading', 'h1', [], { text: 'Three islands, six sailings a day' }),
    i: part('image', 'img', [], { picture: 'pier', alt: '' }),
    b: part('button', 'a', [], { text: 'See the timetable', link: '/fares' }),
  },
};
const say = (page: Page, id: string, breakpoint: string, key: string, value?: string): Page =>
  applyEdit(site, page, {
    do: 'set',
    part: id,
    field: ['content', breakpoint, key],
    ...(value !== undefined && { value }),
  }).page;
const shorter = say(first, 'h', 'phone', 'text', 'Six a day');

describe('Content per breakpoint', () => {
  it('falls through from the base, and says where it comes from', () => {
    const both = say(shorter, 'h', 'tablet', 'text', 'Three islands');
    const heading = both.parts['h']!;
    expect(['wide', 'tablet', 'phone'].map((at) => contentAt(site, heading, at)['text'])).toEqual([
      'Three islands, six sailings a day',
      'Three islands',
      'Six a day',
    ]);
    expect(['wide', 'tablet', 'phone'].map((at) => contentFrom(site, heading, at, 'text'))).toEqual([
      'base',
      'tablet',
      'phone',
    ]);
    const back = say(both, 'h', 'phone', 'text');
    expect(contentAt(site, back.parts['h']!, 'phone')['text']).toBe('Three islands');
    expect(variantsOf(site, back.parts['h']!).map((one) => one.breakpoints)).toEqual([['wide'], ['tablet', 'phone']]);
  });
  it('is taken back to the very document', () => {
    const edit: Edit = { do: 'set', part: 'h', field: ['content', 'phone', 'text'], value: 'Six a day' };
    const { page, inverse } = applyEdit(site, first, edit);
    expect(applyEdit(site, page, inverse).page).toEqual(first);
  });
  it('is refused where a kind cannot vary, at the base, and at breakpoints the site lacks', () => {
    for (const [id, breakpoint, key] of [
      ['b', 'phone', 'link'],
      ['i', 'phone', 'alt'],
      ['h', 'wide', 'text'],
      ['h', 'watch', 'text'],
      ['root', 'phone', 'title'],
    ] as const)
      expect(() => say(first, id, breakpoint, key, '/x'))
        .withContext(`${id} ${breakpoint} ${key}`)
        .toThrowError(Problem);
  });
  it('stands once each in what is published, and once only where all say the same', () => {
    const { html, css } = compile(site, say(shorter, 'b', 'phone', 'text', 'Timetable'));
    expect(html).toContain(
      '<h1><span class="_at-tablet-wide">Three islands, six sailings a day</span><span class="_at-phone">Six a day</span></h1>',
    );
    expect(html.match(/Six a day/g)?.length).toBe(1);
    expect(css).toContain('@media (width<=600px){._at-tablet-wide{display:none!important}}');
    expect(css).toContain('@media (width>600px){._at-phone{display:none!important}}');
    expect(compile(site, first).html).not.toContain('<span');
    const same = say(first, 'h', 'phone', 'text', 'Three islands, six sailings a day');
    expect(compile(site, same).html).not.toContain('<span');
  });
  it('of a picture becomes a picture element, of which browsers load what they show', () => {
    const { html, css, files } = compile(site, say(first, 'i', 'phone', 'picture', 'quay'));
    expect(html).toContain(
      '<picture><source media="(width&lt;=600px)" srcset="files/quay-400.png 400w, files/quay-800.png 800w"',
    );
    expect(css).toContain('picture{display:contents}');
    expect(files.pictures).toEqual(['pier-400.png', 'pier-800.png', 'quay-400.png', 'quay-800.png']);
  });
  it('hides in Chromium what is not for the width, also from the accessibility tree', () => {
    const frame = document.createElement('iframe');
    document.body.append(frame);
    const { html } = compileCanvas(site, shorter, { pictures: '/none/', fonts: '/none/' }, false);
    frame.style.width = '390px';
    frame.contentDocument!.open();
    frame.contentDocument!.write(html);
    frame.contentDocument!.close();
    const heading = frame.contentDocument!.querySelector<HTMLElement>('h1')!;
    expect(heading.innerText).toBe('Six a day'); // what is rendered, HTML 3.2.7
    frame.style.width = '700px';
    expect(heading.innerText).toBe('Three islands, six sailings a day');
    frame.remove();
  });
  // Chromium: what has a box at a width is shown there; what has none is neither seen, nor read aloud, nor reached
  // by Tab.
  const varying: readonly (readonly [
    kind: string,
    key: string,
    base: Record<string, unknown>,
    other: string,
    inside: string,
    says: (element: Element) => string | null,
  ])[] = [
    [
      'html',
      'html',
      { html: '<p>Long</p>', title: 'A map' },
      '<p>Short</p>',
      'iframe',
      (one) => one.getAttribute('srcdoc'),
    ],
    [
      'field',
      'placeholder',
      { label: 'Your name', placeholder: 'As it stands on the ticket', name: 'name', type: 'text' },
      'Name',
      'input',
      (one) => one.getAttribute('placeholder'),
    ],
    [
      'video',
      'address',
      { address: 'https://films.example/watch?v=long', title: 'The crossing' },
      'https://films.example/watch?v=short',
      'details',
      (one) => one.querySelector('iframe')!.getAttribute('src'),
    ],
    ['disclosure', 'text', { text: 'What does it cost to cross?' }, 'Fares', 'summary span', (one) => one.textContent],
    ['button', 'text', { text: 'See the timetable', link: '/' }, 'Times', 'a > span', (one) => one.textContent],
  ];
  for (const [kind, key, base, other, inside, says] of varying)
    it(`of a ${kind} shows one of what it says at each width, and no other`, () => {
      const { tag } = kindOf(kind).fresh(site);
      const page: Page = {
        ...first,
        parts: {
          root: first.parts['root']!,
          s: { ...first.parts['s']!, children: ['x'] },
          x: part(kind, tag, [], base),
        },
      };
      const { html, css } = compile(site, say(page, 'x', 'phone', key, other));
      const frame = document.createElement('iframe');
      frame.style.border = '0';
      document.body.append(frame);
      frame.contentDocument!.open();
      frame.contentDocument!.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
      frame.contentDocument!.close();
      for (const [width, wanted] of [
        [390, other],
        [600, other],
        [601, String(base[key])],
        [1280, String(base[key])],
      ] as const) {
        frame.style.width = `${width}px`;
        const shown = [...frame.contentDocument!.querySelectorAll(inside)].filter(
          (one) => one.getClientRects().length > 0,
        );
        expect(shown.map(says)).withContext(`${width} px`).toEqual([wanted]);
      }
      frame.remove();
    });
  it('of a video file is a source with its condition, and nothing is loaded before it is played', () => {
    const page: Page = {
      ...first,
      parts: {
        root: first.parts['root']!,
        s: { ...first.parts['s']!, children: ['x'] },
        x: part('video', 'div', [], { address: '/long.mp4', title: 'The crossing' }),
      },
    };
    const { html } = compile(site, say(page, 'x', 'phone', 'address', '/short.mp4'));
    expect(html).toContain(
      '<video controls preload="none" playsinline aria-label="The crossing"><source src="/short.mp4" media="(width&lt;=600px)"><source src="/long.mp4"></video>',
    );
  });
  it('of custom HTML never reaches the page around it, whatever it holds', () => {
    const hostile =
      '</iframe><script>parent.document.title = "taken"</script><style>body{display:none}</style><img src=x onerror=alert(1)>';
    const page: Page = {
      ...first,
      parts: {
        root: first.parts['root']!,
        s: { ...first.parts['s']!, children: ['x'] },
        x: part('html', 'div', [], { html: hostile, title: '' }),
      },
    };
    const parsed = new DOMParser().parseFromString(compile(site, page).html, 'text/html');
    expect(parsed.querySelectorAll('script, style, img').length).toBe(0);
    const inner = parsed.querySelector('iframe')!;
    expect(inner.getAttribute('srcdoc')).toBe(hostile);
    expect(inner.getAttribute('sandbox')).not.toContain('allow-same-origin');
  });
});
