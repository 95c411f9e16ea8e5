import * as z from 'zod';

/**
 * The kinds of file visitors may be offered to download, by the ending of their names: the media type each is served
 * as, and what a person calls it.
 */
export const downloadKinds = {
  pdf: { type: 'application/pdf', word: 'PDF' },
  docx: { type: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', word: 'Text document' },
  xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', word: 'Spreadsheet' },
  pptx: { type: 'application/vnd.openxmlformats-officedocument.presentationml.presentation', word: 'Slides' },
  odt: { type: 'application/vnd.oasis.opendocument.text', word: 'Text document' },
  ods: { type: 'application/vnd.oasis.opendocument.spreadsheet', word: 'Spreadsheet' },
  odp: { type: 'application/vnd.oasis.opendocument.presentation', word: 'Slides' },
  rtf: { type: 'application/rtf', word: 'Text document' },
  epub: { type: 'application/epub+zip', word: 'Book' },
  zip: { type: 'application/zip', word: 'Archive' },
  mp3: { type: 'audio/mpeg', word: 'Sound' },
  txt: { type: 'text/plain', word: 'Plain text' },
  csv: { type: 'text/csv', word: 'Table' },
  ics: { type: 'text/calendar', word: 'Calendar' },
  vcf: { type: 'text/vcard', word: 'Contact' },
} as const;
export type DownloadKind = keyof typeof downloadKinds;

export const isDownloadKind = (ending: string): ending is DownloadKind => Object.hasOwn(downloadKinds, ending);

export const DownloadName = z.string().trim().min(1, 'A file needs a name.').max(200);

/** A file of the library that links lead to, as it is published. */
export const Download = z.strictObject({
  name: DownloadName,
  /** Its ending says what kind it is. */
  file: z
    .string()
    .regex(/^[a-z0-9][a-z0-9-]{0,79}\.[a-z0-9]{2,5}$/)
    .refine((file) => isDownloadKind(file.split('.').at(-1)!), 'Files of this kind can’t be downloaded.'),
  /** In bytes. */
  size: z.int().positive(),
});
export type Download = z.infer<typeof Download>;

/** What kind of file a download is. */
export const kindOfDownload = ({ file }: Pick<Download, 'file'>): (typeof downloadKinds)[DownloadKind] =>
  downloadKinds[file.split('.').at(-1) as DownloadKind]; // the schema lets no other in
