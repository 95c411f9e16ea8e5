import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { fileTypeFromBuffer } from 'file-type';
import { Refusal } from '@core/api/refusal';
import { downloadKinds, isDownloadKind, type Download, type DownloadKind } from '@core/document/library/download';
import { slugOf } from '@core/document/slug';
import { fileName } from '../uploads/file-name';
import type { KeptFile } from '../uploads/upload';

/** A file made ready to be downloaded. */
interface ReadDownload {
  readonly item: Download;
  readonly files: readonly KeptFile[];
}

/** Those whose bytes say nothing of their kind: what is plain text is what its name says. */
const texts: readonly DownloadKind[] = ['txt', 'csv', 'ics', 'vcf'];
const known = [...new Set(Object.values(downloadKinds).map(({ word }) => word))].join(', ');

/** How a text of a kind begins (RFC 5545, RFC 6350); undefined where it may begin in any way. */
const beginnings: Partial<Record<DownloadKind, RegExp>> = {
  ics: /^﻿?BEGIN:VCALENDAR/i,
  vcf: /^﻿?BEGIN:VCARD/i,
};

const endingOf = (name: string): string => /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? '';

/** A text in UTF-8 without control characters; undefined where the bytes are none. */
function asText(bytes: Buffer): string | undefined {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return /[\u0000-\u0008\u000e-\u001f]/.test(text.slice(0, 100_000)) ? undefined : text;
  } catch {
    return undefined;
  }
}

/** What kind of file to download bytes are. @throws Refusal where it is none that may be downloaded */
export async function kindOfBytes(bytes: Buffer, name: string): Promise<DownloadKind> {
  const ending = endingOf(name);
  const found = await fileTypeFromBuffer(bytes).catch(() => undefined);
  if (found && isDownloadKind(found.ext)) return found.ext;
  const text = found ? undefined : asText(bytes);
  const claimed = texts.find((one) => one === ending);
  if (text !== undefined && claimed && (beginnings[claimed]?.test(text) ?? true)) return claimed;
  throw new Refusal('bad-input', `Files of this kind can’t be offered for download. These can: ${known}.`);
}

/** A name's words as they can stand in an address, without its ending. */
const wordsOf = (name: string): string =>
  slugOf(name.replace(/\.[^.]*$/, ''))
    .slice(0, 40)
    .replace(/-+$/, '') || 'file';

/**
 * Reads an uploaded file: what it is, by its bytes, and what it is called in addresses. @throws Refusal with the
 * reason
 */
export async function readDownload(path: string, name: string): Promise<ReadDownload> {
  const { size } = await stat(path);
  if (size === 0) throw new Refusal('bad-input', 'The file is empty.');
  const bytes = await readFile(path);
  const kind = await kindOfBytes(bytes, name);
  const hash = createHash('sha256').update(bytes).digest('hex').slice(0, 16);
  const file = `${wordsOf(name)}-${hash}.${kind}`;
  return { item: { name: fileName(name, 'File'), file, size }, files: [{ file, bytes }] };
}
