import { escapeHtml } from '../../document/kinds/escape';
import { languageOf } from '../../document/language';
import type { Page } from '../../document/page';
import type { Site } from '../../document/site';
import type { Addresses } from '../declarations';

/** A page and those that say the same in other languages: the language and path of each, the original first. */
export function translationsOf(
  site: Pick<Site, 'language'>,
  page: Page,
  { pages = {}, tongues = {} }: Pick<Addresses, 'pages' | 'tongues'>,
): { readonly language: string; readonly path: string }[] {
  const has = (id: string): boolean => Object.hasOwn(pages, id);
  // one whose original is not there stands for itself
  const originalOf = (id: string): string => {
    const original = Object.hasOwn(tongues, id) ? tongues[id]?.original : undefined;
    return original !== undefined && has(original) ? original : id;
  };
  const original = originalOf(page.id);
  const languages = new Map<string, string>();
  for (const id of [original, ...Object.keys(pages)]) {
    if (!has(id) || originalOf(id) !== original) continue;
    const language =
      id === page.id
        ? languageOf(site, page)
        : ((Object.hasOwn(tongues, id) ? tongues[id]?.language : undefined) ?? site.language);
    if (!languages.has(language)) languages.set(language, pages[id]!);
  }
  return [...languages].map(([language, path]) => ({ language, path }));
}

/**
 * The links of a page to itself and to what says the same in other languages (HTML, section 4.6.7.1, `alternate` with
 * `hreflang`); whoever reads none of them is led to the original. Nothing where there is but one.
 */
export function translationLinks(
  site: Pick<Site, 'language'>,
  page: Page,
  addresses: Pick<Addresses, 'pages' | 'tongues'> & { readonly canonical?: string },
): string {
  const { canonical } = addresses;
  if (canonical === undefined) return '';
  const all = translationsOf(site, page, addresses);
  if (all.length < 2) return '';
  const link = (language: string, path: string): string =>
    `<link rel="alternate" hreflang="${escapeHtml(language)}" href="${escapeHtml(new URL(path, canonical).href)}">`;
  return all.map(({ language, path }) => link(language, path)).join('') + link('x-default', all[0]!.path);
}
