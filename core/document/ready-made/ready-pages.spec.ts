import { compile } from '../../compile/compile';
import { readPage } from '../edits/check/check-page';
import { breakpointSets } from './breakpoint-sets';
import { newSite } from './new-site';
import { readyLooks } from './looks';
import { pageFrom, readyPages } from './ready-pages';

describe('Every ready-made page', () => {
  const site = newSite({
    id: 's',
    name: 'S',
    host: 'site',
    language: 'en',
    breakpoints: 'three',
    look: readyLooks[0]!.name,
  });
  const facts = { id: 'p', title: 'Boats & islands', path: '/boats' };

  it('can be stored on a site of any breakpoints, and each time has ids of its own', () => {
    for (const set of breakpointSets) {
      const plain = newSite({ ...{ id: 's', name: 'S', host: 'site', language: 'en' }, breakpoints: set.id });
      for (const ready of readyPages) {
        const page = pageFrom(plain, ready, facts);
        expect(readPage(plain, page)).withContext(`${ready.id} ${set.id}`).toEqual(page);
        const again = pageFrom(plain, ready, facts);
        const shared = Object.keys(page.parts).filter((id) => id !== 'root' && Object.hasOwn(again.parts, id));
        expect(shared).toEqual([]);
      }
    }
  });

  // common practice: opening → introduction → picture-with-text rows → strong call to action
  it('says its title in its one h1, and the home page has its sections in the order of the trade', () => {
    for (const ready of readyPages) {
      const { html } = compile(site, pageFrom(site, ready, facts));
      const parsed = new DOMParser().parseFromString(html, 'text/html');
      expect([...parsed.querySelectorAll('h1')].map((one) => one.textContent))
        .withContext(ready.id)
        .toEqual([facts.title]);
      const levels = [...parsed.querySelectorAll('h1,h2,h3,h4')].map((one) => Number(one.tagName[1]));
      levels.forEach((level, at) =>
        expect(level - (levels[at - 1] ?? 0))
          .withContext(ready.id)
          .toBeLessThanOrEqual(1),
      );
    }
    const home = pageFrom(site, readyPages[0]!, facts);
    expect(home.parts['root']!.children.map((id) => home.parts[id]!.name)).toEqual([
      'Opening',
      'Introduction',
      'Rows',
      'Call to action',
    ]);
  });

  it('fits the narrowest screen of a site', () => {
    for (const ready of readyPages) {
      const { html, css } = compile(site, pageFrom(site, ready, facts));
      const frame = document.createElement('iframe');
      frame.style.cssText = 'width:320px;height:600px;border:0';
      document.body.append(frame);
      frame.contentDocument!.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
      frame.contentDocument!.close();
      expect(frame.contentDocument!.documentElement.scrollWidth).withContext(ready.id).toBeLessThanOrEqual(320);
      frame.remove();
    }
  });
});
