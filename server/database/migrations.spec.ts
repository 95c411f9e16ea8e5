import { compile } from '@core/compile/compile';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import { referencesOf } from '@core/document/seen/references';
import { partsBelow } from '@core/document/tree';
import { nanoid } from 'nanoid';
import { DataSource } from 'typeorm';
import * as z from 'zod';
import { readPage, readSite } from '@core/document/edits/check/check-page';
import written from '@core/document/testing/version-1.json';
import { freshDatabase } from '../testing/databases';
import { Batches, Pages, Releases, Sites } from './entities';
import { FirstTables1700000000000 } from './first-tables';
import { FormerPaths1764100000000 } from './former-paths';
import { openDatabase } from './open';

describe('A database of an earlier version', () => {
  it('is brought to this one: documents, logs and releases are kept, and edits go on', async () => {
    const url = await freshDatabase();
    const old = await new DataSource({
      type: 'postgres',
      url,
      migrations: [FirstTables1700000000000, FormerPaths1764100000000],
    }).initialize();
    await old.runMigrations({ transaction: 'all' });
    const page = z.custom<Page>().parse(written.page);
    const root = page.parts['root']!.children.at(-1)!;
    const foot = { id: 'foot', name: 'Foot', purpose: 'contact', shared: true, root, parts: partsBelow(page, root) };
    const site = { ...written.site, sections: [foot] };
    const released = { site, pages: { [page.id]: { revision: 1, document: page } } };
    await old.query('INSERT INTO accounts VALUES ($1, $2, $3, $4)', ['ada', 'ada@studio.example', 'Ada', '-']);
    await old.query('INSERT INTO sites (id, host, document) VALUES ($1, $2, $3)', [
      site.id,
      site.host,
      JSON.stringify(site),
    ]);
    await old.query('INSERT INTO pages (id, site, path, revision, document) VALUES ($1, $2, $3, 1, $4)', [
      page.id,
      site.id,
      page.path,
      JSON.stringify(page),
    ]);
    await old.query('INSERT INTO releases (site, number, account, content) VALUES ($1, 1, $2, $3)', [
      site.id,
      'ada',
      JSON.stringify(released),
    ]);
    const id = nanoid();
    await old.query('INSERT INTO batches (page, revision, id, account, edits) VALUES ($1, 1, $2, $3, $4)', [
      page.id,
      id,
      'ada',
      '[]',
    ]);
    await old.query(`UPDATE pages SET path = '/elsewhere' WHERE id = $1`, [page.id]); // as paths changed then
    await old.destroy();

    const database = await openDatabase(url);
    const row = await database.getRepository(Sites).findOneByOrFail({ id: site.id });
    expect(readSite(row.written)).toEqual(row.written);
    expect(row.written.classes.map((one) => one.id)).toEqual(site.classes.map((one) => one.name));
    expect(row.revision).toBe(0);
    const kept = await database.getRepository(Pages).findOneByOrFail({ id: page.id });
    expect(kept.written.path).toBe('/elsewhere');
    expect(referencesOf(kept.written)).toEqual([[root, 'foot']]); // what each page had a copy of stands in the site
    expect(Object.keys(kept.written.parts).length).toBe(
      Object.keys(page.parts).length - Object.keys(foot.parts).length + 1,
    );
    // to the same bytes
    expect(compile(row.written, readPage(row.written, kept.written))).toEqual(compile(row.written, page));
    const { html, css } = compile(row.written, kept.written);
    expect({ html, css }).toEqual({ html: written.html, css: written.css });
    expect(kept.revision).toBe(2);
    const { content } = await database.getRepository(Releases).findOneByOrFail({ site: site.id });
    expect(content.site).toEqual(row.written);
    // compiles to the same, too
    expect(content.pages[page.id]).toEqual({ revision: 1, document: { ...kept.written, path: page.path } });
    const [batch, upgrade] = await database
      .getRepository(Batches)
      .find({ where: { page: page.id }, order: { revision: 'ASC' } });
    expect(
      applyEdits(row.written, { ...page, path: '/elsewhere' }, z.custom<Edit[]>().parse(upgrade!.edits)).page,
    ).toEqual(kept.written); // who knew the page before catches up
    expect(upgrade!.revision).toBe(2);
    expect(batch).toEqual(jasmine.objectContaining({ id, site: site.id, revision: 1, siteRevision: null, edits: [] }));
    await database
      .getRepository(Batches)
      .insert({ id: nanoid(), site: site.id, siteRevision: 1, page: null, revision: null, account: 'ada', edits: [] });
    await database.destroy();
    const again = await openDatabase(url); // nothing is brought over twice
    expect((await again.getRepository(Sites).findOneByOrFail({ id: site.id })).written).toEqual(row.written);
    await again.destroy();
  });
});
