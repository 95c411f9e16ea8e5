import * as z from 'zod';
import type { MadeRelease } from '@core/api/releases';
import { notFound } from '@core/api/refusal';
import { checkReach } from '../http/guard';
import { settled } from '@core/document/seen/settled';
import { Pages, Releases, type ReleaseContent } from '../database/entities';
import type { Service } from '../http/service';
import { workKind, type WorkOf } from '../work/kinds';
import { movedSince, publish, release, type By } from './publish';

/** Several pages to be published at once, or a release that is made again, whole or one page of it. */
export const SiteReleasing = z.discriminatedUnion('makes', [
  z.object({
    makes: z.literal('several'),
    site: z.string(),
    account: z.string(),
    pages: z.array(z.string()),
    revisions: z.record(z.string(), z.number()).optional(),
    name: z.string().optional(),
    note: z.string().optional(),
  }),
  z.object({
    makes: z.literal('again'),
    site: z.string(),
    account: z.string(),
    number: z.number(),
    page: z.string().optional(),
  }),
]);
export type SiteReleasing = z.infer<typeof SiteReleasing>;

/** The content of a release made again: as it was, or what is live with one page as it was in it. */
function contentAgain(old: ReleaseContent, last: ReleaseContent, page: string | undefined): ReleaseContent | undefined {
  if (page === undefined) return old;
  const one = old.pages[page];
  if (!one) return undefined;
  const { path } = one.document;
  const others = Object.entries(last.pages).filter(([id, { document }]) => id !== page && document.path !== path);
  const document = settled(last.site, one.document);
  return { site: last.site, pages: { ...Object.fromEntries(others), [page]: { ...one, document } } };
}

/** Makes a release again, as the newest one. @throws Refusal where it is kept no more, or had no such page */
async function again(
  service: Service,
  site: string,
  number: number,
  page: string | undefined,
  by: By,
): Promise<number> {
  const name = `Release ${number} again`;
  const made = await release(service, site, { name, ...by }, async (manager, last) => {
    const old = await manager.getRepository(Releases).findOneBy({ site, number });
    const content = old && last && contentAgain(old.content, last.content, page);
    if (!content) return undefined;
    if (page !== undefined && !(await manager.getRepository(Pages).existsBy({ id: page, site }))) return undefined;
    return { ...content, moved: movedSince(last, content.pages) };
  });
  if (!made) throw notFound();
  return made.number;
}

/** Makes releases of several pages, and those that were before. */
export const siteReleaseWork: WorkOf = (service) =>
  workKind({
    queue: 'site-releases',
    atOnce: 2,
    data: SiteReleasing,
    run: async (wanted, { work, share }): Promise<z.infer<typeof MadeRelease>> => {
      const by = { account: wanted.account, work, share };
      await checkReach(service, wanted, 'build'); // it may have been begun long ago
      if (wanted.makes === 'again')
        return { number: await again(service, wanted.site, wanted.number, wanted.page, by) };
      const { site, pages, revisions, name, note } = wanted;
      return { number: (await publish(service, { site, pages, revisions }, { ...by, name, note })).number };
    },
  });
