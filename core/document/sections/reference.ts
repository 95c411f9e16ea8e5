import type { Part } from '../page';

/** The part that stands on a page for a shared section. */
export const reference = (section: string): Part => ({
  kind: 'shared',
  children: [],
  tag: 'section',
  classes: [],
  style: {},
  content: { base: { section } },
  attributes: {},
});
