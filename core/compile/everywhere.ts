import { languageOf } from '../document/language';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { landmarks } from './markup';

/** What the main part of a published page is called; no identifier of a part begins so. */
export const mainId = '_main';

/** “Skip to content” by language (from memory, as it is commonly said); others are told in English. */
const skipWords: Readonly<Record<string, string>> = {
  ...{ en: 'Skip to content', de: 'Zum Inhalt springen', fr: 'Aller au contenu', es: 'Saltar al contenido' },
  ...{ pt: 'Saltar para o conteúdo', it: 'Vai al contenuto', nl: 'Naar de inhoud', da: 'Gå til indhold' },
  ...{ sv: 'Hoppa till innehåll', nb: 'Hopp til innhold', fi: 'Siirry sisältöön', pl: 'Przejdź do treści' },
  ...{ cs: 'Přejít k obsahu', hu: 'Ugrás a tartalomra', el: 'Μετάβαση στο περιεχόμενο', uk: 'Перейти до вмісту' },
  ...{ tr: 'İçeriğe geç', ja: '本文へ移動', ko: '본문으로 건너뛰기', zh: '跳到正文', ar: 'انتقل إلى المحتوى' },
  ...{ he: 'דלג לתוכן', ru: 'Перейти к содержимому', ro: 'Sari la conținut', ga: 'Léim go dtí an t-ábhar' },
};

/**
 * The first link of a page, for whoever uses keys or a screen reader: past what stands before its main part (WCAG 2.2,
 * 2.4.1). Empty where nothing does.
 */
export function skipLink(site: Site, page: Page): string {
  const runs = landmarks(page);
  if (runs[0]?.main !== false || !runs.some((run) => run.main)) return '';
  const language = languageOf(site, page);
  const words = skipWords[language.split('-')[0]!]; // a language has a first subtag
  const lang = words === undefined && !language.startsWith('en') ? ' lang="en"' : '';
  return `<a class="_skip" href="#${mainId}"${lang}>${words ?? skipWords['en']!}</a>`;
}

/** Out of sight until it has the focus; in the weakest layer, whose `!important` no other outdoes. */
const skipRule =
  '._skip{position:absolute!important;inset:8px auto auto 8px!important;z-index:9999!important;padding:8px 16px!important;color:#000!important;background:#fff!important}' +
  '._skip:not(:focus){translate:0 -999px!important}';

/**
 * On paper nothing moves, plays or is pressed, headings stay with what follows them, and nothing small is cut in two
 * (CSS Paged Media 3, `break-after` and `break-inside`).
 */
const printRule =
  '@media print{*,::before,::after{animation:none!important;transition:none!important}nav,video,iframe,dialog,._skip{display:none!important}' +
  'h1,h2,h3,h4{break-after:avoid}img,figure,tr,blockquote{break-inside:avoid}}';

/** The rules that every published page has besides its parts'. */
export const rulesEverywhere = (skip: string): string => (skip === '' ? '' : skipRule) + printRule;
