import fc from 'fast-check';
import { peopleAfter, type Present } from './people';

const someone = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
  name: fc.constantFrom('Ada', 'Ben', 'Čenda', 'عمر'),
  own: fc.boolean(),
  at: fc.array(fc.constantFrom('hero', 'fares'), { maxLength: 2 }),
});
const everybody = fc.uniqueArray(someone, { selector: (one) => one.id });
const sorted = (people: readonly Present[]): readonly Present[] => peopleAfter([], { whole: true, people, left: [] });

describe('Who has a page open', () => {
  it('is the same by changes, one after the other, as by a whole list (property)', () => {
    fc.assert(
      fc.property(fc.array(everybody, { minLength: 1 }), (lists) => {
        let [shown, before]: (readonly Present[])[] = [[], []];
        for (const [index, now] of lists.entries()) {
          const left = before!.map((one) => one.id).filter((id) => !now.some((one) => one.id === id));
          const people = now.filter((one) => !before!.includes(one));
          shown = peopleAfter(
            shown!,
            index === 0 ? { whole: true, people: now, left: [] } : { whole: false, people, left },
          );
          before = now;
          expect(shown).toEqual(sorted(now));
        }
      }),
    );
  });
});
