import { Router } from 'express';
import * as z from 'zod';
import { PlannedReleases, mostDaysAhead, type PlannedRelease } from '@core/api/releases';
import { notFound, Refusal } from '@core/api/refusal';
import { WorkState } from '@core/api/work';
import { answer } from '../http/answer';
import { parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';

const Rows = z.array(
  z.object({
    id: z.string(),
    due: z.date(),
    by: z.string().nullable(),
    state: WorkState,
    data: z.object({ pages: z.array(z.string()), name: z.string().optional() }),
  }),
);

/** Where work of a site is due later: what it says of itself. */
const ofSite = `w.queue = 'site-releases' AND w.due IS NOT NULL AND w.data ->> 'site' = $1`;

async function plannedOf({ database }: Service, site: string): Promise<PlannedRelease[]> {
  const rows: unknown = await database.query(
    `SELECT w.id, w.due, a.name AS by, w.state, w.data FROM work w LEFT JOIN accounts a ON a.id = w.account
     WHERE ${ofSite} AND w.state ->> 'is' <> 'done' ORDER BY w.due`,
    [site],
  );
  return Rows.parse(rows).map(({ id, due, by, state, data }) => ({
    ...{ work: id, at: due.toISOString(), by: by ?? 'Somebody' },
    ...{ name: data.name ?? '', pages: data.pages.length },
    problem: state.is === 'refused' ? state.refusal.problem : null,
  }));
}

/** The moment a release is set for. @throws Refusal where it is over, or too far ahead */
export function dueAt(at: string | undefined): Date | undefined {
  if (at === undefined) return undefined;
  const due = new Date(at);
  const ahead = due.getTime() - Date.now();
  if (ahead <= 0) throw new Refusal('does-not-fit', 'This time is over. Choose one that is still to come.');
  if (ahead > mostDaysAhead * 86_400_000)
    throw new Refusal('does-not-fit', `A release can be set for ${mostDaysAhead} days ahead at most.`);
  return due;
}

/** What is to be published later: what there is, and letting it be. */
export const plannedRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/releases/planned', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, PlannedReleases, { planned: await plannedOf(service, site) });
  });

  router.delete('/sites/:site/releases/planned/:work', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const work = z.uuid().safeParse(request.params['work']);
    if (!work.success) throw notFound();
    // what is being done already is not stopped
    const gone: unknown = await service.database.query(
      `WITH gone AS (DELETE FROM work w WHERE ${ofSite} AND w.id = $2 AND w.state ->> 'is' IN ('waiting', 'refused') RETURNING 1)
       SELECT 1 FROM gone`,
      [site, work.data],
    );
    if (z.array(z.unknown()).parse(gone).length === 0) throw notFound();
    response.status(204).end();
  });
  return router;
};
