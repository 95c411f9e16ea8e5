import * as z from 'zod';
import type { Page } from './page';
import type { Site } from './site';

/** A language as HTML's `lang` has it: a tag of BCP 47, of language and region alone. */
export const Language = z
  .string()
  .regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'A language is written like en, fr or pt-BR.');

const saidBy = (page: Page, key: string): string | undefined => {
  const said = page.parts[page.root]?.content.base[key];
  return typeof said === 'string' && said !== '' ? said : undefined;
};

/** The language a page is written in: its own, or its site's. */
export const languageOf = (site: Pick<Site, 'language'>, page: Page): string =>
  saidBy(page, 'language') ?? site.language;

/** What a page says of languages: its own, and the page it says the same as in another. */
export interface Tongue {
  readonly language?: string;
  readonly original?: string;
}

/** The same; undefined where it says nothing. */
export function tongueOf(page: Page): Tongue | undefined {
  const [language, original] = [saidBy(page, 'language'), saidBy(page, 'original')];
  if (language === undefined && original === undefined) return undefined;
  return { ...(language !== undefined && { language }), ...(original !== undefined && { original }) };
}
