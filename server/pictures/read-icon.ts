import sharp from 'sharp';
import { iconSizes } from '@core/document/library/site-icon';
import { mostPixels } from './read-picture';

const largest = Math.max(...iconSizes);

/** Returns squares of the middle of a picture in all sizes of an icon, as PNG, with what is clear left clear. */
export async function readIcon(bytes: Buffer): Promise<{ size: (typeof iconSizes)[number]; png: Buffer }[]> {
  const { format, width, height } = await sharp(bytes, { limitInputPixels: mostPixels }).metadata();
  // a drawing is drawn as large as it is needed, at most (72 dots an inch are its own size)
  const density = format === 'svg' ? Math.min(2400, Math.ceil((72 * largest) / Math.min(width, height))) : 72;
  const made = [];
  for (const size of iconSizes) {
    const png = await sharp(bytes, { limitInputPixels: mostPixels, density: Math.max(72, density) })
      .resize(size, size, { fit: 'cover' })
      .png({ compressionLevel: 9 })
      .timeout({ seconds: 20 })
      .toBuffer();
    made.push({ size, png });
  }
  return made;
}
