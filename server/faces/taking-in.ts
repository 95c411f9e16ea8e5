import * as z from 'zod';
import type { UploadedFace } from '@core/api/faces';
import { letterSets } from '@core/document/library/face';
import { takingIn, Upload } from '../uploads/upload';
import type { WorkOf } from '../work/kinds';
import { madeReadyApart } from './apart';

/** An uploaded face, and which of its letters are kept. */
const FaceUpload = Upload.extend({ letters: z.enum(letterSets) });

/** Makes uploaded faces ready and enters them into their site. */
export const faceWork: WorkOf = (service) =>
  takingIn(service, {
    ...{ queue: 'faces', mark: 'face', atOnce: 1, data: FaceUpload },
    ability: () => 'build',
    make: async ({ id, name, letters }, path, share) => {
      share(0.2);
      const { face, bytes } = await madeReadyApart(path, name, letters);
      return { item: { id, ...face }, files: [{ file: face.file, bytes }] };
    },
    enter: (_upload, item) => [{ do: 'insert', on: 'site', into: 'faces', index: 0, item }],
    find: ({ faces }, { id }) => faces?.find((one) => one.id === id),
    answer: (_upload, face): UploadedFace => ({ face }),
  });
