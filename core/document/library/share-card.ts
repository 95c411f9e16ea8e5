import type { AnyEdit } from '../edits/site-edit';
import type { Page } from '../page';

/** The tag of pictures that were drawn for where a page is shared. */
export const cardTag = 'share image';

/** Sets a picture as the one a page is shared with, and tags it as drawn for that. */
export const setCard = (page: Pick<Page, 'root'>, picture: string): AnyEdit[] => [
  { do: 'set', part: page.root, field: ['content', 'base', 'share'], value: picture },
  { do: 'set', on: 'site', field: ['pictures', picture, 'tags'], value: [cardTag] },
];
