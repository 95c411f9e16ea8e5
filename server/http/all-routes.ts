// Written by prepare/registries.mjs from what the files export.
import type { Routes } from './routes';
import { linkRoutes } from '../accounts/link-routes';
import { ownRoutes } from '../accounts/own-routes';
import { accountRoutes } from '../accounts/routes';
import { downloadRoutes } from '../downloads/routes';
import { faceRoutes } from '../faces/routes';
import { memberRoutes } from '../members/routes';
import { binRoutes } from '../pages/bin-routes';
import { pageRoutes } from '../pages/routes';
import { libraryRoutes } from '../pictures/library-routes';
import { pictureRoutes } from '../pictures/routes';
import { previewRoutes } from '../previews/routes';
import { nextReleaseRoutes } from '../releases/next';
import { plannedRoutes } from '../releases/planned';
import { releaseRoutes } from '../releases/routes';
import { siteReleaseRoutes } from '../releases/site-routes';
import { previewLinkRoutes } from '../remarks/link-routes';
import { remarkRoutes } from '../remarks/routes';
import { shownRoutes } from '../remarks/shown-routes';
import { carryingRoutes } from '../sites/carrying';
import { siteHostRoutes } from '../sites/host-routes';
import { siteLifeRoutes } from '../sites/life-routes';
import { siteRoutes } from '../sites/routes';
import { stockRoutes } from '../stock/routes';
import { takingAwayRoutes } from '../taking-away/routes';
import { workRoutes } from '../work/routes';

export const allRoutes: readonly Routes[] = [
  linkRoutes,
  ownRoutes,
  accountRoutes,
  downloadRoutes,
  faceRoutes,
  memberRoutes,
  binRoutes,
  pageRoutes,
  libraryRoutes,
  pictureRoutes,
  previewRoutes,
  nextReleaseRoutes,
  plannedRoutes,
  releaseRoutes,
  siteReleaseRoutes,
  previewLinkRoutes,
  remarkRoutes,
  shownRoutes,
  carryingRoutes,
  siteHostRoutes,
  siteLifeRoutes,
  siteRoutes,
  stockRoutes,
  takingAwayRoutes,
  workRoutes,
];
