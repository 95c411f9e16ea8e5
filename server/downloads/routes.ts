import { Router } from 'express';
import type { LibraryDownload } from '@core/api/downloads';
import type { Routes } from '../http/routes';
import { takeUpload, takingIn, Upload } from '../uploads/upload';
import type { WorkOf } from '../work/kinds';
import { readDownload } from './reading';

/** Reads files to download and enters them into the library. */
export const downloadWork: WorkOf = (service) =>
  takingIn(service, {
    ...{ queue: 'downloads', mark: 'download', atOnce: 1, data: Upload },
    ability: () => 'build',
    make: ({ name }, path) => readDownload(path, name),
    enter: ({ id }, item) => [{ do: 'insert', on: 'site', into: 'downloads', id, item }],
    find: ({ downloads }, { id }) => downloads?.[id],
    answer: ({ id }, download): LibraryDownload => ({ id, download }),
  });

export const downloadRoutes: Routes = (service) => {
  const router = Router();
  router.post(
    '/sites/:site/downloads',
    takeUpload(service, { queue: 'downloads', ability: 'build', what: 'A file to download', mostBytes: 50_000_000 }),
  );
  return router;
};
