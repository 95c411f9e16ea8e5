import { Router, type Request } from 'express';
import { Remark, RemarkChange, Remarks, RemarksRequest, StudioAnswer } from '@core/api/remarks';
import { notFound } from '@core/api/refusal';
import { Pages } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { mayOn, nameOfAccount, nameOfSite, parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import { deleteRemark, keepAnswer, remarksOf, settleRemark } from './remarks';

/** The id of a remark that is part of the address: whoever made it named it. */
function remarkOf(request: Request): string {
  const parsed = StudioAnswer.shape.id.safeParse(request.params['remark']);
  if (!parsed.success) throw notFound();
  return parsed.data;
}

/** What clients said, as the studio answers and settles it. */
export const remarkRoutes: Routes = (service) => {
  const router = Router();
  router.get('/sites/:site/remarks', async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'look');
    const { page } = read(RemarksRequest, request.query);
    const { manager } = service.database;
    const remarks = await remarksOf(manager, { site: at.site, ...(page !== undefined && { page }) });
    const rows = await manager
      .getRepository(Pages)
      .find({ select: { id: true, title: true }, where: { site: at.site } });
    const titles = Object.fromEntries(rows.map(({ id, title }) => [id, title]));
    answer(response, Remarks, {
      site: await nameOfSite(service, at.site),
      mayWrite: mayOn(at, 'write'),
      mayBuild: mayOn(at, 'build'),
      remarks,
      titles,
    });
  });

  router.put('/sites/:site/remarks/:remark/answers', body('20kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'write');
    const said = read(StudioAnswer, request.body);
    const by = await nameOfAccount(service, account);
    const remark = await keepAnswer(service, { site, remark: remarkOf(request) }, { ...said, by, account });
    answer(response, Remark, remark, 201);
  });

  router.patch('/sites/:site/remarks/:remark', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'write');
    const { settled } = read(RemarkChange, request.body);
    const by = settled ? await nameOfAccount(service, account) : null;
    answer(response, Remark, await settleRemark(service, { site, remark: remarkOf(request) }, by));
  });

  router.delete('/sites/:site/remarks/:remark', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'build');
    await deleteRemark(service, { site, remark: remarkOf(request) });
    response.status(204).end();
  });
  return router;
};
