import type { ReachedPages } from '@core/api/sites';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { keepSection } from '@core/document/commands/sharing/shared';
import { seenPage } from '@core/document/seen/seen-page';
import { reachedBy, type SiteHolder } from '@core/style/holder';
import { reachedOn, reachOfSections } from '@core/style/reach';
import { Client } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('How many parts of a site classes and element styles reach', () => {
  const at = withServer();

  const told = async (): Promise<ReachedPages['pages']> =>
    (await at.ada.call('GET', '/sites/tidewick/reach')).json<ReachedPages>().pages;

  /** Holds what is told of every page against the page as it is seen. */
  async function agrees(): Promise<void> {
    const pages = await told();
    expect(pages.length).toBeGreaterThan(3);
    for (const { id, title, reach } of pages) {
      const { site, page } = await at.ada.open(id);
      const holders: SiteHolder[] = [
        ...['body', 'section', 'h1', 'h2', 'p', 'a'].map((tag): SiteHolder => ({ holds: 'element', tag })),
        ...site.classes.map((one): SiteHolder => ({ holds: 'class', id: one.id })),
      ];
      const seen = seenPage(site, page);
      for (const holder of holders)
        expect(reachedOn(reach, reachOfSections(site), holder))
          .withContext(`${title} ${JSON.stringify(holder)}`)
          .toBe(reachedBy(seen, holder).length);
    }
  }

  const theClass = { id: 'slim', name: 'slim', style: {} };

  it('is told of every page, and follows classes, tags and shared sections', async () => {
    await agrees();
    const { page, site } = await at.ada.open('tidewick-home');
    const heading = Object.keys(page.parts).find((id) => page.parts[id]!.kind === 'heading')!;
    const index = site.classes.length;
    const edits: AnyEdit[] = [
      { do: 'insert', on: 'site', into: 'classes', index, item: theClass },
      { do: 'set', part: heading, field: ['classes'], value: ['slim'] },
      { do: 'set', part: heading, field: ['tag'], value: 'h4' },
    ];
    expect((await at.ada.store('tidewick-home', edits)).status).toBe(200);
    await agrees();
    const home = (await told()).find((one) => one.id === 'tidewick-home')!;
    expect([home.reach['.slim'], home.reach['h4']]).toEqual([1, 1]);
    const section = page.parts['root']!.children[2]!;
    const now = await at.ada.open('tidewick-home');
    expect(Object.keys(now.page.parts)).toContain(section);
    const keep = keepSection(now.page, section, { name: 'Kept', purpose: 'cards', shared: true }, now.site);
    const kept = await at.ada.store('tidewick-home', keep);
    expect(kept.status).withContext(kept.body).toBe(200);
    await agrees();
  });

  it('is counted when first asked for on pages that were there before it was', async () => {
    const before = await told();
    await at.running.service.database.query('UPDATE pages SET reach = NULL');
    expect(await told()).toEqual(before);
    await at.running.service.database.query('UPDATE pages SET reach = NULL');
    const { page } = await at.ada.open('tidewick-lost');
    const part = page.parts['root']!.children[0]!;
    // leaves what is not counted uncounted
    await at.ada.store('tidewick-lost', [{ do: 'set', part, field: ['name'], value: 'Other' }]);
    expect(await told()).toEqual(before);
  });

  it('is told to nobody else', async () => {
    const ben = new Client(at.running.port);
    expect((await ben.call('GET', '/sites/tidewick/reach')).status).toBe(401);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect((await ben.call('GET', '/sites/tidewick/reach')).status).toBe(404);
  });
});
