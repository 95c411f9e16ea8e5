import * as z from 'zod';
import { baseOf } from '../breakpoint';
import { Identifier } from '../identifier';
import { escapeHtml } from './escape';
import type { Kind, MarkupContext } from './kind';
import { noMargins } from './no-margins';

const placeholder =
  'data:image/svg+xml,' +
  encodeURIComponent(
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 800 500" width="800" height="500"><rect width="800" height="500" fill="#d9d4c7"/><path d="M0 400 220 240l140 100 200-170 240 200v130H0z" fill="#bfb8a6"/><circle cx="620" cy="120" r="44" fill="#efebe0"/></svg>',
  );

function source(
  id: unknown,
  alt: string,
  context: MarkupContext,
  stands: unknown = undefined,
  isFirst = false,
): Record<string, string | undefined> {
  const picture = typeof id === 'string' ? context.picture(id) : undefined;
  if (!picture) return { src: placeholder, alt, width: '800', height: '500' };
  const largest = picture.files.at(-1)!;
  const many = picture.files.length > 1;
  return {
    src: context.pictureUrl(largest.file),
    srcset: many ? picture.files.map((one) => `${context.pictureUrl(one.file)} ${one.width}w`).join(', ') : undefined,
    // auto needs lazy
    sizes: many ? `${isFirst ? '' : 'auto, '}${typeof stands === 'string' ? stands : '100vw'}` : undefined,
    alt: alt || picture.alt,
    width: String(picture.width),
    height: String(picture.height),
    ...(isFirst ? { fetchpriority: 'high' } : { loading: 'lazy' }),
  };
}

export const imageKind: Kind = {
  kind: 'image',
  word: 'Image',
  purpose: 'A picture from the library, or a placeholder until there is one.',
  glyph: 'M1.5 2.5h11v9h-11z M2 10l3.5-4 2.5 3 2-2 2.5 3 M9.6 5.1h.1',
  order: 11,
  shows: 'picture',
  examples: [{ alt: '' }, { alt: 'Two words' }, { alt: 'Less < more & "quoted"' }],
  tags: ['img'],
  group: 'widget',
  holds: [],
  content: z.strictObject({
    picture: Identifier.optional(),
    alt: z.string().max(500),
    /** How wide it stands, by width of the screen, as measured: HTML’s `sizes`. */
    sizes: z
      .string()
      .max(600)
      .regex(/^[\w\s.()<>=:,+-]+$/, 'Sizes are lengths, each but the last behind a condition.')
      .optional(),
  }),
  fields: [
    { key: 'picture', label: 'picture', editor: 'picture', varies: true },
    { key: 'alt', label: 'alt text', editor: 'line' },
  ],
  defaults: () => ({
    ...noMargins,
    width: '100%',
    height: 'auto',
    'min-width': '0px',
    'overflow-x': 'clip',
    'overflow-y': 'clip',
  }),
  markup: (content, context, id) => ({
    attributes: source(
      content['picture'],
      String(content['alt'] ?? ''),
      context,
      content['sizes'],
      context.isFirstPicture(id),
    ),
  }),
  variesBySource: true,
  varied: (variants, context, id) => {
    const isFirst = context.isFirstPicture(id);
    const [first, ...rest] = variants;
    const attributes = source(
      first?.content['picture'],
      String(first?.content['alt'] ?? ''),
      context,
      first?.content['sizes'],
      isFirst,
    );
    const sources = rest.map(({ content, media }) => {
      const {
        src,
        srcset = src,
        sizes,
        width,
        height,
      } = source(content['picture'], '', context, content['sizes'], isFirst);
      return `<source media="${escapeHtml(media)}" srcset="${escapeHtml(srcset ?? '')}"${sizes === undefined ? '' : ` sizes="${escapeHtml(sizes)}"`} width="${width}" height="${height}">`;
    });
    return { attributes, sources: sources.join('') };
  },
  fresh: (site) => ({
    tag: 'img',
    content: { base: { alt: '' } },
    style: { [baseOf(site.breakpoints).id]: { normal: { 'object-fit': 'cover' } } },
  }),
};
