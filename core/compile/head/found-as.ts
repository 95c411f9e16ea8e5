import { titleOf, type Page } from '../../document/page';
import type { Site } from '../../document/site';
import { descriptionOf, isUnlisted, sharedPicture } from './head';

/** A text as it is shown where there is room for so many letters. */
export interface Shown {
  readonly text: string;
  /** It is longer than there is room. */
  readonly isCut: boolean;
}

/** How a page is shown to those who find it, and to those it is shared with. */
export interface FoundAs {
  /** The host, and the steps of the path behind it. */
  readonly steps: readonly string[];
  readonly title: Shown;
  readonly description: Shown;
  /** Search engines are asked to leave it out. */
  readonly isUnlisted: boolean;
  /** The file of the picture that stands for it where it is shared. */
  readonly picture: string | undefined;
}

/** So many letters of a title, and of a description, are shown in a list of results (common practice). */
const [mostOfTitle, mostOfDescription] = [60, 155] as const;

/** A text cut behind the last word there is room for; within the word where one alone is longer. */
function cut(text: string, most: number): Shown {
  const letters = [...text.trim()];
  if (letters.length <= most) return { text: letters.join(''), isCut: false };
  const room = letters.slice(0, most - 1).join('');
  const end = letters[most - 1] === ' ' ? room.length : room.lastIndexOf(' ');
  return { text: `${room.slice(0, end > 0 ? end : undefined).trimEnd()} …`, isCut: true };
}

/** How a page of a site would be found at an address. @throws TypeError where the address is none */
export function foundAs(site: Site, page: Page, address: string): FoundAs {
  return {
    steps: [new URL(address).host, ...page.path.split('/').filter((step) => step !== '')],
    title: cut(titleOf(page), mostOfTitle),
    description: cut(descriptionOf(page), mostOfDescription),
    isUnlisted: isUnlisted(site, page),
    picture: sharedPicture(site, page)?.file,
  };
}
