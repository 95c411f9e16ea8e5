/** Languages a site is offered, by BCP 47; the names are the browser's own. */
const tags = [
  ...['en', 'de', 'fr', 'es', 'pt', 'it', 'nl', 'da', 'sv', 'nb', 'fi', 'is', 'ga', 'cy', 'pl', 'cs', 'sk', 'hu', 'ro'],
  ...[
    'bg',
    'el',
    'hr',
    'sl',
    'sr',
    'et',
    'lv',
    'lt',
    'uk',
    'ru',
    'tr',
    'ar',
    'he',
    'fa',
    'hi',
    'ja',
    'ko',
    'zh',
    'vi',
    'id',
  ],
];

const names = new Intl.DisplayNames(['en'], { type: 'language' });

export const languages = tags
  .map((tag) => ({ tag, word: names.of(tag) ?? tag }))
  .sort((a, b) => a.word.localeCompare(b.word));
