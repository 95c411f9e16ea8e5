import { Router } from 'express';
import { FaceQuery } from '@core/api/faces';
import { Refusal } from '@core/api/refusal';
import type { Routes } from '../http/routes';
import { takeUpload } from '../uploads/upload';

export const faceRoutes: Routes = (service) => {
  const router = Router();
  router.post(
    '/sites/:site/faces',
    takeUpload(service, { queue: 'faces', ability: 'build', what: 'A typeface', mostBytes: 30_000_000 }, (request) => {
      const query = FaceQuery.safeParse(request.query);
      if (!query.success) throw new Refusal('bad-input', 'Say which letters of the typeface to keep.');
      return { letters: query.data.letters };
    }),
  );
  return router;
};
