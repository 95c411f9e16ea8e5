import { blankPage, type Page, type Part } from '../document/page';
import { blankSite, type Site } from '../document/site';
import { compile } from './compile';

const site = blankSite('s', 'S', 's');
const part = (kind: string, tag: string, children: string[] = [], text?: string): Part => ({
  ...{ kind, tag, children, classes: [], style: {}, attributes: {} },
  content: { base: text === undefined ? {} : { text } },
});
function pageWith(tags: readonly string[], said: Record<string, unknown> = {}): Page {
  const blank = blankPage('p', 'P', '/');
  const parts: Record<string, Part> = {};
  tags.forEach((tag, at) => {
    parts[`s${at}`] = part('section', tag, [`h${at}`]);
    parts[`h${at}`] = part('heading', 'h2', [], tag);
  });
  const root = { ...blank.parts['root']!, children: tags.map((_tag, at) => `s${at}`) };
  return {
    ...blank,
    parts: { root: { ...root, content: { base: { title: 'P', description: '', ...said } } }, ...parts },
  };
}

/** A compiled page in a frame, measured by Chromium. */
function opened(page: Page, of: Site = site): HTMLIFrameElement {
  const { html, css } = compile(of, page);
  const frame = document.body.appendChild(document.createElement('iframe'));
  frame.style.width = '800px';
  const inner = frame.contentDocument!;
  inner.open();
  inner.write(html.replace(/<link rel="stylesheet"[^>]*>/, () => `<style>${css}</style>`));
  inner.close();
  return frame;
}

// WCAG 2.2, 2.4.1 Bypass Blocks, technique G1: a link at the top of each page that goes to its main part.
describe('What every published page has', () => {
  it('is a link past what stands before its main part, out of sight until it has the focus', () => {
    const frame = opened(pageWith(['header', 'section', 'footer']));
    const inner = frame.contentDocument!;
    const link = inner.querySelector<HTMLAnchorElement>('body > a')!;
    expect(inner.body.firstElementChild).toBe(link);
    expect(inner.querySelector(link.getAttribute('href')!)?.localName).toBe('main');
    expect(link.getBoundingClientRect().bottom).toBeLessThan(0);
    frame.contentWindow!.focus();
    link.focus();
    expect(inner.activeElement).toBe(link);
    expect(link.getBoundingClientRect().top).toBe(8);
    frame.remove();
  });

  it('takes no room, however a site styles its links', () => {
    const styled: Site = {
      ...site,
      elements: {
        a: { wide: { normal: { position: 'static', display: 'block', translate: 'none', 'padding-top': '90px' } } },
      },
    };
    const page = pageWith(['header', 'section']);
    const [plain, own] = [opened(page), opened(page, styled)];
    const top = (frame: HTMLIFrameElement): number =>
      frame.contentDocument!.querySelector('header')!.getBoundingClientRect().top;
    expect(top(own)).toBe(top(plain));
    expect(own.contentDocument!.querySelector('a')!.getBoundingClientRect().bottom).toBeLessThan(0);
    for (const frame of [plain, own]) frame.remove();
  });

  it('is no link where nothing is to be passed', () => {
    for (const tags of [['section'], ['section', 'footer'], ['header', 'footer'], []])
      expect(compile(site, pageWith(tags)).html)
        .withContext(tags.join())
        .not.toContain('_skip');
  });

  it('says so in the language of the page, and in English where that is not known', () => {
    const words = (language: string): string =>
      /<a class="_skip"[^>]*>[^<]*/.exec(compile(site, pageWith(['header', 'section'], { language })).html)![0];
    expect(words('de-AT')).toBe('<a class="_skip" href="#_main">Zum Inhalt springen');
    expect(words('en-GB')).toBe('<a class="_skip" href="#_main">Skip to content');
    expect(words('kw')).toBe('<a class="_skip" href="#_main" lang="en">Skip to content');
  });

  it('is a sheet for paper on which nothing moves and what is pressed is left out', () => {
    const { css } = compile(site, pageWith(['header', 'section']));
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    const inPrint = (rules: CSSRuleList): string[] =>
      [...rules].flatMap((rule) => {
        if (rule instanceof CSSMediaRule && rule.media.mediaText === 'print') return [rule.cssText];
        return rule instanceof CSSGroupingRule ? inPrint(rule.cssRules) : [];
      });
    const [print] = inPrint(sheet.cssRules);
    expect(print).toContain('animation: auto ease 0s 1 normal none running none !important'.slice(0, 9));
    expect(print).toMatch(/nav, video, iframe, dialog, \._skip \{\s*display: none !important/);
  });
});
