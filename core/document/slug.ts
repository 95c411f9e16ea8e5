import slugify from '@sindresorhus/slugify';

/** Words as an address has them: `Ålesund & Søn` → `alesund-and-son`; empty where nothing of them can be written so. */
export const slugOf = (words: string): string => slugify(words, { decamelize: false });

/** A path made of a title. */
export const pathFor = (title: string): string => `/${slugOf(title).slice(0, 199)}`.replace(/-+$/, '');

/** A host name made of a name: it begins with a letter. */
export const hostFor = (name: string): string =>
  slugOf(name)
    .replace(/^[^a-z]+/, '')
    .slice(0, 40)
    .replace(/-+$/, '');
