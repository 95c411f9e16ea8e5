import * as z from 'zod';
import type { LibraryPicture } from '@core/api/pictures';
import type { SiteEdit } from '@core/document/edits/site-edit';
import type { Picture } from '@core/document/site';
import { takingIn, Upload } from '../uploads/upload';
import type { WorkOf } from '../work/kinds';
import { scalePicture } from './scale';

/** A picture that was sent, the one of the library it takes the place of, and whose it is, where that is known. */
const PictureUpload = Upload.extend({ replaces: z.string().optional(), credit: z.string().optional() });

const made = ['width', 'height', 'type', 'files', 'avif', 'plain'] as const;

/** What another file makes of a picture: its name, words and tags stay, and so does every place that shows it. */
const replacing = (id: string, item: Picture): SiteEdit[] =>
  made.map((key) => ({
    ...{ do: 'set', on: 'site', field: ['pictures', id, key] },
    ...(item[key] !== undefined && { value: item[key] }),
  }));

/** Scales uploads and enters them into the library. */
export const pictureWork: WorkOf = (service) =>
  takingIn(service, {
    ...{ queue: 'pictures', mark: 'picture', atOnce: 2, data: PictureUpload },
    ability: ({ replaces }) => (replaces === undefined ? 'write' : 'build'),
    make: async ({ name, credit }, path, share) => {
      const { picture, files } = await scalePicture(name, path, share);
      return { item: { ...picture, ...(credit !== undefined && { credit }) }, files };
    },
    enter: ({ id, replaces }, item) =>
      replaces === undefined ? [{ do: 'insert', on: 'site', into: 'pictures', id, item }] : replacing(replaces, item),
    find: ({ pictures }, { id, replaces = id }) => pictures[replaces],
    answer: ({ id, replaces = id }, picture): LibraryPicture => ({ id: replaces, picture }),
  });
