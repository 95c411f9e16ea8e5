/** How Chromium paints a box with this style, in the middle of a white field: its bytes, red, green, blue, opacity. */
export async function painted(
  style: string,
  field: { readonly width: number; readonly height: number },
): Promise<Uint8ClampedArray> {
  const { width, height } = field;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><foreignObject width="100%" height="100%"><div xmlns="http://www.w3.org/1999/xhtml" style="${style.replaceAll('"', '&quot;')}"></div></foreignObject></svg>`;
  const image = new Image();
  image.src = `data:image/svg+xml,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = new OffscreenCanvas(width, height).getContext('2d')!; // every browser that runs specs has one
  canvas.drawImage(image, 0, 0);
  return canvas.getImageData(0, 0, width, height).data;
}
