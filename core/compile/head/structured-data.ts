import type { Page } from '../../document/page';
import { languageOf } from '../../document/language';
import { titleOf } from '../../document/page';
import { isSample } from '../../document/ready-made/samples';
import type { Site } from '../../document/site';
import { inPlain } from '../../document/text/words';
import { subtree } from '../../document/tree';

/** What ends a question, in the scripts that have a mark of their own for it (Unicode, chapter 6.2). */
const asks = /[?？؟;⸮՞፧]\s*$/u;

const wordsOf = (page: Page, id: string): string => inPlain(page.parts[id]!.content.base['text']).trim();

/** The questions a page answers: items that open, whose title asks and that say something. */
function questionsOf(page: Page): { readonly question: string; readonly answer: string }[] {
  return subtree(page, page.root)
    .filter((id) => page.parts[id]!.tag === 'details' && asks.test(wordsOf(page, id)))
    .map((id) => ({
      question: wordsOf(page, id),
      answer: subtree(page, id)
        .slice(1)
        .map((one) => wordsOf(page, one))
        .filter((words) => words !== '' && !isSample(words))
        .join('\n'),
    }))
    .filter(({ answer }) => answer !== '');
}

/** As many as make a list of questions, and not one that a page asks its reader. */
const fewestQuestions = 2;

type Thing = Readonly<Record<string, unknown>>;

/** What a page is to search engines, in the words of schema.org, as far as its content says it. */
export function structuredData(site: Site, page: Page, address: string): Thing[] {
  const language = { inLanguage: languageOf(site, page) };
  const things: Thing[] = [];
  if (page.path === '/') things.push({ '@type': 'WebSite', name: site.name, url: address, ...language });
  const questions = questionsOf(page);
  if (questions.length >= fewestQuestions)
    things.push({
      ...{ '@type': 'FAQPage', name: titleOf(page), url: address, ...language },
      mainEntity: questions.map(({ question, answer }) => ({
        ...{ '@type': 'Question', name: question },
        acceptedAnswer: { '@type': 'Answer', text: answer },
      })),
    });
  return things;
}

/** The same as an element of the head (JSON-LD 1.1, section 7); nothing where the content says nothing. */
export function jsonLd(site: Site, page: Page, address: string): string {
  const things = structuredData(site, page, address);
  if (things.length === 0) return '';
  const one = things.length === 1 ? things[0] : { '@graph': things };
  // no text of it can end the element (JSON-LD 1.1, section 7.2)
  const text = JSON.stringify({ '@context': 'https://schema.org', ...one }).replace(/[<>&\u2028\u2029]/g, escaped);
  return `<script type="application/ld+json">${text}</script>`;
}

const escaped = (letter: string): string => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`;
