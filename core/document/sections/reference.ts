import type { Part } from '../page';

const standing = (kind: string, tag: string, section: string): Part => ({
  kind,
  children: [],
  tag,
  classes: [],
  style: {},
  content: { base: { section } },
  attributes: {},
});

/** The part that stands on a page for a shared section. */
export const reference = (section: string): Part => standing('shared', 'section', section);

/** The part below a use that holds what stands in one of its slots. */
export const fillOf = (slot: string): Part => ({ ...standing('fill', 'div', slot), content: { base: { slot } } });

/** The part that stands wherever an own part of the site is used. */
export const useOf = (section: string): Part => standing('own', 'div', section);
