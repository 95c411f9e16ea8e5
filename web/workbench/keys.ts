import { inject, Injectable } from '@angular/core';
import { parentOf } from '@core/document/tree';
import { pileAt } from '@core/geometry/paint-order';
import { Bench, type LedgerGroup } from './bench';
import { Clipboard } from './clipboard';
import { Leaves } from './leaves';

interface Command {
  readonly keys: string;
  readonly says: string;
  readonly run: () => void;
}

export const ledgerGroups: readonly { readonly id: LedgerGroup; readonly word: string }[] = [
  { id: 'flow', word: 'Flow' },
  { id: 'box', word: 'Box' },
  { id: 'space', word: 'Space' },
  { id: 'place', word: 'Place' },
  { id: 'type', word: 'Type' },
  { id: 'fill', word: 'Fill' },
  { id: 'edge', word: 'Edge' },
  { id: 'content', word: 'Content' },
  { id: 'screen', word: 'First screen' },
  { id: 'findings', word: 'Findings' },
];

const arrows: Readonly<Record<string, string>> = { ArrowUp: '↑', ArrowDown: '↓', ArrowLeft: '←', ArrowRight: '→' };

/** Keys as people read them: arrows as arrows. */
export const arrowed = (keys: string): string => keys.replace(/Arrow(?:Up|Down|Left|Right)/g, (key) => arrows[key]!);

/** A keyboard event as it is written in the list: `Ctrl+Shift+Z`. */
export function written(event: KeyboardEvent): string {
  const key = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const shifted = event.shiftKey && (event.key.length > 1 || /[A-Z]/i.test(event.key));
  return [event.ctrlKey || event.metaKey ? 'Ctrl' : '', event.altKey ? 'Alt' : '', shifted ? 'Shift' : '', key]
    .filter((part) => part !== '')
    .join('+');
}

/** Every command with its key; the list under `?` is made from it. */
@Injectable()
export class Keys {
  private readonly bench = inject(Bench);
  private readonly clipboard = inject(Clipboard);
  private readonly leaves = inject(Leaves);

  readonly commands: readonly Command[] = [
    { keys: 'Ctrl+Z', says: 'Undo', run: () => this.bench.session.undo() },
    { keys: 'Ctrl+Shift+Z', says: 'Redo', run: () => this.bench.session.redo() },
    {
      keys: 'Enter',
      says: 'Write in the selected text',
      run: () => this.bench.writeRequest.update((count) => count + 1),
    },
    { keys: 'Escape', says: 'Select what holds the selection', run: () => this.selectParent() },
    { keys: 'Delete', says: 'Delete the selection', run: () => this.bench.remove() },
    { keys: 'Alt+D', says: 'Duplicate the selection', run: () => this.bench.duplicate() },
    { keys: 'Alt+W', says: 'Wrap the selection in a container', run: () => this.bench.wrap() },
    { keys: 'Alt+U', says: 'Unwrap: take the box away, keep what it holds', run: () => this.bench.unwrap() },
    { keys: 'Alt+H', says: 'Hide or show the selection at this breakpoint', run: () => this.hide() },
    {
      keys: 'Alt+K',
      says: 'Switch the selection off everywhere, and keep it; or on again',
      run: () => this.bench.toggleOff(),
    },
    { keys: 'Alt+L', says: 'Lock the selection against clicks, or unlock it', run: () => this.bench.toggleLocked() },
    {
      keys: 'Alt+O',
      says: 'Take the selection out of sight in the editor, or bring it back',
      run: () => this.bench.toggleUnseen(),
    },
    { keys: 'Alt+V', says: 'Paste the style alone of what was copied', run: () => void this.clipboard.pasteStyle() },
    {
      keys: 'Alt+P',
      says: 'Plan the page: lay a skeleton of sections',
      run: () => this.bench.planAsked.update((count) => count + 1),
    },
    {
      keys: 'Alt+R',
      says: 'Ready-made sections, and those this site keeps',
      run: () => this.bench.sectionsAsked.update((count) => count + 1),
    },
    {
      keys: 'Alt+N',
      says: 'Unroll the leaves to the height of their pages, or roll them up',
      run: () => this.bench.unrolled.update((now) => !now),
    },
    {
      keys: 'Alt+F',
      says: 'Refit: propose overrides for the smaller screens',
      run: () => this.bench.refitAsked.update((count) => count + 1),
    },
    {
      keys: 'Alt+T',
      says: 'The table of all values set on this page’s parts',
      run: () => this.bench.overridesAsked.update((count) => count + 1),
    },
    {
      keys: 'Alt+B',
      says: 'The breakpoints of this site',
      run: () => this.bench.breakpointsAsked.update((count) => count + 1),
    },
    { keys: 'Alt+M', says: 'The menu of the selection, and what lies there', run: () => this.menu() },
    { keys: 'Alt+ArrowUp', says: 'Move the selection before its neighbour', run: () => this.bench.step('before') },
    { keys: 'Alt+ArrowDown', says: 'Move the selection behind its neighbour', run: () => this.bench.step('after') },
    { keys: 'Alt+ArrowRight', says: 'Move the selection into the box before it', run: () => this.bench.step('in') },
    { keys: 'Alt+ArrowLeft', says: 'Move the selection out of its box', run: () => this.bench.step('out') },
    {
      keys: '/',
      says: 'Find a part to add',
      run: () => document.querySelector<HTMLElement>('[data-parts-search]')?.focus(),
    },
    { keys: '?', says: 'Show this list', run: () => this.bench.helpOpen.set(true) },
    ...ledgerGroups.map(({ id, word }, index) => ({
      keys: `Alt+${(index + 1) % 10}`,
      says: `Ledger: ${word}`,
      run: () => this.bench.group.set(id),
    })),
  ];

  /** Runs the command of a key press that no field claims; says whether there was one. */
  handle(event: KeyboardEvent): boolean {
    if (event.defaultPrevented || this.isTyping(event)) return false;
    const keys = written(event);
    const command = this.commands.find((one) => one.keys === keys);
    if (!command) return false;
    if ((keys === 'Enter' || keys === 'Escape') && this.isControl(event)) return false;
    event.preventDefault();
    command.run();
    return true;
  }

  private isTyping(event: KeyboardEvent): boolean {
    const target = event.target as Element | null; // events of the frames too
    return (
      target?.closest?.('input:not([type=checkbox]), textarea, select, [contenteditable]') !== null &&
      target?.closest !== undefined
    );
  }

  private isControl(event: KeyboardEvent): boolean {
    const target = event.target as Element | null; // as above
    return Boolean(target?.closest?.('button, a, [role=dialog], [role=menu]')) && target?.ownerDocument === document;
  }

  /** Opens the menu at the middle of the selection, with what lies there. */
  private menu(): void {
    const id = this.bench.selected()?.id;
    const view = this.leaves.view(this.bench.active());
    const box = id === undefined ? undefined : view?.element(id)?.getBoundingClientRect();
    const rect = view?.document?.defaultView?.frameElement?.getBoundingClientRect();
    const page = this.leaves.whole(this.bench.active());
    if (!box || !rect || !view || !page) return;
    const at = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    this.bench.menuAt.set({
      x: rect.left + at.x * view.scale(),
      y: rect.top + at.y * view.scale(),
      pile: pileAt(page, at),
    });
  }

  private hide(): void {
    for (const id of this.bench.chosen()) this.bench.toggleShown(id, this.bench.active());
  }

  private selectParent(): void {
    const chosen = this.bench.selected();
    if (chosen) this.bench.select(parentOf(chosen.page, chosen.id));
  }
}
