import type { LibraryPicture } from '@core/api/pictures';
import { takingIn, Upload } from '../uploads/upload';
import type { WorkOf } from '../work/kinds';
import { scalePicture } from './scale';

/** Scales uploads and enters them into the library. */
export const pictureWork: WorkOf = (service) =>
  takingIn(service, {
    ...{ queue: 'pictures', mark: 'picture', atOnce: 2, data: Upload },
    make: async ({ name }, path, share) => {
      const { picture, files } = await scalePicture(name, path, share);
      return { item: picture, files };
    },
    enter: (id, item) => ({ do: 'insert', on: 'site', into: 'pictures', id, item }),
    find: ({ pictures }, id) => pictures[id],
    answer: (id, picture): LibraryPicture => ({ id, picture }),
  });
