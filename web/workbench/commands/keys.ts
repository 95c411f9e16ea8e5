import { inject, Injectable, Injector, runInInjectionContext } from '@angular/core';
import { parentOf } from '@core/document/tree';
import { pileAt } from '@core/geometry/paint-order';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { EditorOnly } from '../state/editor-only';
import { ledgerGroups, LedgerState } from '../state/ledger-state';
import { Requests } from '../state/requests';
import { Dialogs } from '../state/dialogs';
import { Commands } from './commands';
import { WrapCommands } from './wrap-commands';
import { Clipboard } from './clipboard';
import { Leaves } from '../state/leaves';
import { isElement } from '../../theme/from-event';

interface Command {
  readonly keys: string;
  readonly says: string;
  readonly run: () => void;
}

const arrows: Readonly<Record<string, string>> = { ArrowUp: '↑', ArrowDown: '↓', ArrowLeft: '←', ArrowRight: '→' };
const onMac = /mac/i.test(navigator.platform);

/** Keys as people read them on their keyboard: arrows as arrows, and on a Mac its own words. */
export function arrowed(keys: string, mac = onMac): string {
  const drawn = keys.replace(/Arrow(?:Up|Down|Left|Right)/g, (key) => arrows[key]!);
  return mac ? drawn.replace('Ctrl', 'Cmd').replace('Alt', 'Option') : drawn;
}

/** The key itself: with Alt held by its place, since on a Mac Alt types other letters. */
function keyOf({ key, code, altKey }: KeyboardEvent): string {
  const placed = altKey ? /^(?:Key([A-Z])|Digit(\d))$/.exec(code) : null;
  if (placed) return placed[1] ?? placed[2]!;
  return key === ' ' ? 'Space' : key.length === 1 ? key.toUpperCase() : key;
}

/** A keyboard event as it is written in the list: `Ctrl+Shift+Z`. */
export function written(event: KeyboardEvent): string {
  const shifted = event.shiftKey && (event.altKey || event.key.length > 1 || /[A-Z]/i.test(event.key));
  return [event.ctrlKey || event.metaKey ? 'Ctrl' : '', event.altKey ? 'Alt' : '', shifted ? 'Shift' : '', keyOf(event)]
    .filter((part) => part !== '')
    .join('+');
}

/** Every command with its key; the list under `?` is made from it. */
@Injectable()
export class Keys {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly editorOnly = inject(EditorOnly);
  private readonly ledgerState = inject(LedgerState);
  private readonly requests = inject(Requests);
  private readonly dialogs = inject(Dialogs);
  private readonly commands = inject(Commands);
  private readonly wrapping = inject(WrapCommands);
  private readonly injector = inject(Injector);
  private readonly clipboard = inject(Clipboard);
  private readonly leaves = inject(Leaves);

