import { provideZonelessChangeDetection, type Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { PageSession } from '../../services/page-session';
import { Dialogs } from '../state/dialogs';
import { EditorOnly } from '../state/editor-only';
import { LedgerState } from '../state/ledger-state';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { Clipboard } from './clipboard';
import { Commands } from './commands';
import { arrowed, Keys, written } from './keys';
import { Leaves } from '../state/leaves';
import { WrapCommands } from './wrap-commands';

/** What keys act on, none of which these specs look at. */
const others = (): Provider[] =>
  [
    ...[PageSession, Selection, SpreadState, EditorOnly, LedgerState, Requests, Dialogs],
    ...[Commands, WrapCommands, Clipboard, Leaves],
  ].map((provide) => ({ provide, useValue: {} }));

describe('Keys', () => {
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
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), Keys, ...others()],
    });
    for (const { keys } of TestBed.inject(Keys).list)
      expect(keys).toMatch(
        /^(Ctrl\+)?(Alt\+)?(Shift\+)?([A-Z0-9/?]|Enter|Escape|Delete|F2|Page(Up|Down)|Arrow(Up|Down|Left|Right))$/,
      );
  });

  // Common practice: what Chromium, Firefox and Safari keep for themselves on Windows, macOS and Linux, from their
  // lists of shortcuts (from memory).
  it('are none that a browser or system keeps: no Alt with a letter, digit or side arrow, which open menus, go back or change tabs', () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), Keys, ...others()],
    });
    const kept = [
      /^Alt\+[A-Z0-9]$/,
      /^Alt\+Arrow(Left|Right)$/,
      /^Alt\+Shift\+[ABIT]$/,
      /^Ctrl\+[NTWLKREDFGHJOPSU]$/,
      /^Ctrl\+Shift\+[NTWIJCBOPKDR]$/,
      /^\/$/,
      /^F(1|3|5|6|7|11|12)$/,
    ];
    for (const { keys } of TestBed.inject(Keys).list)
      expect(kept.filter((one) => one.test(keys)))
        .withContext(keys)
        .toEqual([]);
  });

  it('each belong to one command, which runs; typing is left alone', () => {
    const calls: string[] = [];
    const session = { undo: () => calls.push('undo'), redo: () => calls.push('redo') };
    const commands = { remove: () => calls.push('remove'), duplicate: () => calls.push('duplicate') };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        Keys,
        ...others(),
        { provide: PageSession, useValue: session },
        { provide: Commands, useValue: commands },
      ],
    });
    const keys = TestBed.inject(Keys);
    const all = keys.list.map((command) => command.keys);
    expect(new Set(all).size).toBe(all.length);
    expect(keys.handle(press('z', { ctrlKey: true }))).toBeTrue();
    expect(keys.handle(press('Delete'))).toBeTrue();
    expect(keys.handle(press('D', { altKey: true, shiftKey: true, code: 'KeyD' }))).toBeTrue();
    expect(keys.handle(press('q'))).toBeFalse();
    const field = document.createElement('input');
    document.body.append(field);
    field.addEventListener('keydown', (event) => expect(keys.handle(event)).toBeFalse());
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete', bubbles: true }));
    field.remove();
    expect(calls).toEqual(['undo', 'remove', 'duplicate']);
  });
});
