import { tidewick, home } from '../../../demo/tidewick';
import { fares } from '../../../demo/tidewick-pages';
import { readyPages, pageFrom } from '../../document/ready-made/ready-pages';
import type { Page } from '../../document/page';
import { compile, plainFiles } from '../compile';

// schema.org: WebSite, FAQPage, Question, Answer (from memory); JSON-LD 1.1, section 7.
describe('What a page is to search engines', () => {
  const saidOf = (page: Page, canonical?: string): unknown => {
    const { html } = compile(tidewick, page, { ...plainFiles, ...(canonical !== undefined && { canonical }) });
    const found = new DOMParser()
      .parseFromString(html, 'text/html')
      .querySelector('script[type="application/ld+json"]');
    return found ? JSON.parse(found.textContent ?? '') : undefined;
  };
  const questions = readyPages.find((one) => one.id === 'questions')!;
  const asAdded = pageFrom(tidewick, questions, { id: 'questions', title: 'Questions', path: '/questions' });
  /** The same page with answers that are not samples. */
  const page: Page = {
    ...asAdded,
    parts: Object.fromEntries(
      Object.entries(asAdded.parts).map(([id, part]) => [
        id,
        part.kind === 'text'
          ? { ...part, content: { base: { text: `At the quay, from nine o’clock (${id}).` } } }
          : part,
      ]),
    ),
  };

  it('is said of the home page, and of one that answers questions', () => {
    expect(saidOf(home, 'https://ferries.example/')).toEqual({
      '@context': 'https://schema.org',
      ...{ '@type': 'WebSite', name: 'Tidewick Ferries', url: 'https://ferries.example/', inLanguage: 'en' },
    });
    const said = saidOf(page, 'https://ferries.example/questions') as {
      '@type': string;
      mainEntity: { name: string; acceptedAnswer: { '@type': string; text: string } }[];
    };
    expect(said['@type']).toBe('FAQPage');
    expect(said.mainEntity.length).toBeGreaterThan(1);
    for (const { name, acceptedAnswer } of said.mainEntity)
      expect([name.endsWith('?'), acceptedAnswer['@type'], acceptedAnswer.text.length > 0]).toEqual([
        true,
        'Answer',
        true,
      ]);
  });

  it('is not said where the content does not say it, or the address is not known', () => {
    expect(saidOf(fares, 'https://ferries.example/fares')).toBeUndefined();
    expect(saidOf(page)).toBeUndefined();
    expect(saidOf(asAdded, 'https://ferries.example/questions'))
      .withContext('answers as they were added')
      .toBeUndefined();
  });

  it('ends no element, whatever is written', () => {
    const parts = Object.fromEntries(
      Object.entries(page.parts).map(([id, part]) => [
        id,
        part.kind === 'disclosure'
          ? {
              ...part,
              content: { base: { ...part.content.base, text: '</script><script>alert(1)</script> & so on?' } },
            }
          : part,
      ]),
    );
    const { html } = compile(tidewick, { ...page, parts }, { ...plainFiles, canonical: 'https://a.example/questions' });
    const document = new DOMParser().parseFromString(html, 'text/html');
    expect(document.querySelectorAll('script').length).toBe(1);
    expect(document.querySelector('script')!.textContent).toContain('\\u003c/script');
  });
});
