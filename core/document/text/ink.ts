import { checkValue } from '../../style/value';
import type { Site } from '../site';
import { inkClass } from './line-html';
import { phrasesOf } from './words';

/** The rules of words that have a colour of their own, each colour once. */
export function inkRules(site: Site, texts: readonly unknown[]): string {
  const colors = new Set(
    texts.flatMap((text) => (typeof text === 'string' ? [] : phrasesOf(text).flatMap((one) => one.color ?? []))),
  );
  return [...colors]
    .flatMap((color) => {
      const checked = checkValue(site, 'color', color, 'any');
      return checked.ok ? [`.${inkClass(color)}{color:${checked.value}}`] : [];
    })
    .join('');
}
