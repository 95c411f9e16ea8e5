// Written by prepare/registries.mjs from what the files export.
import type { WorkOf } from './kinds';
import { downloadWork } from '../downloads/routes';
import { faceWork } from '../faces/taking-in';
import { pictureWork } from '../pictures/taking-in';
import { previewWork } from '../previews/previews';
import { releaseWork } from '../releases/releasing';

export const allWork: readonly WorkOf[] = [downloadWork, faceWork, pictureWork, previewWork, releaseWork];
