import { notFound, Refusal } from '@core/api/refusal';
import type { NewPage } from '@core/api/sites';
import { copyOfPage } from '@core/document/commands/sharing/shared';
import { inFrame } from '@core/document/frames/shown-frame';
import { relinkedSite } from '@core/document/links/leading-to';
import { blankPage, type Page } from '@core/document/page';
import { pageFrom, readyPages } from '@core/document/ready-made/ready-pages';
import type { Site } from '@core/document/site';
import type { EntityManager } from 'typeorm';
import { noteAct } from '../database/acts';
import { lockSite } from '../database/locks';
import type { Service } from '../http/service';
import { moveToBin } from './bin';
import { enterPage } from './enter-page';
import { relinkPages } from './linked';
import { storeOnPageIn, storeOnSite } from './store';

interface Making {
  readonly site: string;
  readonly account: string;
  readonly about: Readonly<Record<string, string>>;
}

interface Facts {
  readonly id: string;
  readonly title: string;
  readonly path: string;
}

type Wanted = Pick<NewPage, 'copyOf' | 'from' | 'frame'>;

/**
 * Makes a page, blank or as a copy of one of the same site as it is at that moment. @throws Refusal 404 when the
 * original has gone
 */
export const makePage = (service: Service, making: Making, facts: Facts, wanted: Wanted): Promise<void> =>
  service.database.transaction(async (manager) => {
    await lockSite(manager, making.site, 'shared');
    await enterMade(service, manager, making, { facts, wanted });
  });

async function enterMade(
  service: Service,
  manager: EntityManager,
  { site, account, about }: Making,
  { facts, wanted }: { readonly facts: Facts; readonly wanted: Wanted },
): Promise<void> {
  const { copyOf } = wanted;
  const original = copyOf === undefined ? undefined : await service.documents.page(manager, copyOf);
  if (copyOf !== undefined && original?.site !== site) throw notFound();
  const document = original
    ? copyOfPage(original.document, facts)
    : begun((await service.documents.site(manager, site))!.document, wanted, facts); // it is locked, so it is there
  await enterPage(manager, site, document);
  await noteAct(manager, { site, account, what: 'made a page', about });
}

/**
 * The same at a path another page is at so far, which moves or goes into the bin in the same transaction. What all
 * pages share leads to the new page from then on, and so do links to one that goes. What is live stays so until
 * something is published. @throws Refusal where that page is not there any more
 */
export async function makePageInstead(
  service: Service,
  making: Making,
  facts: Facts,
  { instead, ...wanted }: Wanted & { readonly instead: NonNullable<NewPage['instead']> },
): Promise<void> {
  const { site, account } = making;
  const [old, to] = [{ id: instead.page, path: facts.path }, `page:${facts.id}`];
  let told: () => void = () => undefined;
  await storeOnSite(service, { site, account, id: `instead-${facts.id}` }, async (now, manager) => {
    const there = await service.documents.page(manager, old.id);
    if (there?.site !== site || there.document.path !== facts.path)
      throw new Refusal('does-not-fit', 'Another page is at this path by now. Look at the pages again.');
    if (instead.path === undefined) {
      await moveToBin(service, manager, old.id, { site, account });
      told = () => {
        service.documents.forget('pages', old.id);
        service.feed.tellGone(site, old.id);
      };
    } else {
      const at = { site, page: old.id, account, id: `moved-${facts.id}` };
      const { path } = instead;
      told = await storeOnPageIn(service, manager, at, ({ root }) => [
        { do: 'set', part: root, field: ['path'], value: path },
      ]);
    }
    await enterMade(service, manager, making, { facts, wanted });
    return relinkedSite(now, old, to, instead.path !== undefined);
  });
  told();
  if (instead.path === undefined) await relinkPages(service, making, old, to);
}

/** A new page, blank or as a ready-made one, in a frame or in none. @throws Refusal where there is none such */
function begun(
  site: Site,
  { from, frame }: Pick<NewPage, 'from' | 'frame'>,
  facts: { id: string; title: string; path: string },
): Page {
  const ready = readyPages.find((one) => one.id === from);
  if (from !== undefined && !ready) throw new Refusal('bad-input', 'There is no such ready-made page.');
  const page = ready ? pageFrom(site, ready, facts) : blankPage(facts.id, facts.title, facts.path);
  if (frame === undefined) return page;
  if (!site.frames?.some((one) => one.id === frame))
    throw new Refusal('bad-input', 'The site no longer has this page frame.');
  return inFrame(page, frame);
}
