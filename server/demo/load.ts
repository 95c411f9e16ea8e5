import { nanoid } from 'nanoid';
import sharp from 'sharp';
import { readPage, readSite } from '@core/document/edits/check/check-page';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { hashPassword } from '../accounts/passwords';
import { Accounts, Answers, Memberships, Remarks, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { enterPage } from '../pages/enter-page';
import { storeBatch } from '../pages/store';
import type { Service } from '../http/service';
import { keepFiles } from '../uploads/upload';
import { scalePicture } from '../pictures/scale';
import { publish } from '../releases/publish';
import { enterHost } from '../sites/hosts';
import { drawings } from '../../demo/draw';
import { remarks } from '../../demo/remarks';
import { mill, millAtFirst, millHome, observatory, observatoryHome } from '../../demo/neighbours';
import { home, tidewick } from '../../demo/tidewick';
import { fares, lostProperty, timetable } from '../../demo/tidewick-pages';

const accounts = [
  { id: 'ada', email: 'ada@studio.example', name: 'Ada Lindqvist', password: 'paper-and-ink', studio: true },
  { id: 'cleo', email: 'cleo@studio.example', name: 'Cleo Adeyemi', password: 'scissors-and-glue', studio: true },
  { id: 'ben', email: 'ben@elsewhere.example', name: 'Ben Okafor', password: 'another-studio', studio: false },
];

interface Client {
  readonly site: Site;
  readonly pages: readonly Page[];
  readonly live: readonly string[];
  /** What was changed on a page, and published, since it first went live. */
  readonly since?: readonly Edit[];
}

const clients: readonly Client[] = [
  {
    site: tidewick,
    pages: [home, fares, lostProperty, timetable],
    live: [home.id, fares.id, lostProperty.id, timetable.id],
  },
  { site: mill, pages: [millAtFirst.page], live: [millHome.id], since: millAtFirst.inverses },
  { site: observatory, pages: [observatoryHome], live: [] },
];

async function loadPictures(service: Service, site: string): Promise<Site['pictures']> {
  const pictures: Record<string, Site['pictures'][string]> = {};
  for (const [id, { alt, svg }] of Object.entries(drawings[site] ?? {})) {
    const png = await sharp(Buffer.from(svg)).png().toBuffer();
    const scaled = await scalePicture(`${id}.png`, png);
    await keepFiles(service.database.manager, site, scaled.files);
    pictures[id] = { ...scaled.picture, alt };
  }
  return pictures;
}

/** A page changed since it went live, and published again. */
async function changeAndPublish(
  service: Service,
  at: { readonly site: string; readonly page: string },
  edits: readonly Edit[],
): Promise<void> {
  await storeBatch(service, { ...at, account: 'ada' }, { id: nanoid(), base: 0, edits: [...edits] });
  const by = { account: 'ada', name: 'Dates of the rye course', note: 'The second baker can come.' };
  await publish(service, { site: at.site, pages: [at.page] }, by);
}

/**
 * Fills an empty database with the demo's accounts, sites, pictures, pages and releases.
 * @param onlyHomes publishes home pages alone, for those who try how the others go live for the first time
 */
export async function loadDemo(service: Service, onlyHomes = false): Promise<void> {
  const manager = service.database.manager;
  if ((await manager.getRepository(Accounts).count()) > 0) return;
  for (const { site, pages, live: all, since } of clients) {
    const live = onlyHomes ? all.filter((id) => pages.some((page) => page.id === id && page.path === '/')) : all;
    await manager.getRepository(Sites).delete({ id: site.id }); // what a start that was cut short left behind
    await manager.getRepository(Sites).insert({ id: site.id, host: site.host, written: jsonColumn(readSite(site)) });
    await enterHost(manager, site.id, site.host);
    const whole = { ...site, pictures: await loadPictures(service, site.id) };
    await manager.getRepository(Sites).update({ id: site.id }, { written: jsonColumn(whole) });
    for (const page of pages) await enterPage(manager, site.id, readPage(whole, page));
    if (live.length === 0) continue;
    const names = since ? { name: 'First day' } : {};
    await publish(service, { site: site.id, pages: live }, { account: 'ada', ...names });
    if (since) await changeAndPublish(service, { site: site.id, page: live[0]! }, since);
  }
  for (const account of accounts)
    await manager.getRepository(Accounts).insert({ ...account, password: await hashPassword(account.password) });
  for (const { site } of clients)
    for (const account of ['ada', 'cleo'])
      await manager.getRepository(Memberships).insert({ account, site: site.id, role: 'owner' });
  for (const { answer, settledBy, ...remark } of remarks) {
    const settled = settledBy === null ? {} : { settled: new Date(), settledBy };
    await manager.getRepository(Remarks).insert({ ...remark, ...settled });
    await manager
      .getRepository(Answers)
      .insert({ ...answer, remark: remark.id, account: 'ada', by: accounts[0]!.name });
  }
}
