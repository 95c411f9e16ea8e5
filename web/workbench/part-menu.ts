import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, signal, viewChild } from '@angular/core';
import { addColumn } from '@core/document/commands/columns';
import { nameOf } from '@core/document/kinds/registry';
import { pileWithReasons } from '@core/geometry/paint-order';
import { Bench } from './bench';
import { Clipboard } from './clipboard';
import { Leaves } from './leaves';

interface Item {
  readonly label: string;
  readonly keys?: string;
  readonly off?: boolean;
  readonly run: () => unknown;
}

/** The menu of the selection, and what lies at the point it was opened on, from the top down, with the reason for each. */
@Component({
  selector: 'fold-part-menu',
  templateUrl: './part-menu.html',
  styleUrl: './part-menu.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartMenu {
  private readonly bench = inject(Bench);
  private readonly clipboard = inject(Clipboard);
  private readonly leaves = inject(Leaves);
  private readonly panel = viewChild<ElementRef<HTMLElement>>('panel');
  protected readonly place = signal('');
  protected readonly items = signal<readonly Item[]>([]);
  protected readonly pile = signal<
    readonly { readonly id: string; readonly name: string; readonly because: string; readonly here: boolean }[]
  >([]);
  protected readonly open = signal(false);

  constructor() {
    effect(() => {
      const at = this.bench.menuAt();
      if (at) this.show(at.x, at.y, at.pile);
    });
  }

  private show(x: number, y: number, pile: readonly string[]): void {
    this.items.set(this.itemsNow());
    this.pile.set(this.reasons(pile));
    this.place.set('opacity:0'); // hidden would take no focus
    this.open.set(true);
    requestAnimationFrame(() => {
      const panel = this.panel()?.nativeElement;
      if (!panel) return;
      const left = Math.min(x, window.innerWidth - panel.offsetWidth - 8);
      const top = Math.max(Math.min(y, window.innerHeight - panel.offsetHeight - 8), 8);
      this.place.set(`left:${left}px;top:${top}px`);
      panel.querySelector<HTMLElement>('[role=menuitem]:not(:disabled)')?.focus();
    });
  }

  private reasons(ids: readonly string[]) {
    const page = this.bench.session.page();
    const measured = this.leaves.whole(this.bench.active());
    if (!page || !measured || ids.length === 0) return [];
    const known = new Map([...measured.parts.keys()].map((id) => [id, page.parts[id] ? nameOf(page.parts[id]) : id]));
    const first = measured.parts.get(ids[0]!);
    const all = first ? pileWithReasons(measured, { x: this.pointIn().x, y: this.pointIn().y }) : [];
    return all.map((one) => {
      const context = one.context === undefined ? '' : ` · in ${known.get(one.context) ?? ''}’s stacking context`;
      return {
        id: one.part,
        name: known.get(one.part) ?? one.part,
        because: `${one.because}${context}`,
        here: one.part === this.bench.selection(),
      };
    });
  }

  /** The point of the leaf the menu was opened on. */
  private pointIn(): { x: number; y: number } {
    const at = this.bench.menuAt();
    const view = this.leaves.view(this.bench.active());
    const rect = view?.document?.defaultView?.frameElement?.getBoundingClientRect();
    return at && view && rect
      ? { x: (at.x - rect.left) / view.scale(), y: (at.y - rect.top) / view.scale() }
      : { x: 0, y: 0 };
  }

  private itemsNow(): Item[] {
    const can = this.bench.can();
    const chosen = this.bench.selected();
    const id = chosen?.id;
    const column = chosen?.part.kind === 'column';
    const none = this.bench.chosen().length === 0;
    const another = (what: 'copy' | 'empty'): void => {
      let made: string | undefined;
      if (
        id !== undefined &&
        this.bench.attempt((site, page) => {
          const result = addColumn(site, page, id, what);
          made = result.made;
          return result.edits;
        })
      )
        this.bench.select(made);
    };
    return [
      { label: 'Copy', keys: 'Ctrl+C', off: none, run: () => this.clipboard.copy() },
      { label: 'Cut', keys: 'Ctrl+X', off: none, run: () => this.clipboard.copy(true) },
      { label: 'Paste', keys: 'Ctrl+V', run: () => this.clipboard.paste() },
      { label: 'Paste style alone', keys: 'Alt+V', off: none, run: () => this.clipboard.pasteStyle() },
      { label: 'Duplicate', keys: 'Alt+D', off: !can.duplicate, run: () => this.bench.duplicate() },
      ...(column
        ? [
            { label: 'Another column, a full copy', run: () => another('copy') },
            { label: 'Another column, empty', run: () => another('empty') },
          ]
        : []),
      { label: 'Wrap in a container', keys: 'Alt+W', off: !can.wrap, run: () => this.bench.wrap() },
      { label: 'Unwrap', keys: 'Alt+U', off: !can.unwrap, run: () => this.bench.unwrap() },
      {
        label: 'Hide or show at this breakpoint',
        keys: 'Alt+H',
        off: none,
        run: () => id !== undefined && this.bench.toggleShown(id, this.bench.active()),
      },
      {
        label: chosen?.part.off ? 'Switch on again' : 'Switch off everywhere, and keep',
        keys: 'Alt+K',
        off: none,
        run: () => this.bench.toggleOff(),
      },
      {
        label: id !== undefined && this.bench.locked().has(id) ? 'Unlock' : 'Lock against clicks',
        keys: 'Alt+L',
        off: none,
        run: () => this.bench.toggleLocked(),
      },
      {
        label: id !== undefined && this.bench.unseen().has(id) ? 'Bring back into sight' : 'Out of sight in the editor',
        keys: 'Alt+O',
        off: none,
        run: () => this.bench.toggleUnseen(),
      },
      ...(chosen?.part.kind === 'section' && !this.bench.sharedHere()
        ? [{ label: 'Keep this section, or share it …', run: () => this.bench.keepAsked.update((count) => count + 1) }]
        : []),
      ...(this.bench.sharedHere()
        ? [{ label: 'Stop sharing here: make it this page’s own', run: () => this.bench.unshare() }]
        : []),
      { label: 'Delete', keys: 'Delete', off: !can.remove, run: () => this.bench.remove() },
    ];
  }

  protected run(item: Item): void {
    this.close();
    item.run();
  }

  protected pick(id: string): void {
    this.close();
    this.bench.select(id, this.bench.active());
  }

  protected close(): void {
    this.open.set(false);
    this.bench.menuAt.set(undefined);
  }

  protected keyed(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape' || event.key === 'Tab') {
      event.preventDefault();
      this.close();
      return;
    }
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const all = [
      ...(this.panel()?.nativeElement.querySelectorAll<HTMLElement>('[role=menuitem]:not(:disabled)') ?? []),
    ];
    const at = all.indexOf(document.activeElement as HTMLElement); // one of them, or none
    all[(at + (event.key === 'ArrowDown' ? 1 : all.length - 1)) % all.length]?.focus();
  }
}
