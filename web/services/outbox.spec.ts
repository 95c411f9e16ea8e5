import { nanoid } from 'nanoid';
import { Outbox, type Waiting } from './outbox';

describe('The outbox', () => {
  const outbox = new Outbox();
  let page: string;
  const waiting = (order: number, words = 'New'): Waiting => ({
    ...{ id: nanoid(), page, order },
    edits: [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: words }],
  });
  const keys = (): string[] => Object.keys(localStorage).filter((key) => key.startsWith('fold-waiting '));
  beforeEach(() => (page = nanoid()));
  afterEach(() => keys().forEach((key) => localStorage.removeItem(key)));

  it('gives what was kept at once when the page was left, in order with the rest, and each once', async () => {
    const [first, second, third] = [waiting(1), waiting(2, 'ひらがな \u{1F6F6}'), waiting(3)];
    await outbox.keep(first);
    expect(outbox.keepNow([third, second])).toBeTrue();
    await outbox.keep(third); // the tab was only hidden
    expect(await outbox.waitingFor(page)).toEqual([first, second, third]);
    expect(await outbox.waitingFor(page)).toEqual([first, second, third]);
    expect(keys()).toEqual([]);
  });

  it('gives nothing of other pages, nor what the server has stored or refused', async () => {
    const [stored, refused] = [waiting(1), waiting(2)];
    outbox.keepNow([stored, refused]);
    await outbox.drop(stored.id);
    await outbox.refuse(refused, 'It is gone.');
    outbox.keepNow([{ ...waiting(3), page: 'another' }]);
    expect(await outbox.waitingFor(page)).toEqual([]);
  });

  it('says that the storage is full, and passes over what is no edit', async () => {
    expect(outbox.keepNow([waiting(1, 'x'.repeat(6_000_000))])).toBeFalse();
    localStorage.setItem('fold-waiting odd', '{"page":');
    expect(await outbox.waitingFor(page)).toEqual([]);
    expect(keys()).toEqual([]);
  });
});
