import { cutText } from '../document/storable';

/** A note kept with a release has at most so many letters. */
const longest = 2000;

/** What is kept with a release: with how many errors it was published and why, where there are any, and what else is said. */
export function releaseNote(errors: number, reason: string, note = ''): string {
  const many = errors === 1 ? 'an error' : `${errors} errors`;
  const why = errors > 0 ? [`Published with ${many}: ${reason.trim()}`] : [];
  return cutText([...why, note.trim()].filter((one) => one !== '').join('\n'), longest);
}
