import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import { Refusal } from '@core/api/refusal';
import { isDownloadKind } from '@core/document/library/download';
import { kindOfBytes } from '../downloads/reading';
import { checkFaceApart } from '../faces/apart';
import { drawnApart } from '../pictures/drawing';
import { mostPixels } from '../pictures/read-picture';

/** A file of a library has at most so many bytes. */
export const mostFileBytes = 60_000_000;

const rasters: readonly string[] = ['png', 'jpg', 'jpeg', 'webp', 'avif', 'gif'];

/**
 * The bytes of a file that comes with an archive, as they are kept: by the same measure as an upload, since an
 * archive may come from anybody. @throws Refusal where they are not what the file's name says
 */
export async function checkedFile(file: string, bytes: Buffer): Promise<Buffer> {
  const ending = file.split('.').at(-1) ?? '';
  const other = new Refusal('bad-input', `${file} is not what its name says.`);
  if (ending === 'svg') return (await drawnApart(bytes)).clean;
  const found = await fileTypeFromBuffer(bytes).catch(() => undefined);
  if (rasters.includes(ending)) {
    const same = found?.ext === ending || (found?.ext === 'jpg' && ending === 'jpeg');
    if (!same) throw other;
    await sharp(bytes, { limitInputPixels: mostPixels })
      .metadata()
      .catch(() => {
        throw other;
      });
    return bytes;
  }
  if (ending === 'woff2' && found?.ext === 'woff2') {
    await checkFaceApart(bytes);
    return bytes;
  }
  if (!isDownloadKind(ending) || (await kindOfBytes(bytes, file)) !== ending) throw other;
  return bytes;
}
