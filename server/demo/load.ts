import sharp from 'sharp';
import { readPage, readSite } from '@core/document/edits/check-page';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { hashPassword } from '../accounts/routes';
import { Accounts, Memberships, Pages, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import type { Service } from '../http/service';
import { keepPicture } from '../pictures/routes';
import { scalePicture } from '../pictures/scale';
import { publish } from '../releases/publish';
import { drawings } from '../../demo/draw';
import { mill, millHome, observatory, observatoryHome } from '../../demo/neighbours';
import { home, tidewick } from '../../demo/tidewick';
import { fares, lostProperty, timetable } from '../../demo/tidewick-pages';

const accounts = [
  { id: 'ada', email: 'ada@studio.example', name: 'Ada Lindqvist', password: 'paper-and-ink' },
  { id: 'ben', email: 'ben@elsewhere.example', name: 'Ben Okafor', password: 'another-studio' },
];

const clients: readonly { readonly site: Site; readonly pages: readonly Page[]; readonly live: readonly string[] }[] = [
  { site: tidewick, pages: [home, fares, lostProperty, timetable], live: [home.id] },
  { site: mill, pages: [millHome], live: [millHome.id] },
  { site: observatory, pages: [observatoryHome], live: [] },
];

async function loadPictures(service: Service, site: string): Promise<void> {
  for (const [id, { alt, svg }] of Object.entries(drawings[site] ?? {})) {
    const png = await sharp(Buffer.from(svg)).png().toBuffer();
    const scaled = await scalePicture(`${id}.png`, png);
    await service.database.transaction((manager) =>
      keepPicture(manager, site, id, { ...scaled, picture: { ...scaled.picture, alt } }),
    );
  }
}

/** Fills an empty database with the demo's accounts, sites, pictures, pages and releases. */
export async function loadDemo(service: Service): Promise<void> {
  const manager = service.database.manager;
  if ((await manager.getRepository(Accounts).count()) > 0) return;
  for (const { site, pages, live } of clients) {
    await manager.getRepository(Sites).delete({ id: site.id }); // what a start that was cut short left behind
    await manager.getRepository(Sites).insert({ id: site.id, host: site.host, document: jsonColumn(readSite(site)) });
    await loadPictures(service, site.id);
    const kept = await manager.getRepository(Sites).findOneByOrFail({ id: site.id });
    for (const page of pages)
      await manager.getRepository(Pages).insert({
        id: page.id,
        site: site.id,
        path: page.path,
        revision: 0,
        document: jsonColumn(readPage(kept.document, page)),
      });
    for (const page of live) await publish(service, { page, site: site.id }, 'ada');
  }
  for (const account of accounts)
    await manager.getRepository(Accounts).insert({ ...account, password: await hashPassword(account.password) });
  for (const { site } of clients) await manager.getRepository(Memberships).insert({ account: 'ada', site: site.id });
}
