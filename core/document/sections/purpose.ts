/** What a section of a page is there for, in the order pages are usually built. */
export const purposes = [
  'opening',
  'introduction',
  'picture with text',
  'cards',
  'team',
  'gallery',
  'questions',
  'call to action',
  'contact',
] as const;
export type Purpose = (typeof purposes)[number];
