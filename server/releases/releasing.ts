import * as z from 'zod';
import type { Published } from '@core/api/releases';
import { stylingOf } from '@core/document/site';
import { checkReach } from '../http/guard';
import { liveAddress } from '../sites/routes';
import { workKind, type WorkOf } from '../work/kinds';
import { publish, takeOffline } from './publish';

/** A page to be published, or one that has been removed and is to be taken off the live site. */
export const Releasing = z.object({
  site: z.string(),
  account: z.string(),
  page: z.string(),
  gone: z.literal(true).optional(),
  name: z.string().optional(),
  note: z.string().optional(),
});
export type Releasing = z.infer<typeof Releasing>;

/** Makes releases. */
export const releaseWork: WorkOf = (service) =>
  workKind({
    queue: 'releases',
    atOnce: 2,
    data: Releasing,
    run: async ({ site, account, page, gone, name, note }, { work, share }): Promise<Published | null> => {
      const by = { account, work, share, name, note };
      if (gone) {
        await takeOffline(service, site, page, by);
        return null;
      }
      await checkReach(service, { site, account }, 'build'); // it may have waited
      const { number, content } = await publish(service, { site, pages: [page] }, by);
      const document = content.pages[page]?.document;
      return {
        number,
        page: document ?? null,
        styling: stylingOf(content.site),
        live: liveAddress(service, content.site, document?.path ?? '/'),
      };
    },
  });
