import { Drafts } from './drafts';

describe('Drafts', () => {
  it('are committed until they end, also where one ends another', () => {
    const drafts = new Drafts();
    const done: string[] = [];
    const endFirst = drafts.begin(() => {
      done.push('first');
      endFirst();
      endSecond();
    });
    const endSecond = drafts.begin(() => done.push('second'));
    expect(drafts.any()).toBeTrue();
    drafts.commit();
    drafts.commit();
    expect(done).toEqual(['first']);
    expect(drafts.any()).toBeFalse();
  });

  it('count as unsaved unless it is said otherwise', () => {
    const drafts = new Drafts();
    let done = 0;
    drafts.begin(() => done++, false);
    expect(drafts.any()).toBeFalse();
    drafts.commit();
    expect(done).toBe(1);
  });
});
