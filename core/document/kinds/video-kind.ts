import * as z from 'zod';
import { Identifier } from '../identifier';
import { escapeHtml } from './escape';
import type { Kind, MarkupContext } from './kind';
import { noBox } from './no-margins';

const Address = z
  .string()
  .trim()
  .max(2000)
  .refine(
    (address) =>
      address === '' ||
      (/^(https:\/\/[^\s"<>]+|\/(?!\/)[^\s"<>\\]*)$/.test(address) && sourceOf(address) !== undefined),
    'A video’s address begins with https:// and the name of a host or, on this site, with /.',
  );

/** An origin that can stand in a policy: the URL standard lets hosts have characters that end a directive there. */
const origin = /^https:\/\/([a-z0-9_-]+(\.[a-z0-9_-]+)*\.?|\[[0-9a-f:.]+\])(:\d+)?$/;

const isFile = (address: string): boolean => /\.(mp4|webm|ogv|m4v|mov)([?#]|$)/i.test(address);

function poster(
  content: Record<string, unknown>,
  context: MarkupContext,
): { src: string; width: number; height: number } | undefined {
  const picture = typeof content['poster'] === 'string' ? context.picture(content['poster']) : undefined;
  const file = picture?.files.find((one) => one.width >= 1280) ?? picture?.files.at(-1);
  return picture && file && { src: context.pictureUrl(file.file), width: picture.width, height: picture.height };
}

/** A file plays in the page; nothing of it is loaded before it is played. */
function player(
  addresses: readonly { readonly address: string; readonly media?: string }[],
  content: Record<string, unknown>,
  context: MarkupContext,
): string {
  const image = poster(content, context);
  const sources = addresses
    .map(
      ({ address, media }) =>
        `<source src="${escapeHtml(address)}"${media === undefined ? '' : ` media="${escapeHtml(media)}"`}>`,
    )
    .join('');
  return `<video controls preload="none" playsinline aria-label="${escapeHtml(String(content['title'] ?? '') || 'Video')}"${image ? ` poster="${escapeHtml(image.src)}"` : ''}>${sources}</video>`;
}

/**
 * A player of another host keeps its own origin, without which none plays; a page of this site gets none, so that it
 * cannot reach the one around it.
 */
const sandboxFor = (address: string): string =>
  `allow-scripts allow-presentation allow-popups${address.startsWith('/') ? '' : ' allow-same-origin'}`;

/**
 * Returns an address as a source of a policy (CSP Level 3, section 2.3.1): its origin, or `'self'` on the site itself;
 * undefined if it has none that can stand there.
 */
function sourceOf(address: string): string | undefined {
  if (address.startsWith('/')) return "'self'";
  const found = URL.canParse(address) ? new URL(address).origin : '';
  return origin.test(found) ? found : undefined;
}

/** A host's player stands in a frame that is loaded when its poster is opened, and not before. */
function embedded(content: Record<string, unknown>, context: MarkupContext): string {
  const title = escapeHtml(String(content['title'] ?? '') || 'Video');
  const image = poster(content, context);
  const cover = image
    ? `<img src="${escapeHtml(image.src)}" alt="" width="${image.width}" height="${image.height}" loading="lazy">`
    : '';
  return `<details><summary>${cover}<span>Play: ${title}</span></summary><iframe src="${escapeHtml(String(content['address']))}" title="${title}" loading="lazy" sandbox="${sandboxFor(String(content['address']))}" allow="fullscreen; autoplay" referrerpolicy="strict-origin-when-cross-origin"></iframe></details>`;
}

const markupOf = (content: Record<string, unknown>, context: MarkupContext): string => {
  const address = String(content['address'] ?? '');
  if (address === '' || isFile(address)) return player(address === '' ? [] : [{ address }], content, context);
  return embedded(content, context);
};

export const videoKind: Kind = {
  kind: 'video',
  word: 'Video',
  purpose: 'A film, from a file or a video host; nothing of it loads before it is played.',
  synonyms: 'film movie player',
  glyph: 'M1.5 2.5h11v9h-11z M5.8 5v4l3.4-2z',
  order: 13,
  interactive: true,
  shows: 'film',
  examples: ['', '/a-film.mp4', 'https://films.example/watch?v=1'].map((address) => ({ address, title: 'Two words' })),
  tags: ['div'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ address: Address, title: z.string().max(200), poster: Identifier.optional() }),
  fields: [
    { key: 'address', label: 'address', editor: 'line', varies: true, works: true },
    { key: 'poster', label: 'poster', editor: 'picture' },
    { key: 'title', label: 'what it shows', editor: 'line' },
  ],
  mark: '_video',
  defaults: () => ({
    ...noBox,
    width: '100%',
    'aspect-ratio': '16/9',
    'background-color': '#000000',
    color: '#ffffff',
    position: 'relative',
  }),
  inside:
    '._video :is(video,details,summary,iframe,img){display:block;width:100%;height:100%;border:0;object-fit:cover}' +
    '._video summary{position:relative;cursor:pointer}._video summary span{position:absolute;left:16px;bottom:16px;padding:8px 14px;background:#000c}._video [open] summary{display:none}',
  markup: (content, context) => ({ inner: markupOf(content, context) }),
  varied: (variants, context) => {
    const addresses = variants.map(({ content }) => String(content['address'] ?? ''));
    const first = variants[0]!.content;
    if (addresses.every(isFile))
      return {
        inner: player(
          [
            ...variants.slice(1).map(({ media }, index) => ({ address: addresses[index + 1]!, media })),
            { address: addresses[0]! },
          ],
          first,
          context,
        ),
      };
    return {
      inner: variants
        .map(({ content, className }) => `<figure class="${className}">${markupOf(content, context)}</figure>`)
        .join(''),
    };
  },
  loads: (content) => {
    const address = String(content['address'] ?? '');
    return isFile(address) ? { media: sourceOf(address) } : { frame: sourceOf(address) };
  },
  fresh: () => ({ tag: 'div', content: { base: { address: '', title: '' } }, style: {} }),
};
