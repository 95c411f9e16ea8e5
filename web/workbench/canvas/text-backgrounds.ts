import type { Box, Point } from '@core/geometry/box';
import type { Measured, MeasuredPage } from '@core/geometry/measured';
import { paintOrder, pileAt } from '@core/geometry/paint-order';
import { over, type Colour } from '@core/style/colour/contrast';
import type { TextBackground } from '@core/review/text-background';
import type { Rests } from './rests';

const white: Colour = { r: 255, g: 255, b: 255, a: 1 };

/** A part's background or picture as pixels, no wider than needed to judge text on it. */
interface Painted {
  readonly box: Box;
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** Colours as Chromium computes them, in sRGB bytes. */
class Colours {
  private readonly known = new Map<string, Colour>();
  private readonly pen = Object.assign(document.createElement('canvas'), { width: 1, height: 1 }).getContext('2d', {
    willReadFrequently: true,
  });

  read(text: string): Colour {
    let colour = this.known.get(text);
    if (!colour && this.pen) {
      this.pen.clearRect(0, 0, 1, 1);
      this.pen.fillStyle = text;
      this.pen.fillRect(0, 0, 1, 1);
      const [r = 0, g = 0, b = 0, a = 0] = this.pen.getImageData(0, 0, 1, 1).data;
      this.known.set(text, (colour = { r, g, b, a: a / 255 }));
    }
    return colour ?? white;
  }
}

const widest = 200;

async function asData(address: string): Promise<string> {
  const blob = await (await fetch(address)).blob();
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => failed(reader.error ?? new Error('A picture could not be read.'));
    reader.readAsDataURL(blob);
  });
}

/**
 * Lets Chromium paint a part's own background, alone, at a small scale: an SVG image with the background's computed
 * values in it.
 */
