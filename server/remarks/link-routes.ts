import { Router } from 'express';
import * as z from 'zod';
import { NewPreviewLink, PreviewLink, PreviewLinkChange, PreviewLinks } from '@core/api/preview-links';
import { notFound } from '@core/api/refusal';
import { Pages } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { mayOn, nameOfSite, parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { addressOfLink, changePreviewLink, deletePreviewLink, makePreviewLink } from './links';

const LinkRows = z.array(
  z.object({
    ...{ id: z.string(), name: z.string(), key: z.string(), page: z.string().nullable(), title: z.string().nullable() },
    ...{ release: z.number().nullable(), asksWord: z.boolean(), ends: z.date(), made: z.date() },
    ...{ by: z.string().nullable(), remarks: z.coerce.number() },
  }),
);

/** The links of a site, with how much was said on each; of one where it is named. */
async function linksOf(service: Service, site: string, link?: string): Promise<PreviewLink[]> {
  const rows = LinkRows.parse(
    await service.database.query(
      `SELECT l.id, l.name, l.key, l.page, p.title, l.release, l.word IS NOT NULL AS "asksWord", l.ends, l.made, a.name AS by,
         (SELECT count(*) FROM remarks r WHERE r.link = l.id) AS remarks
       FROM preview_links l LEFT JOIN pages p ON p.id = l.page LEFT JOIN accounts a ON a.id = l.account
       WHERE l.site = $1 AND ($2::text IS NULL OR l.id = $2) ORDER BY l.made DESC`,
      [site, link ?? null],
    ),
  );
  return rows.map(({ key, page, title, ends, made, by, ...row }) => ({
    ...row,
    address: addressOfLink(service, key),
    page: page === null ? null : { id: page, title: title ?? 'A page that is not there any more' },
    ends: ends.toISOString(),
    made: made.toISOString(),
    by: by ?? 'Somebody',
  }));
}

async function choices({ database }: Service, site: string): Promise<Pick<PreviewLinks, 'pages' | 'releases'>> {
  const pages = await database.getRepository(Pages).find({
    select: { id: true, title: true },
    where: { site },
    order: { path: 'ASC' },
  });
  const releases: unknown = await database.query(
    'SELECT number, name FROM releases WHERE site = $1 ORDER BY number DESC',
    [site],
  );
  return {
    pages: pages.map(({ id, title }) => ({ id, title })),
    releases: z.array(z.object({ number: z.number(), name: z.string() })).parse(releases),
  };
}

/** Links for clients, as the studio makes and ends them. */
export const previewLinkRoutes: Routes = (service) => {
  const router = Router();
  router.get('/sites/:site/links', async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'look');
    const mayBuild = mayOn(at, 'build');
    // who only looks is not given what opens to others
    const links = (await linksOf(service, at.site)).map((one) => (mayBuild ? one : { ...one, address: null }));
    const site = await nameOfSite(service, at.site);
    answer(response, PreviewLinks, { site, mayBuild, links, ...(await choices(service, at.site)) });
  });

  router.post('/sites/:site/links', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { id } = await makePreviewLink(service, { site, account }, read(NewPreviewLink, request.body));
    const [link] = await linksOf(service, site, id);
    if (!link) throw notFound();
    answer(response, PreviewLink, link, 201);
  });

  router.patch('/sites/:site/links/:link', body('4kb'), async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const at = { site, link: parameter(request, 'link') };
    await changePreviewLink(service, at, read(PreviewLinkChange, request.body));
    response.status(204).end();
  });

  router.delete('/sites/:site/links/:link', async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    await deletePreviewLink(service, { site, account, link: parameter(request, 'link') });
    response.status(204).end();
  });
  return router;
};
