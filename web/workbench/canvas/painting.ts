import type { Breakpoint } from '@core/document/breakpoint';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { seenPage } from '@core/document/seen/seen-page';
import { partOf } from '@core/document/tree';
import type { PaintedPage } from '@core/review/differing';
import { canvasAddresses } from '../../services/addresses';
import { hiddenLeaf } from './hidden-leaf';

/** So many pixels a picture of a page has at most: what is higher is drawn smaller. */
const mostPixels = 8_000_000;
/** The highest a canvas may be, in px. */
const highest = 16_000;
/** A picture or face that has not come by then, in ms, is left out. */
const patience = 5000;

/** A page as it is painted at a breakpoint, whole, with the picture to show. */
export interface Painting extends PaintedPage {
  readonly canvas: HTMLCanvasElement;
}

/** Files that pages show, as data, each read once. */
export class FilesAsData {
  private readonly known = new Map<string, Promise<string>>();

  of(address: string): Promise<string> {
    if (address.startsWith('data:')) return Promise.resolve(address);
    const before = this.known.get(address);
    if (before) return before;
    const read = asData(address).catch(() => {
      this.known.delete(address); // it may be there another time
      return '';
    });
    this.known.set(address, read);
    return read;
  }

  /** A style sheet with the files it names in it. */
  async within(css: string): Promise<string> {
    const named = [...css.matchAll(/url\(\s*["']?((?!data:|#)[^"')]+)["']?\s*\)/g)];
    let out = css;
    for (const [whole, address] of named) out = out.replaceAll(whole, `url("${await this.of(address!)}")`);
    return out;
  }
}

async function asData(address: string): Promise<string> {
  const response = await fetch(address);
  if (!response.ok) throw new Error(`${address} answers ${response.status}.`);
  const blob = await response.blob();
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => failed(reader.error ?? new Error('A file could not be read.'));
    reader.readAsDataURL(blob);
  });
}

const atMost = (what: Promise<unknown>): Promise<unknown> =>
  Promise.race([what.catch(() => undefined), new Promise((go) => setTimeout(go, patience))]);

/**
 * The file of a picture that is painted: the largest of those it offers on this screen. It is not waited for which one
 * the browser takes, so that before and after show the same.
 */
function fileOf(picture: HTMLImageElement): string {
  const around = picture.parentElement?.localName === 'picture' ? picture.parentElement : undefined;
  const view = picture.ownerDocument.defaultView;
  const source = [...(around?.querySelectorAll('source') ?? [])].find((one) => view?.matchMedia(one.media).matches);
  const largest = source?.srcset.split(',').at(-1)?.trim().split(/\s+/)[0];
  return largest === undefined ? picture.src : new URL(largest, picture.baseURI).href;
}

/** A document as it looks now, as one SVG picture that needs nothing else. */
async function asPicture(inside: Document, width: number, height: number, files: FilesAsData): Promise<string> {
  const copy = inside.documentElement.cloneNode(true) as HTMLElement; // a copy of the root is one
  const copies = copy.querySelectorAll('img');
  for (const [at, picture] of [...inside.images].entries()) {
    const own = copies[at]!;
    for (const name of ['srcset', 'sizes', 'loading', 'decoding', 'fetchpriority']) own.removeAttribute(name);
    own.setAttribute('src', await files.of(fileOf(picture)));
  }
  for (const source of copy.querySelectorAll('source, script, link, base')) source.remove();
  for (const style of copy.querySelectorAll('style')) style.textContent = await files.within(style.textContent);
  for (const video of copy.querySelectorAll('video[poster]'))
    video.setAttribute('poster', await files.of(video.getAttribute('poster')!));
  // XML 1.0, 2.2: characters no document may hold
  const xhtml = new XMLSerializer()
    .serializeToString(copy)
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><foreignObject width="${width}" height="${height}">${xhtml}</foreignObject></svg>`;
  return `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
}

/** Paints a page at a breakpoint, from its top to its end, as its leaf shows it unrolled. */
export async function paintingOf(
  { site, page }: { readonly site: Site; readonly page: Page },
  { preview }: Breakpoint,
  files: FilesAsData,
): Promise<Painting> {
  const seen = seenPage(site, page);
  const leaf = hiddenLeaf(site, page, preview, { ...canvasAddresses(site.id), unrolled: preview });
  try {
    const inside = leaf.painter.document;
    await atMost(inside.fonts.ready);
    const { width } = preview;
    const height = Math.max(1, Math.ceil(inside.documentElement.scrollHeight));
    leaf.size(width, height);
    const picture = new Image();
    picture.src = await asPicture(inside, width, height, files);
    await picture.decode();
    const scale = Math.min(1, Math.sqrt(mostPixels / (width * height)), highest / height);
    const size = { width: Math.round(width * scale), height: Math.max(1, Math.round(height * scale)) };
    const canvas = Object.assign(document.createElement('canvas'), size);
    const pen = canvas.getContext('2d', { willReadFrequently: true });
    if (!pen) throw new Error('The page could not be painted.');
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, size.width, size.height);
    pen.drawImage(picture, 0, 0, size.width, size.height);
    const sections = partOf(seen, seen.root).children.flatMap((id) => {
      const box = leaf.painter.element(id)?.getBoundingClientRect();
      return box && box.height > 0 ? [{ id, top: box.top * scale, height: box.height * scale }] : [];
    });
    return { ...size, canvas, sections, data: pen.getImageData(0, 0, size.width, size.height).data };
  } finally {
    leaf.remove();
  }
}

/** The size cards of shared pages have, in px: 1.91 : 1 (common practice). */
const card = { width: 1200, height: 630 } as const;

/** The top of a page as it is painted at a breakpoint, as a PNG of the size of a card. */
export async function cardOf(
  under: { readonly site: Site; readonly page: Page },
  breakpoint: Breakpoint,
): Promise<Blob> {
  const { canvas } = await paintingOf(under, breakpoint, new FilesAsData());
  const top = Object.assign(document.createElement('canvas'), card);
  const pen = top.getContext('2d');
  if (!pen) throw new Error('The page could not be painted.');
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, card.width, card.height);
  pen.drawImage(canvas, 0, 0, card.width, (canvas.height * card.width) / canvas.width);
  return new Promise((done, failed) =>
    top.toBlob((blob) => (blob ? done(blob) : failed(new Error('The page could not be painted.'))), 'image/png'),
  );
}
