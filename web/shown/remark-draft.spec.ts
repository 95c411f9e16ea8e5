import { RemarkDraft, type Draft } from './remark-draft';

describe('The draft of a remark', () => {
  const draft: Draft = {
    words: 'Is this the right date? 日付は？',
    by: 'Ines',
    picked: { fold: true, is: 'picked', page: 'home', width: 390, part: 'title', x: 0.5, y: 0.25 },
  };
  afterEach(() => sessionStorage.clear());

  it('is kept by link until it is sent', () => {
    expect(new RemarkDraft('one').write(draft)).toBeTrue();
    expect(new RemarkDraft('one').read()).toEqual(draft);
    expect(new RemarkDraft('other').read()).toBeUndefined();
    new RemarkDraft('one').write(undefined);
    expect(new RemarkDraft('one').read()).toBeUndefined();
  });

  it('is none where something else is in its place, and says where it does not fit', () => {
    sessionStorage.setItem('fold remark one', '{"words":');
    expect(new RemarkDraft('one').read()).toBeUndefined();
    sessionStorage.setItem('fold remark one', JSON.stringify({ ...draft, picked: null }));
    expect(new RemarkDraft('one').read()).toBeUndefined();
    expect(new RemarkDraft('one').write({ ...draft, words: 'x'.repeat(6_000_000) })).toBeFalse();
  });
});