async function paintedBackground(view: Window, element: Element, box: Box): Promise<Painted | undefined> {
  const style = view.getComputedStyle(element);
  let image = style.backgroundImage;
  for (const [whole, address] of [...image.matchAll(/url\("([^"]+)"\)/g)])
    image = image.replace(whole, `url("${address!.startsWith('data:') ? address : await asData(address!)}")`);
  const declarations =
    `width:${box.width}px;height:${box.height}px;background-image:${image};` +
    ['size', 'position', 'repeat', 'origin', 'clip']
      .map((one) => `background-${one}:${style.getPropertyValue(`background-${one}`)}`)
      .join(';');
  const scale = Math.min(1, widest / box.width);
  const [width, height] = [Math.max(1, Math.round(box.width * scale)), Math.max(1, Math.round(box.height * scale))];
  const escaped = declarations.replace(/&/g, '&amp;').replace(/"/g, '&quot;').replace(/</g, '&lt;');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${box.width} ${box.height}" preserveAspectRatio="none"><foreignObject width="${box.width}" height="${box.height}"><div xmlns="http://www.w3.org/1999/xhtml" style="${escaped}"></div></foreignObject></svg>`;
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await picture.decode();
  return pixelsOf(box, width, height, (pen) => pen.drawImage(picture, 0, 0, width, height));
}

function pixelsOf(
  box: Box,
  width: number,
  height: number,
  draw: (pen: CanvasRenderingContext2D) => void,
): Painted | undefined {
  const pen = Object.assign(document.createElement('canvas'), { width, height }).getContext('2d', {
    willReadFrequently: true,
  });
  if (!pen) return undefined;
  draw(pen);
  return { box, width, height, data: pen.getImageData(0, 0, width, height).data };
}

/** A picture element's pixels where it stands, cropped as `object-fit: cover` does. */
function paintedPicture(view: Window, element: HTMLImageElement, box: Box): Painted | undefined {
  if (!element.complete || element.naturalWidth === 0) return undefined;
  const cover = view.getComputedStyle(element).objectFit === 'cover';
  const { naturalWidth, naturalHeight } = element;
  const ratio = cover ? Math.max(box.width / naturalWidth, box.height / naturalHeight) : 0;
  const [shownX, shownY] = cover ? [box.width / ratio, box.height / ratio] : [naturalWidth, naturalHeight];
  const scale = Math.min(1, widest / box.width);
  const [width, height] = [Math.max(1, Math.round(box.width * scale)), Math.max(1, Math.round(box.height * scale))];
  return pixelsOf(box, width, height, (pen) =>
    pen.drawImage(
      element,
      (naturalWidth - shownX) / 2,
      (naturalHeight - shownY) / 2,
      shownX,
      shownY,
      0,
      0,
      width,
      height,
    ),
  );
}

function pixelAt({ box, width, height, data }: Painted, x: number, y: number): Colour {
  const column = Math.min(width - 1, Math.max(0, Math.floor(((x - box.left) / box.width) * width)));
  const row = Math.min(height - 1, Math.max(0, Math.floor(((y - box.top) / box.height) * height)));
  const at = (row * width + column) * 4;
  return { r: data[at]!, g: data[at + 1]!, b: data[at + 2]!, a: data[at + 3]! / 255 };
}

const faded = (colour: Colour, opacity: number): Colour =>
  opacity === 1 ? colour : { ...colour, a: colour.a * opacity };

/**
 * How solid an element stands behind a text: its own opacity and that of what it stands in, as far as the text does
 * not stand in it too (CSS Color 4, §13).
 */
function opacityBehind(view: Window, element: Element, text: Element): number {
  let opacity = 1;
  for (let at: Element | null = element; at && !at.contains(text); at = at.parentElement)
    opacity *= Number(view.getComputedStyle(at).opacity);
  return opacity;
}

/** One thing painted behind a text. */
interface Layer {
  readonly colour: Colour;
  readonly pixels: Painted | undefined;
  readonly opacity: number;
  readonly id: string;
}

/** A measured document whose texts are judged: what its parts paint is read once each. */
class Ground {
  private readonly colours = new Colours();
  private readonly order = paintOrder(this.page);
  private readonly painted = new Map<string, Promise<Painted | undefined>>();

  constructor(
    private readonly view: Window & typeof globalThis,
    private readonly page: MeasuredPage,
    private readonly elementOf: (id: string) => HTMLElement | null,
  ) {}

  /** What lies behind a part's text, as pixels; undefined where nobody sees it. */
  async of(part: Measured): Promise<TextBackground | undefined> {
    const element = this.elementOf(part.id);
    const middle = part.lines[0]!;
    const point = { x: middle.left + middle.width / 2, y: middle.top + middle.height / 2 };
    const pile = pileAt(this.page, point, this.order);
    if (!element || !pile.includes(part.id)) return undefined;
    const layers = await this.layersOf(pile.slice(pile.indexOf(part.id)), element);
    const style = this.view.getComputedStyle(element);
    return {
      part: part.id,
      colour: this.colours.read(style.color),
      fontSize: Number.parseFloat(style.fontSize),
      bold: Number(style.fontWeight) >= 700,
      samples: part.lines.flatMap((line) => samplesOf(line, layers)),
      painter: layers.filter((one) => one.pixels).at(-1)?.id,
    };
  }

  /** What the parts of a pile paint, the lowest first. */
  private async layersOf(pile: readonly string[], text: Element): Promise<Layer[]> {
    const layers: Layer[] = [];
    for (const id of pile) {
      const element = this.elementOf(id);
      const box = this.page.parts.get(id)?.box;
      if (!element || !box || box.width === 0 || box.height === 0) continue;
      const style = this.view.getComputedStyle(element);
      const paints = style.backgroundImage !== 'none' || element.localName === 'img';
      const pixels = paints ? await this.pixelsOf(id, element, box) : undefined;
      const opacity = opacityBehind(this.view, element, text);
      layers.unshift({ colour: this.colours.read(style.backgroundColor), pixels, opacity, id });
    }
    return layers;
  }

  /** What is seen at a point, without words. */
  async at({ x, y }: Point): Promise<Colour> {
    const nowhere = this.view.document.createElement('p'); // no text: everything is seen as solid as it is
    return shownAt(x, y, await this.layersOf(pileAt(this.page, { x, y }, this.order), nowhere));
  }

  private pixelsOf(id: string, element: HTMLElement, box: Box): Promise<Painted | undefined> {
    let known = this.painted.get(id);
    if (!known) {
      known =
        element instanceof this.view.HTMLImageElement
          ? Promise.resolve(paintedPicture(this.view, element, box))
          : // a picture that cannot be read is judged by what lies behind it
            paintedBackground(this.view, element, box).catch(() => undefined);
      this.painted.set(id, known);
    }
    return known;
  }
}

/** The colours behind a line of text, at nine places across and three down. */
function samplesOf(line: Box, layers: readonly Layer[]): Colour[] {
  return [0.15, 0.5, 0.85].flatMap((down) =>
    Array.from({ length: 9 }, (_, index) => {
      const [x, y] = [line.left + (line.width * (index + 0.5)) / 9, line.top + line.height * down];
      return shownAt(x, y, layers);
    }),
  );
}

/** Layers over white, as they are seen at a point. */
const shownAt = (x: number, y: number, layers: readonly Layer[]): Colour =>
  layers.reduce((ground, { colour, pixels, opacity }) => {
    const painted = over(faded(colour, opacity), ground);
    return pixels ? over(faded(pixelAt(pixels, x, y), opacity), painted) : painted;
  }, white);

/** The colour a measured document shows at a point, words left out; white where nothing is painted. */
export const colourAt = async (
  inside: Document,
  page: MeasuredPage,
  point: Point,
  elementOf: (id: string) => HTMLElement | null,
): Promise<Colour> => (inside.defaultView ? new Ground(inside.defaultView, page, elementOf).at(point) : white);

/**
 * What lies behind the texts of a measured document, or of some of its parts, as pixels; waits between texts so that
 * nothing else does.
 */
export async function textBackgroundsOf(
  inside: Document,
  page: MeasuredPage,
  elementOf: (id: string) => HTMLElement | null,
  rests: Rests,
  only?: ReadonlySet<string>,
): Promise<TextBackground[]> {
  if (!inside.defaultView) return [];
  const ground = new Ground(inside.defaultView, page, elementOf);
  const textBackgrounds: TextBackground[] = [];
  for (const part of page.parts.values()) {
    if (part.lines.length === 0 || part.style.visibility !== 'visible' || only?.has(part.id) === false) continue;
    await rests.taken();
    const found = await ground.of(part);
    if (found) textBackgrounds.push(found);
  }
  return textBackgrounds;
}
