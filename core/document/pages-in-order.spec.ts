import fc from 'fast-check';
import { pageMoved, pagesInOrder, placesMoved } from './pages-in-order';

const pages = [
  '/',
  '/404',
  '/boats',
  '/boats/sandling',
  '/boats/sandling/deck',
  '/fares',
  '/islands/kelder',
  '/news',
].map((path) => ({ id: path === '/' ? 'home' : path.slice(1).replaceAll('/', '-'), path }));
const drawn = (arranged: readonly string[] = []): string[] =>
  pagesInOrder(pages, arranged).map(({ id, depth }) => '·'.repeat(depth) + id);

describe('The pages of a site in order', () => {
  it('are a tree by their paths, the page that is not found last', () => {
    expect(drawn()).toEqual([
      ...['home', 'boats', '·boats-sandling', '··boats-sandling-deck', 'fares', 'islands-kelder', 'news', '404'],
    ]);
  });
  it('stand as they were arranged, new ones after those, each with what stands below it', () => {
    expect(drawn(['news', 'boats', 'home'])).toEqual([
      ...['news', 'boats', '·boats-sandling', '··boats-sandling-deck', 'home', 'fares', 'islands-kelder', '404'],
    ]);
    expect(drawn(['gone', '404', 'fares'])[0]).toBe('fares');
  });
  it('move past one another with what stands below them, and no further than there are', () => {
    const moved = pageMoved(pages, [], 'fares', -1)!;
    expect(drawn(moved)).toEqual([
      ...['home', 'fares', 'boats', '·boats-sandling', '··boats-sandling-deck', 'islands-kelder', 'news', '404'],
    ]);
    expect(drawn(pageMoved(pages, moved, 'fares', -9)!)[0]).toBe('fares');
    expect(pageMoved(pages, [], 'home', -1)).toBeUndefined();
    expect(pageMoved(pages, [], 'news', 1)).toBeUndefined(); // the last before what is not found
    expect(pageMoved(pages, [], 'boats-sandling', 1)).toBeUndefined();
    expect(pageMoved(pages, [], 'gone', 1)).toBeUndefined();
    expect(pageMoved(pages, [], '404', -1)).toBeUndefined();
  });
  it('stand where they stood when one that was deleted comes back, though others have moved meanwhile', () => {
    const before = ['fares', 'boats', 'home'];
    const without = pages.filter((one) => one.id !== 'boats');
    const after = pageMoved(without, before, 'home', -1)!;
    expect(
      pagesInOrder(without, after)
        .map((one) => one.id)
        .slice(0, 2),
    ).toEqual(['home', 'fares']);
    const top = pagesInOrder(pages, after).filter((one) => one.depth === 0);
    expect(top.map((one) => one.id).slice(0, 3)).toEqual(['home', 'fares', 'boats']);
  });
  it('are dropped on a row among those side by side with them', () => {
    expect(placesMoved(pages, [], 'fares', 1)).toBe(-1); // above boats and all below it
    expect(placesMoved(pages, [], 'fares', 3)).toBe(0); // inside boats
    expect(placesMoved(pages, [], 'boats', 5)).toBe(2);
    expect(placesMoved(pages, [], 'boats-sandling', 6)).toBe(0);
  });
  it('are all there whatever is asked', () => {
    const ids = pages.map((one) => one.id);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...ids, 'gone']),
        fc.constantFrom(...ids),
        fc.integer({ min: -9, max: 9 }),
        (arranged, id, by) => {
          const after = pageMoved(pages, arranged, id, by);
          const rows = pagesInOrder(pages, after ?? arranged).map((one) => one.id);
          expect(rows.toSorted()).toEqual(ids.toSorted());
          expect(rows.at(-1)).toBe('404');
          // moved back as far as it went, everything stands as before
          if (!after) return;
          const before = pagesInOrder(pages, arranged).map((one) => one.id);
          const back = Array.from({ length: 18 }, (_, at) => at - 9).some((steps) => {
            const again = pageMoved(pages, after, id, steps);
            return (
              again &&
              pagesInOrder(pages, again)
                .map((one) => one.id)
                .join() === before.join()
            );
          });
          expect(back).toBeTrue();
        },
      ),
    );
  });
});
