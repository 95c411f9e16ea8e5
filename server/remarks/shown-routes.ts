import { Router } from 'express';
import { OpenLink, Shown } from '@core/api/preview-links';
import { NewAnswer, NewRemark, Remark, ShownRemarks, ShownRequest } from '@core/api/remarks';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { limited } from '../http/limits';
import type { Routes } from '../http/routes';
import { answerOnLink, openLink, remarksOnLink, sayOnLink } from './shown';

/** What a client may do with a link, without an account. */
export const shownRoutes: Routes = (service) => {
  const router = Router();
  const limit = limited({ requests: 300, failures: 20, isFailure: (status) => status === 401 || status === 404 });
  router.post('/shown', limit, body('4kb'), async (request, response) => {
    answer(response, Shown, await openLink(service, read(OpenLink, request.body)));
  });
  router.post('/shown/remarks', limit, body('4kb'), async (request, response) => {
    answer(response, ShownRemarks, { remarks: await remarksOnLink(service, read(ShownRequest, request.body)) });
  });
  router.put('/shown/remarks', limit, body('20kb'), async (request, response) => {
    answer(response, Remark, await sayOnLink(service, read(NewRemark, request.body)), 201);
  });
  router.put('/shown/answers', limit, body('20kb'), async (request, response) => {
    answer(response, Remark, await answerOnLink(service, read(NewAnswer, request.body)), 201);
  });
  return router;
};
