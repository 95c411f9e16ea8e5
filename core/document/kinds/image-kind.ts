import * as z from 'zod';
import { baseOf } from '../breakpoint';
import type { Picture } from '../site';
import { Identifier } from '../identifier';
import { escapeHtml } from './escape';
import type { Kind, MarkupContext } from './kind';
import { noMargins } from './no-margins';

const placeholder =
  'data:image/svg+xml,' +
  encodeURIComponent(
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 800 500" width="800" height="500"><rect width="800" height="500" fill="#d9d4c7"/><path d="M0 400 220 240l140 100 200-170 240 200v130H0z" fill="#bfb8a6"/><circle cx="620" cy="120" r="44" fill="#efebe0"/></svg>',
  );

/** How a picture is offered: in which widths, and how wide it stands. */
interface Offered {
  readonly srcset: string | undefined;
  readonly sizes: string | undefined;
}

const widthsOf = (
  files: readonly { readonly width: number; readonly file: string }[],
  context: MarkupContext,
): string => files.map((one) => `${context.pictureUrl(one.file)} ${one.width}w`).join(', ');

const pictureOf = (id: unknown, context: MarkupContext): Picture | undefined =>
  typeof id === 'string' ? context.picture(id) : undefined;

function offered(picture: Picture, context: MarkupContext, stands: unknown, isFirst: boolean): Offered {
  if (picture.files.length < 2) return { srcset: undefined, sizes: undefined };
  const sizes = typeof stands === 'string' ? stands : '100vw';
  // `auto` holds for lazy images only. Chromium 150 crashes at times when it lays out such images in a frame that is new
  // or is removed. Leaves and previews are such frames.
  const isAuto = !isFirst && context.forVisitors;
  return { srcset: widthsOf(picture.files, context), sizes: isAuto ? `auto, ${sizes}` : sizes };
}

function source(
  id: unknown,
  alt: string,
  context: MarkupContext,
  stands: unknown = undefined,
  isFirst = false,
): Record<string, string | undefined> {
  const picture = pictureOf(id, context);
  if (!picture) return { src: placeholder, alt, width: '800', height: '500' };
  const { srcset, sizes } = offered(picture, context, stands, isFirst);
  const alone = (srcset === undefined ? undefined : picture.plain) ?? picture.files.at(-1)!;
  return {
    ...{ src: context.pictureUrl(alone.file), srcset, sizes },
    alt: alt || picture.alt,
    width: String(picture.width),
    height: String(picture.height),
    ...(isFirst ? { fetchpriority: 'high' } : { loading: 'lazy' }),
  };
}

const sourceTag = (attributes: Readonly<Record<string, string | undefined>>): string =>
  `<source${Object.entries(attributes)
    .map(([name, value]) => (value === undefined ? '' : ` ${name}="${escapeHtml(value)}"`))
    .join('')}>`;

/** The picture as AVIF for browsers that read it (HTML, section 4.8.2), which take the first source they can. */
function lighter(content: Said, context: MarkupContext, isFirst: boolean, media?: string): string {
  const picture = pictureOf(content['picture'], context);
  if (!picture?.avif) return '';
  const { sizes = '100vw' } = offered(picture, context, content['sizes'], isFirst);
  return sourceTag({
    ...{ media, type: 'image/avif', srcset: widthsOf(picture.avif, context), sizes },
    ...(media !== undefined && { width: String(picture.width), height: String(picture.height) }),
  });
}

type Said = Record<string, unknown>;

export const imageKind: Kind = {
  kind: 'image',
  word: 'Image',
  purpose: 'A picture from the library, or a placeholder until there is one.',
  synonyms: 'photo picture logo figure',
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
  markup: (content, context, id) => {
    const isFirst = context.isFirstPicture(id);
    const sources = lighter(content, context, isFirst);
    return {
      attributes: source(content['picture'], String(content['alt'] ?? ''), context, content['sizes'], isFirst),
      ...(sources !== '' && { sources }),
    };
  },
  variesBySource: true,
  hasSources: (content, site) => {
    const id = content['picture'];
    return typeof id === 'string' && Object.hasOwn(site.pictures, id) && site.pictures[id]?.avif !== undefined;
  },
  varied: (variants, context, id) => {
    const isFirst = context.isFirstPicture(id);
    const [first, ...rest] = variants;
    const base: Said = first?.content ?? {};
    const attributes = source(base['picture'], String(base['alt'] ?? ''), context, base['sizes'], isFirst);
    const sources = rest.map(({ content, media }) => {
      const said = source(content['picture'], '', context, content['sizes'], isFirst);
      const { src, srcset = src, sizes, width, height } = said;
      return lighter(content, context, isFirst, media) + sourceTag({ media, srcset, sizes, width, height });
    });
    return { attributes, sources: sources.join('') + lighter(base, context, isFirst) };
  },
  fresh: (site) => ({
    tag: 'img',
    content: { base: { alt: '' } },
    style: { [baseOf(site.breakpoints).id]: { normal: { 'object-fit': 'cover' } } },
  }),
};
