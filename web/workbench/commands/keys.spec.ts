import { TestBed } from '@angular/core/testing';
import { Selection } from '../state/selection';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { arrowed, Keys, written } from './keys';

describe('Keys', () => {
  let session: LocalSession;
  let keys: Keys;
  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'heading' }, { kind: 'text' }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    keys = TestBed.inject(Keys);
  });

  const press = (key: string, held: Partial<KeyboardEventInit> = {}): KeyboardEvent =>
    new KeyboardEvent('keydown', { key, cancelable: true, ...held });

  it('are written as the list shows them', () => {
    expect(written(press('z', { ctrlKey: true }))).toBe('Ctrl+Z');
    expect(written(press('Z', { metaKey: true, shiftKey: true }))).toBe('Ctrl+Shift+Z');
    expect(written(press('ArrowUp', { altKey: true }))).toBe('Alt+ArrowUp');
    // as a Mac types it
    expect(written(press('Î', { altKey: true, shiftKey: true, code: 'KeyD' }))).toBe('Alt+Shift+D');
    expect(written(press('°', { altKey: true, shiftKey: true, code: 'Digit8' }))).toBe('Alt+Shift+8');
    expect(written(press('?', { shiftKey: true }))).toBe('?');
    expect(written(press('/'))).toBe('/');
    expect(['Alt+ArrowUp', 'Shift+ArrowLeft', 'Ctrl+Z'].map((one) => arrowed(one, false))).toEqual([
      'Alt+↑',
      'Shift+←',
      'Ctrl+Z',
    ]);
    expect(arrowed('Alt+Shift+ArrowUp', true)).toBe('Option+Shift+↑');
  });

  it('can all be pressed: one character or a named key after what is held', () => {
    for (const command of keys.list)
      expect(command.keys).toMatch(
        /^(Ctrl\+)?(Alt\+)?(Shift\+)?([A-Z0-9/?]|Enter|Escape|Delete|Backspace|F2|Page(Up|Down)|Arrow(Up|Down|Left|Right))$/,
      );
  });

  // Common practice: what Chromium, Firefox and Safari keep for themselves on Windows, macOS and Linux, from their
  // lists of shortcuts (from memory).
  it('are none that a browser or system keeps: no Alt with a letter, digit or side arrow, which open menus, go back or change tabs', () => {
    const kept = [
      /^Alt\+[A-Z0-9]$/,
      /^Alt\+Arrow(Left|Right)$/,
      /^Alt\+Shift\+[ABIT]$/,
      /^Ctrl\+[NTWLKREDFGHJOPSU]$/,
      /^Ctrl\+Shift\+[NTWIJCBOPKDR]$/,
      /^\/$/,
      /^F(1|3|5|6|7|11|12)$/,
    ];
    for (const command of keys.list)
      expect(kept.filter((one) => one.test(command.keys)))
        .withContext(command.keys)
        .toEqual([]);
  });

  it('each belong to one command, which runs; typing is left alone', () => {
    const all = keys.list.map((command) => command.keys);
    expect(new Set(all).size).toBe(all.length);
    const kinds = (): string[] => Object.values(session.page()!.parts).map((part) => part.kind);
    const before = kinds();
    const selection = TestBed.inject(Selection);
    selection.select('heading');
    expect(keys.handle(press('Delete'))).toBeTrue();
    expect(kinds()).not.toContain('heading');
    expect(keys.handle(press('z', { ctrlKey: true }))).toBeTrue();
    expect(kinds().sort()).toEqual([...before].sort());
    selection.select('heading');
    expect(keys.handle(press('D', { altKey: true, shiftKey: true, code: 'KeyD' }))).toBeTrue();
    expect(kinds().filter((kind) => kind === 'heading').length).toBe(2);
    expect(keys.handle(press('q'))).toBeFalse();
    expect(keys.handle(press('Backspace'))).toBeTrue();
    expect(kinds().filter((kind) => kind === 'heading').length).toBe(1);
    expect(keys.handle(press('z', { ctrlKey: true }))).toBeTrue();
    const field = document.createElement('input');
    document.body.append(field);
    field.addEventListener('keydown', (event) => expect(keys.handle(event)).toBeFalse());
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete', bubbles: true }));
    field.remove();
    expect(kinds().filter((kind) => kind === 'heading').length).toBe(2);
  });

  it('mean the selection and the page in an empty search, and the text in one that is not', () => {
    const search = Object.assign(document.createElement('input'), { type: 'search' });
    document.body.append(search);
    const handled: boolean[] = [];
    search.addEventListener('keydown', (event) => handled.push(keys.handle(event)));
    TestBed.inject(Selection).select('heading');
    const press = (value: string, key: KeyboardEventInit): void => {
      search.value = value;
      search.dispatchEvent(new KeyboardEvent('keydown', { ...key, bubbles: true, cancelable: true }));
    };
    for (const value of ['hea', '']) press(value, { key: 'Backspace' });
    expect(Object.keys(session.page()!.parts)).not.toContain('heading');
    for (const value of ['hea', '']) press(value, { key: 'z', ctrlKey: true });
    search.remove();
    expect(handled).toEqual([false, true, false, true]);
  });
});
