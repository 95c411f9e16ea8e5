// Written by prepare/registries.mjs from what the files export.
import type { WorkOf } from './kinds';
import { downloadWork } from '../downloads/routes';
import { faceWork } from '../faces/taking-in';
import { pictureWork } from '../pictures/taking-in';
import { previewWork } from '../previews/previews';
import { movingWork } from '../releases/moving';
import { siteReleaseWork } from '../releases/older';
import { releaseWork } from '../releases/releasing';
import { copyWork } from '../sites/life';
import { archiveWork } from '../taking-away/taking-in';

export const allWork: readonly WorkOf[] = [
  downloadWork,
  faceWork,
  pictureWork,
  previewWork,
  movingWork,
  siteReleaseWork,
  releaseWork,
  copyWork,
  archiveWork,
];
