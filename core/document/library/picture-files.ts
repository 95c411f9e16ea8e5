import type { Picture } from '../site';

/** The names of all files made of a picture. */
export const filesOfPicture = ({ files, avif = [], plain }: Pick<Picture, 'files' | 'avif' | 'plain'>): string[] =>
  [...files, ...avif, ...(plain ? [plain] : [])].map((one) => one.file);
