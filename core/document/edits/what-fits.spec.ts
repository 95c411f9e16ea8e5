import { blankPage, type Page } from '../page';
import { blankSite, type Site } from '../site';
import { plainPart } from '../testing/plain-part';
import { classFrom, deleteClass, valuesAlike } from '../commands/look/classes';
import { applyBatch } from './batch';
import { whatFits } from './what-fits';

describe('Of edits, what still fits', () => {
  const site: Site = blankSite('s', 'S', 'site');
  const blank = blankPage('p', 'Page', '/');
  const style = { wide: { normal: { color: 'grey', 'padding-top': '4px' } } };
  const page: Page = {
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: plainPart('section', 'section', { style }),
    },
  };

  it('is all of them where they fit as a whole', () => {
    const edits = classFrom(site, page, ['s'], 'quiet', valuesAlike(page, ['s'])).edits;
    expect(whatFits({ site, page }, edits)).toEqual({ fits: edits });
    expect(whatFits({ site, page }, [])).toEqual({ fits: [] });
  });

  it('is what leads a part’s values back, though somebody deleted the class they had gone to', () => {
    const made = classFrom(site, page, ['s'], 'quiet', valuesAlike(page, ['s']));
    const after = applyBatch({ site, page }, made.edits);
    const deleted = applyBatch(after, deleteClass(made.id));
    const { fits, problem } = whatFits(deleted, after.inverses);
    expect(problem).toBe('The site has no such class.');
    const back = applyBatch(deleted, fits);
    expect(back.page).toEqual(page);
    expect(back.site).toEqual(site);
  });
});
