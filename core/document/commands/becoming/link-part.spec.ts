import { compile, plainFiles } from '../../../compile/compile';
import { resolve } from '../../../style/cascade';
import { applyEdits } from '../../edits/apply';
import type { Page } from '../../page';
import { blankSite } from '../../site';
import { plainPart } from '../../testing/plain-part';
import { pageHolding } from '../../testing/plain-part';
import { linkEdits } from './link-part';

describe('A part that leads somewhere as a whole', () => {
  const site = blankSite('s', 'S', 's');
  const chosen = { to: 'page:fares', newTab: true, label: 'All fares' };
  const boxWith = (...inside: ('image' | 'button')[]): Page => {
    const held = Object.fromEntries(
      inside.map((kind) => [
        kind,
        kind === 'image'
          ? plainPart('image', 'img', { content: { base: { alt: 'A boat' } } })
          : plainPart('button', 'a', { content: { base: { text: 'Go', link: '/' } } }),
      ]),
    );
    const page = pageHolding({ box: plainPart('container', 'div', { children: inside }), ...held });
    const section = page.parts['s']!;
    return { ...page, parts: { ...page.parts, s: { ...section, children: ['box'] } } };
  };
  const published = (page: Page): string => compile(site, page, { ...plainFiles, pages: { fares: '/prices' } }).html;

  it('is a button, or a box with the tag for it; without a link it is a plain box again, the very one it was', () => {
    const page = boxWith('image');
    const linked = applyEdits(site, page, linkEdits(page, 'box', chosen));
    expect(published(linked.page)).toMatch(
      /<a class="_box" href="\/prices" target="_blank" rel="noopener" aria-label="All fares"><img [^>]*><\/a>/,
    );
    const back = applyEdits(
      site,
      linked.page,
      linkEdits(linked.page, 'box', { to: '', newTab: false, label: '' }),
    ).page;
    expect(back).toEqual(page);
    expect(applyEdits(site, linked.page, linked.inverses).page).toEqual(page);
    const button = boxWith('button');
    const led = applyEdits(site, button, linkEdits(button, 'button', { to: '#top', newTab: false, label: '' })).page;
    expect(led.parts['button']!.content.base).toEqual({ text: 'Go', link: '#top' });
  });

  it('is no link on the published page where it holds one: HTML (section 4.5.1) knows no link in a link', () => {
    const page = boxWith('button');
    const linked = applyEdits(site, page, linkEdits(page, 'box', chosen)).page;
    const inside = new DOMParser().parseFromString(published(linked), 'text/html');
    expect(inside.querySelectorAll('a').length).toBe(1);
    expect(inside.querySelector('._box')?.localName).toBe('div');
    expect(inside.querySelector('._box > a')?.textContent).toBe('Go');
  });

  // Chromium’s computed style against the resolver: nothing of what buttons, and links by the browser’s own sheet,
  // are by nature.
  it('looks as the box it was', () => {
    const page = boxWith('image');
    const linked = applyEdits(site, page, linkEdits(page, 'box', chosen)).page;
    const withButton = { ...linked.parts['s']!, children: ['box', 'button'] };
    const both: Page = {
      ...linked,
      parts: {
        ...linked.parts,
        s: withButton,
        button: plainPart('button', 'a', { content: { base: { text: 'Go', link: '/' } } }),
      },
    };
    const { html, css } = compile(site, both);
    const frame = document.body.appendChild(document.createElement('iframe'));
    frame.contentDocument!.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
    const style = frame.contentWindow!.getComputedStyle(frame.contentDocument!.querySelector('a._box')!);
    for (const property of [
      'display',
      'flex-direction',
      'padding-top',
      'padding-left',
      'background-color',
      'font-weight',
      'text-decoration-line',
      'border-top-left-radius',
      'text-align',
    ])
      expect([property, style.getPropertyValue(property)]).toEqual([
        property,
        computed(resolve(site, both, 'box', 'wide', 'normal', property).value),
      ]);
    expect(style.color)
      .withContext('inherited')
      .toBe(frame.contentWindow!.getComputedStyle(frame.contentDocument!.body).color);
    frame.remove();
  });
  const computed = (value: string): string =>
    ({ transparent: 'rgba(0, 0, 0, 0)', normal: '400', '0': '0px' })[value] ?? value;
});
