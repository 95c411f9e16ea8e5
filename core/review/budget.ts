import type { PageWeight } from '../api/releases';

const inKilobytes = (bytes: number): string => `${Math.round(bytes / 1000).toLocaleString('en')} kB`;

/** What a page weighs in all, in bytes. */
export const wholeWeight = ({ text, faces, pictures }: PageWeight): number => text + faces + pictures;

/** A page's weight in words, and of what it is. */
export const weightInWords = (weight: PageWeight): string =>
  `${inKilobytes(wholeWeight(weight))}: ${inKilobytes(weight.pictures)} of pictures, ${inKilobytes(weight.faces)} of typefaces, ${inKilobytes(weight.text)} of text and styles`;

/** Why a page is too heavy for its site's budget, in kB; undefined where it is not. */
export function overBudget(weight: PageWeight, budget: number | undefined): string | undefined {
  if (budget === undefined || wholeWeight(weight) <= budget * 1000) return undefined;
  return `It weighs ${weightInWords(weight)}. The budget of the site is ${budget.toLocaleString('en')} kB a page.`;
}
