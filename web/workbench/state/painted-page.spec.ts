import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { blankPage, titleOf, type Page } from '@core/document/page';
import { blankSite, stylingOf, type Site, type Styling } from '@core/document/site';
import { PageSession } from '../../services/page-session';
import { afterPaint } from '../../services/after-paint';
import { PaintedPage } from './painted-page';

const titled = (page: Page, title: string): Page => {
  const root = page.parts[page.root]!;
  const base = { ...root.content.base, title };
  return { ...page, parts: { ...page.parts, [page.root]: { ...root, content: { ...root.content, base } } } };
};

describe('the page as last painted', () => {
  const page = blankPage('p', 'Fares', '/fares');
  const session = {
    page: signal<Page | undefined>(undefined),
    site: signal<Site | undefined>(undefined),
    release: signal<{ number: number; page: Page; styling: Styling } | null>(null),
  };
  let painted: PaintedPage;
  const frame = (): Promise<void> => new Promise((go) => afterPaint(() => go()));

  beforeEach(() => {
    session.page.set(page);
    session.site.set(blankSite('s', 'S', 's'));
    session.release.set({ number: 1, page, styling: stylingOf(blankSite('s', 'S', 's')) });
    TestBed.configureTestingModule({ providers: [PaintedPage, { provide: PageSession, useValue: session }] });
    painted = TestBed.inject(PaintedPage);
    TestBed.tick();
  });

  it('follows the page shown after a frame, and not before it', async () => {
    await frame();
    expect(painted.page()).toBe(page);
    const renamed = titled(page, 'Fares and passes');
    session.page.set(renamed);
    TestBed.tick();
    expect(painted.page()).toBe(page);
    await frame();
    expect(painted.page()).toBe(renamed);
  });

  it('passes over pages that were never painted', async () => {
    const seen: (Page | undefined)[] = [];
    for (const title of ['One', 'Two', 'Three']) {
      session.page.set(titled(page, title));
      TestBed.tick();
      seen.push(painted.page());
    }
    await frame();
    expect(seen).toEqual([undefined, undefined, undefined]);
    expect(titleOf(painted.page()!)).toBe('Three');
  });

  it('counts what is not live yet', async () => {
    await frame();
    expect(painted.changes()).toEqual([]);
    session.page.set(titled(page, 'Changed'));
    TestBed.tick();
    await frame();
    expect(painted.changes().map((change) => change.what)).toEqual(['Page: title']);
    expect(painted.changesOfSite()).toEqual([]);
    session.site.set({ ...blankSite('s', 'S', 's'), elements: { h2: { phone: { normal: { color: 'teal' } } } } });
    expect(painted.changesOfSite().map((change) => change.what)).toEqual(['Every h2: Phone color']);
    session.release.set(null);
    expect(painted.changesOfSite()).toEqual([]);
  });
});
