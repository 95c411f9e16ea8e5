import { createHash } from 'node:crypto';
import * as z from 'zod';
import { iconSizes, type SiteIcon } from '@core/document/library/site-icon';
import { runApart } from '../apart/run-apart';
import type { KeptFile } from '../uploads/upload';

const limits = { seconds: 30, megabytes: 1500 };
const tooMuch = 'The icon could not be made: the picture takes too long or too much. Choose a simpler one.';

const Squares = z.object({
  squares: z.array(z.object({ size: z.literal([...iconSizes]), png: z.instanceof(Uint8Array) })),
});

/** Makes the files of a site's icon of a picture, in a process of its own. @throws Refusal if that takes too much */
export async function iconFiles(picture: string, bytes: Buffer): Promise<{ icon: SiteIcon; files: KeptFile[] }> {
  const asked = { icon: bytes };
  const { squares } = await runApart('server/pictures/drawing-reader.ts', asked, limits, { answer: Squares, tooMuch });
  const made = squares.map(({ size, png }) => ({
    ...{ size, bytes: Buffer.from(png) },
    file: `icon-${createHash('sha256').update(png).digest('hex').slice(0, 16)}.png`,
  }));
  return {
    icon: { picture, files: made.map(({ size, file }) => ({ size, file })) },
    files: made.map(({ file, bytes: png }) => ({ file, bytes: png })),
  };
}