  readonly list: readonly Command[] = [
    { keys: 'Ctrl+Z', says: 'Undo', run: () => this.session.undo() },
    { keys: 'Ctrl+Shift+Z', says: 'Redo', run: () => this.session.redo() },
    { keys: 'Enter', says: 'Write in the selected text', run: () => this.commands.write() },
    { keys: 'Escape', says: 'Select parent', run: () => this.selectParent() },
    { keys: 'Delete', says: 'Delete the selection', run: () => this.commands.remove() },
    { keys: 'Backspace', says: 'Delete the selection, too', run: () => this.commands.remove() },
    { keys: 'Alt+Shift+D', says: 'Duplicate the selection', run: () => this.commands.duplicate() },
    { keys: 'Alt+Shift+W', says: 'Wrap the selection in a container', run: () => this.wrapping.wrap() },
    { keys: 'Alt+Shift+U', says: 'Unwrap: take the box away, keep what it holds', run: () => this.wrapping.unwrap() },
    { keys: 'Alt+Shift+H', says: 'Hide or show the selection at this breakpoint', run: () => this.hide() },
    {
      keys: 'Alt+Shift+K',
      says: 'Switch the selection off everywhere, and keep it; or on again',
      run: () => this.commands.toggleOff(),
    },
    {
      keys: 'Alt+Shift+L',
      says: 'Lock the selection against clicks, or unlock it',
      run: () => this.editorOnly.toggleLocked(),
    },
    {
      keys: 'Alt+Shift+O',
      says: 'Take the selection out of sight in the editor, or bring it back',
      run: () => this.editorOnly.toggleHidden(),
    },
    {
      keys: 'Alt+Shift+V',
      says: 'Paste the style alone of what was copied',
      run: () => void this.clipboard.pasteStyle(),
    },
    {
      keys: 'Alt+Shift+P',
      says: 'Plan the page: lay a skeleton of sections',
      run: () => this.dialogs.open('plan'),
    },
    {
      keys: 'Alt+Shift+S',
      says: 'Ready-made sections, and those this site keeps',
      run: () => this.dialogs.open('sections'),
    },
    {
      keys: 'Alt+Shift+N',
      says: 'Unroll the leaves to the height of their pages, or roll them up',
      run: () => this.spread.unrolled.update((unrolled) => !unrolled),
    },
    {
      keys: 'Alt+Shift+R',
      says: 'Refit: propose overrides for the smaller screens',
      run: () => this.dialogs.open('refit'),
    },
    {
      keys: 'Alt+Shift+Y',
      says: 'The table of all values set on this page’s parts',
      run: () => this.dialogs.open('values'),
    },
    {
      keys: 'Alt+Shift+C',
      says: 'The classes of this site, and those of the selection',
      run: () => this.dialogs.open('classes'),
    },
    {
      keys: 'Alt+Shift+X',
      says: 'The tokens of this site, and the contrast of its colours',
      run: () => this.dialogs.open('tokens'),
    },
    {
      keys: 'Alt+Shift+E',
      says: 'The looks of this site: save one, apply another',
      run: () => this.dialogs.open('looks'),
    },
    {
      keys: 'Alt+Shift+Q',
      says: 'Show the page as visitors see it who prefer dark pages',
      run: () => this.spread.dark.update((dark) => !dark && this.spread.hasDark()),
    },
    { keys: 'Alt+Shift+J', says: 'Where the selection leads: a link', run: () => void this.link() },
    { keys: 'Alt+Shift+G', says: 'The breakpoints of this site', run: () => this.dialogs.open('breakpoints') },
    { keys: 'Alt+Shift+M', says: 'The menu of the selection, and what lies there', run: () => this.menu() },
    {
      keys: 'Alt+Shift+ArrowUp',
      says: 'Move the selection before the previous part',
      run: () => this.commands.step('before'),
    },
    {
      keys: 'Alt+Shift+ArrowDown',
      says: 'Move the selection after the next part',
      run: () => this.commands.step('after'),
    },
    {
      keys: 'Alt+Shift+ArrowRight',
      says: 'Move the selection into the box before it',
      run: () => this.commands.step('in'),
    },
    { keys: 'Alt+Shift+ArrowLeft', says: 'Move the selection out of its box', run: () => this.commands.step('out') },
    {
      keys: 'Alt+Shift+F',
      says: 'Find a part to add',
      run: () => document.querySelector<HTMLElement>('[data-parts-search]')?.focus(),
    },
    { keys: '?', says: 'Show this list', run: () => this.dialogs.open('keys') },
    { keys: 'Alt+Shift+PageUp', says: 'Ledger: the group before', run: () => this.ledgerState.step(-1) },
    { keys: 'Alt+Shift+PageDown', says: 'Ledger: the next group', run: () => this.ledgerState.step(1) },
    ...ledgerGroups.flatMap(({ id, word, digit }) =>
      digit === undefined
        ? []
        : { keys: `Alt+Shift+${digit}`, says: `Ledger: ${word}`, run: () => this.ledgerState.group.set(id) },
    ),
  ];

  /** Runs the command of a key press that no field claims; says whether there was one. */
  handle(event: KeyboardEvent): boolean {
    if (event.defaultPrevented || this.isTyping(event) || this.isChoosing(event)) return false;
    const keys = written(event);
    const command = this.list.find((one) => one.keys === keys);
    if (!command) return false;
    if ((keys === 'Enter' || keys === 'Escape') && this.isControl(event)) return false;
    event.preventDefault();
    command.run();
    return true;
  }

  private isTyping(event: KeyboardEvent): boolean {
    const fields = 'input:not([type=checkbox]), textarea, select, [contenteditable]';
    const { target, key, altKey, ctrlKey, metaKey } = event;
    if (!isElement(target)) return false;
    // a press on an empty box leads to the search for parts: these keys still mean the box
    const isEmptySearch = target instanceof HTMLInputElement && target.type === 'search' && target.value === '';
    const isCommand = altKey || ctrlKey || metaKey || key === 'Delete' || key === 'Backspace';
    return target.closest(fields) !== null && !(isEmptySearch && isCommand);
  }

  /** A list of choices takes every key without a modifier for itself. */
  private isChoosing({ target, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
    return isElement(target) && target.closest('[role=combobox]') !== null && !ctrlKey && !metaKey && !altKey;
  }

  private isControl(event: KeyboardEvent): boolean {
    const { target } = event;
    if (!isElement(target) || target.ownerDocument !== document) return false;
    return target.closest('button, a, [role=dialog], [role=menu], [role=tab]') !== null;
  }

  /** Asks where the selection is to lead; what asks is loaded with the first. */
  private async link(): Promise<void> {
    const loaded = await latePiece(this.session.notices, () => import('./link-commands'));
    if (loaded) await runInInjectionContext(this.injector, () => new loaded.LinkCommands()).open();
  }

  /** Opens the menu at the middle of the selection, with what lies there. */
  private menu(): void {
    const id = this.selection.selected()?.id;
    const view = this.leaves.view(this.selection.active());
    const box = id === undefined ? undefined : view?.element(id)?.getBoundingClientRect();
    const rect = view?.document?.defaultView?.frameElement?.getBoundingClientRect();
    if (!box || !rect || !view) return;
    const at = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    const page = this.leaves.at(this.selection.active(), at);
    this.requests.menus.next({
      x: rect.left + at.x * view.scale(),
      y: rect.top + at.y * view.scale(),
      pile: page ? pileAt(page, at) : [],
    });
  }

  private hide(): void {
    for (const id of this.selection.all()) this.commands.toggleShown(id, this.selection.active());
  }

  private selectParent(): void {
    const chosen = this.selection.selected();
    if (chosen) this.selection.select(parentOf(chosen.page, chosen.id));
  }
}
