// Written by prepare/registries.mjs from what the files export.
import type { Routes } from './routes';
import { accountRoutes } from '../accounts/routes';
import { downloadRoutes } from '../downloads/routes';
import { faceRoutes } from '../faces/routes';
import { pageRoutes } from '../pages/routes';
import { pictureRoutes } from '../pictures/routes';
import { previewRoutes } from '../previews/routes';
import { releaseRoutes } from '../releases/routes';
import { siteRoutes } from '../sites/routes';
import { workRoutes } from '../work/routes';

export const allRoutes: readonly Routes[] = [
  accountRoutes,
  downloadRoutes,
  faceRoutes,
  pageRoutes,
  pictureRoutes,
  previewRoutes,
  releaseRoutes,
  siteRoutes,
  workRoutes,
];
