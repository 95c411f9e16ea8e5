import * as z from 'zod';

/** A link: an address on the web, of this site, of a place on the page, a mail address or a telephone number. */
export const Link = z
  .string()
  .trim()
  .max(2000)
  .refine(
    (link) =>
      link === '' ||
      /^(https?:\/\/[^\s"<>]+|mailto:[^\s"<>]+@[^\s"<>]+|tel:[+0-9() -]+|#[A-Za-z][\w-]*|\/(?!\/)[^\s"<>\\]*)$/.test(
        link,
      ),
    'A link begins with https://, http://, mailto:, tel:, / for this site or # for a place on the page.',
  );
