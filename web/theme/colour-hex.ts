/** The bytes Chromium paints of a colour: red, green, blue, opacity. */
function painted(context: OffscreenCanvasRenderingContext2D, colour: string): readonly number[] {
  context.clearRect(0, 0, 1, 1);
  context.fillStyle = colour;
  context.fillRect(0, 0, 1, 1);
  return [...context.getImageData(0, 0, 1, 1).data];
}

/**
 * A colour as a colour field shows it, with its opacity from 0 to 1; undefined for what is none. The browser does the
 * reckoning.
 */
export function colourHex(colour: string): { readonly hex: string; readonly alpha: number } | undefined {
  if (colour === '' || !CSS.supports('color', colour)) return undefined;
  const context = new OffscreenCanvas(1, 1).getContext('2d', { colorSpace: 'srgb' });
  if (!context) return undefined;
  const alpha = painted(context, colour)[3] ?? 0;
  const solid = `rgb(from ${colour} r g b / 1)`; // painted half solid, a colour comes back rounded
  const [red = 0, green = 0, blue = 0] = painted(context, CSS.supports('color', solid) ? solid : colour);
  return { hex: `#${[red, green, blue].map(twoDigits).join('')}`, alpha: alpha / 255 };
}

const twoDigits = (value: number): string => value.toString(16).padStart(2, '0');

/** A picked colour with the opacity that the one before had. */
export function withAlpha(hex: string, alpha: number): string {
  return alpha >= 1 || alpha === 0 ? hex : `${hex}${twoDigits(Math.round(alpha * 255))}`;
}
