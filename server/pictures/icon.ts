import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { iconSizes, type SiteIcon } from '@core/document/library/site-icon';
import type { KeptFile } from '../uploads/upload';
import { mostPixels } from './scale';

const largest = Math.max(...iconSizes);

/** Makes the files of a site's icon of a picture: squares of its middle, as PNG, with what is clear left clear. */
export async function iconFiles(picture: string, bytes: Buffer): Promise<{ icon: SiteIcon; files: KeptFile[] }> {
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
    const file = `icon-${createHash('sha256').update(png).digest('hex').slice(0, 16)}.png`;
    made.push({ size, file, bytes: png });
  }
  return {
    icon: { picture, files: made.map(({ size, file }) => ({ size, file })) },
    files: made.map(({ file, bytes: png }) => ({ file, bytes: png })),
  };
}
