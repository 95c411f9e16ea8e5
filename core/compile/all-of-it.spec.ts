import axe from 'axe-core';
import { pageOfAll, siteOfAll } from '../document/testing/all-of-it';
import { readPage } from '../document/edits/check/check-page';
import { Site } from '../document/site';
import { compile } from './compile';

describe('A page with everything that is written and styled', () => {
  const { html, css } = compile(siteOfAll, pageOfAll);

  it('is one that can be stored', () => {
    expect(Site.parse(siteOfAll)).toEqual(siteOfAll);
    expect(readPage(siteOfAll, pageOfAll)).toEqual(pageOfAll);
  });

  // Chromium’s own parser of CSS: a declaration it does not know is left out of what it keeps
  it('has a style sheet of which Chromium drops nothing', () => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    const kept = [...walk(sheet.cssRules)].join('\n');
    for (const declared of ['clip-path', 'mask-image', 'backdrop-filter', 'background-blend-mode', 'rotate', 'filter'])
      expect(kept).withContext(declared).toContain(`${declared}:`);
    expect(kept).toMatch(/font-size: clamp\(/);
    expect(kept).toContain('prefers-color-scheme: dark');
  });

  // axe-core, by WCAG 2.2 A and AA
  it('has nothing axe finds', async () => {
    const frame = document.createElement('iframe');
    frame.style.cssText = 'width:1280px;height:800px';
    document.body.append(frame);
    const inside = frame.contentDocument!;
    inside.open();
    inside.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
    inside.close();
    const script = inside.createElement('script');
    script.textContent = axe.source;
    inside.head.append(script);
    const found = await (frame.contentWindow as Window & { axe: typeof axe }).axe.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
    });
    frame.remove();
    expect(found.passes.length).toBeGreaterThan(10);
    expect(found.violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(' ')}`)).toEqual([]);
  });
});

function* walk(rules: CSSRuleList): Generator<string> {
  for (const rule of rules) {
    if (rule instanceof CSSMediaRule) yield rule.conditionText;
    if ('cssRules' in rule) yield* walk(rule.cssRules as CSSRuleList);
    if (rule instanceof CSSStyleRule) yield rule.style.cssText;
  }
}
