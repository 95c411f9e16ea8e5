import { Drafts } from '../../services/drafts';
import { TypingRhythm } from './typing-rhythm';

describe('The rhythm of storing what is typed', () => {
  let drafts: Drafts;
  let rhythm: TypingRhythm;
  let stored: number;
  let isBusy: boolean;

  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate();
    drafts = new Drafts();
    [stored, isBusy] = [0, false];
    const store = (): void => {
      stored++;
      rhythm.stored();
    };
    rhythm = new TypingRhythm(drafts, store, () => isBusy);
  });
  afterEach(() => jasmine.clock().uninstall());
  /** Types keys, each so many ms after the one before. */
  const type = (keys: number, every: number): void => {
    for (let key = 0; key < keys; key++) {
      rhythm.typed();
      jasmine.clock().tick(every);
    }
  };

  it('stores after a pause, once', () => {
    type(1, 149);
    expect([stored, drafts.any()]).toEqual([0, true]);
    jasmine.clock().tick(1);
    expect([stored, drafts.any()]).toEqual([1, false]);
    jasmine.clock().tick(1000);
    expect(stored).toBe(1);
  });

  it('stores at least every 300 ms while typing goes on', () => {
    for (let second = 1; second <= 5; second++) {
      type(20, 50);
      expect(stored).toBeGreaterThanOrEqual(second * 3);
    }
  });

  it('waits while a word is composed, but not when the page is left', () => {
    isBusy = true;
    type(10, 60);
    expect([stored, drafts.any()]).toEqual([0, true]);
    drafts.commit();
    expect([stored, drafts.any()]).toEqual([1, false]);
    rhythm.typed();
    isBusy = false;
    jasmine.clock().tick(300);
    expect(stored).toBe(2);
  });
});
