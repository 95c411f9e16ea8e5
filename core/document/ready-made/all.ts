import { cards, galleries, teams } from './cards-and-pictures';
import { endings } from './endings';
import { introductions } from './introduction';
import { openings } from './opening';
import { picturesWithText } from './picture-with-text';
import { purposes } from '../sections/purpose';
import type { ReadyMade } from './ready-made';

/** Every ready-made section, by purpose. */
export const readyMade: readonly ReadyMade[] = [
  ...openings,
  ...introductions,
  ...picturesWithText,
  ...cards,
  ...teams,
  ...galleries,
  ...endings,
].sort((a, b) => purposes.indexOf(a.purpose) - purposes.indexOf(b.purpose));

/** Those a few typed words find, by name, purpose and what else they are called. */
export function foundBy(list: readonly ReadyMade[], typed: string): ReadyMade[] {
  const words = typed.trim().toLowerCase().split(/\s+/);
  return list.filter((one) =>
    words.every((word) => `${one.name} ${one.purpose} ${one.words}`.toLowerCase().includes(word)),
  );
}
