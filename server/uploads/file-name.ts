import { cutText, storableText } from '@core/document/storable';

/**
 * What somebody calls a file, as far as it can be shown: without the folders before it and what cannot be printed.
 * @param nothing what it is called where nothing is left
 */
export function fileName(name: string, nothing: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const printable = [...last]
    .filter((letter) => letter >= ' ')
    .join('')
    .trim();
  return cutText(storableText(printable), 200) || nothing;
}
