import { compile } from '../../compile/compile';
import { applyEdits } from '../edits/apply';
import { settledPart } from '../seen/settled';
import { pageOfSection } from '../sections/kept-section';
import { freshPart, newThing } from '../commands/thing';
import { blankSite } from '../site';

const site = blankSite('s', 'Site', 'site');
const menu = newThing(site, 'menu');
const page = pageOfSection({ root: 's', parts: { s: freshPart(site, 'section', [menu.root]), ...menu.parts } });

function opened(width: number): HTMLIFrameElement {
  const { html, css } = compile(site, page);
  const frame = document.createElement('iframe');
  frame.style.cssText = `border:0;width:${width}px;height:700px`;
  document.body.append(frame);
  frame.contentDocument!.open();
  frame.contentDocument!.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
  frame.contentDocument!.close();
  return frame;
}
const shown = (frame: HTMLIFrameElement, css: string): number =>
  [...frame.contentDocument!.querySelectorAll(css)].filter((one) => one.getClientRects().length > 0).length;

describe('A menu that folds', () => {
  it('is a row of links on wide screens, without a button', () => {
    for (const width of [601, 1280]) {
      const frame = opened(width);
      expect(shown(frame, 'nav a')).withContext(`${width} px`).toBe(3);
      expect(shown(frame, 'nav button')).toBe(0);
      const tops = [...frame.contentDocument!.querySelectorAll('nav a')].map((one) =>
        Math.round(one.getBoundingClientRect().top),
      );
      expect(new Set(tops).size).toBe(1);
      frame.remove();
    }
  });
  it('is a button on small ones, which opens the links and closes them, with no script of ours', () => {
    const frame = opened(390);
    expect(shown(frame, 'nav a')).toBe(0);
    const button = frame.contentDocument!.querySelector<HTMLButtonElement>('nav button')!;
    expect(button.getBoundingClientRect().height).toBeGreaterThanOrEqual(24);
    button.click(); // HTML 6.12: the popover its popovertarget names
    expect(shown(frame, 'nav a')).toBe(3);
    button.click();
    expect(shown(frame, 'nav a')).toBe(0);
    expect(compile(site, page).modules).toEqual([]);
    frame.remove();
  });
  it('stays a row where it never folds, with nothing around the links', () => {
    const never = applyEdits(site, page, [
      { do: 'set', part: menu.root, field: ['content', 'base', 'folds'], value: '' },
    ]).page;
    const { html, css } = compile(site, never);
    expect(html).toMatch(/<nav class="_menu"><a /);
    expect(css).not.toContain('_folds');
  });
  it('folds from the heir of a breakpoint that goes, or never', () => {
    const folds = (heir?: string): unknown =>
      settledPart({ phone: heir === undefined ? {} : { heir } }, page.parts[menu.root]!).content.base['folds'];
    expect(folds('tablet')).toBe('tablet');
    expect(folds()).toBe('');
  });
});
