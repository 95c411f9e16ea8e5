import { ChangeDetectionStrategy, Component, ElementRef, inject, signal, viewChild } from '@angular/core';
import { CdkMenu, CdkMenuItem } from '@angular/cdk/menu';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { become, canBecome } from '@core/document/commands/becoming/become';
import { canBeCaptioned, captionEdits } from '@core/document/commands/captions';
import { addColumn } from '@core/document/commands/columns';
import { canBeOwn, withinOwn } from '@core/document/commands/sharing/own-parts';
import { takeIntoFrame } from '@core/document/commands/frames';
import type { FrameSide, PageFrame } from '@core/document/frames/page-frame';
import { frameOf, isOfFrame, ownSections } from '@core/document/frames/shown-frame';
import { nameOf } from '@core/document/kinds/registry';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { pileWithReasons } from '@core/geometry/paint-order';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { EditorOnly } from '../state/editor-only';
import { Requests } from '../state/requests';
import { Dialogs } from '../state/dialogs';
import { Commands } from './commands';
import { LinkCommands } from './link-commands';
import { WrapCommands } from './wrap-commands';
import { type MenuPoint } from '../state/requests';
import { Clipboard } from './clipboard';
import { Leaves } from '../state/leaves';

interface Item {
  readonly label: string;
  readonly keys?: string;
  readonly off?: boolean;
  readonly run: () => unknown;
}

/**
 * The menu of the selection, and what lies at the point it was opened on, from the top down, with the reason for
 * each.
 */
@Component({
  selector: 'fold-part-menu',
  providers: [LinkCommands],
  imports: [CdkMenu, CdkMenuItem],
  host: { '(keydown)': 'keyed($event)' },
  templateUrl: './part-menu.html',
  styleUrl: './part-menu.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartMenu {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly editorOnly = inject(EditorOnly);
  private readonly requests = inject(Requests);
  private readonly dialogs = inject(Dialogs);
  private readonly commands = inject(Commands);
  private readonly wrapping = inject(WrapCommands);
  private readonly linking = inject(LinkCommands);
  private readonly clipboard = inject(Clipboard);
  private readonly leaves = inject(Leaves);
  private readonly panel = viewChild<ElementRef<HTMLElement>>('panel');
  protected readonly place = signal('');
  protected readonly items = signal<readonly Item[]>([]);
  protected readonly pile = signal<
    readonly { readonly id: string; readonly name: string; readonly because: string; readonly here: boolean }[]
  >([]);
  protected readonly open = signal(false);
  private openedAt = { x: 0, y: 0 };

  constructor() {
    this.requests.menus.pipe(takeUntilDestroyed()).subscribe((point) => this.show(point));
  }

  private show({ x, y, pile }: MenuPoint): void {
    this.openedAt = { x, y };
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
      panel.querySelector<HTMLElement>('[role=menuitem]:not([aria-disabled=true])')?.focus();
    });
  }

  private reasons(ids: readonly string[]) {
    const page = this.session.page();
    const point = this.pointIn();
    const measured = this.leaves.at(this.selection.active(), point);
    if (!page || !measured || ids.length === 0) return [];
    const known = new Map([...measured.parts.keys()].map((id) => [id, page.parts[id] ? nameOf(page.parts[id]) : id]));
    const first = measured.parts.get(ids[0]!);
    const all = first ? pileWithReasons(measured, point) : [];
    return all.map((one) => {
      const context = one.context === undefined ? '' : ` · in ${known.get(one.context) ?? ''}’s stacking context`;
      return {
        id: one.part,
        name: known.get(one.part) ?? one.part,
        because: `${one.because}${context}`,
        here: one.part === this.selection.id(),
      };
    });
  }

  /** The point of the leaf the menu was opened on. */
  private pointIn(): { x: number; y: number } {
    const at = this.openedAt;
    const view = this.leaves.view(this.selection.active());
    const rect = view?.document?.defaultView?.frameElement?.getBoundingClientRect();
    return view && rect
      ? { x: (at.x - rect.left) / view.scale(), y: (at.y - rect.top) / view.scale() }
      : { x: 0, y: 0 };
  }

  private itemsNow(): Item[] {
    const { remove } = this.commands.can();
    return [
      ...this.clipboardItems(),
      ...this.columnItems(),
      ...this.boxItems(),
      ...this.kindItems(),
      ...this.visibilityItems(),
      ...this.ownItems(),
      ...this.sectionItems(),
      { label: 'Delete', keys: 'Delete', off: !remove, run: () => this.commands.remove() },
    ];
  }

  private readonly none = (): boolean => this.selection.all().length === 0;

  private clipboardItems(): Item[] {
    const none = this.none();
    return [
      { label: 'Copy', keys: 'Ctrl+C', off: none, run: () => this.clipboard.copy() },
      { label: 'Cut', keys: 'Ctrl+X', off: none, run: () => this.clipboard.copy(true) },
      { label: 'Paste', keys: 'Ctrl+V', run: () => this.clipboard.paste() },
      { label: 'Paste style only', keys: 'Alt+Shift+V', off: none, run: () => this.clipboard.pasteStyle() },
      {
        label: 'Duplicate',
        keys: 'Alt+Shift+D',
        off: !this.commands.can().duplicate,
        run: () => this.commands.duplicate(),
      },
      { label: 'Classes …', keys: 'Alt+Shift+C', run: () => this.dialogs.open('classes') },
    ];
  }

  private columnItems(): Item[] {
    const chosen = this.selection.selected();
    if (chosen?.part.kind !== 'column') return [];
    const another = (what: 'copy' | 'empty'): void => {
      let made: string | undefined;
      const added = this.commands.attempt((site, page) => {
        const result = addColumn(site, page, chosen.id, what);
        made = result.made;
        return result.edits;
      });
      if (added) this.selection.select(made);
    };
    return [
      { label: 'Add a column: full copy', run: () => another('copy') },
      { label: 'Add a column: empty', run: () => another('empty') },
    ];
  }

  private boxItems(): Item[] {
    const { wrap, unwrap } = this.commands.can();
    return [
      { label: 'Wrap in a container', keys: 'Alt+Shift+W', off: !wrap, run: () => this.wrapping.wrap() },
      { label: 'Unwrap', keys: 'Alt+Shift+U', off: !unwrap, run: () => this.wrapping.unwrap() },
    ];
  }

  /** What a text can become, and where a part leads. */
  private kindItems(): Item[] {
    const chosen = this.selection.selected();
    const can = chosen ? canBecome(chosen.page, chosen.id) : [];
    const items = can.map((what): Item => ({
      label: `Make it a ${what}`,
      // only a chosen part can become something
      run: () => this.commands.attempt((_site, page) => become(page, chosen!.id, what)),
    }));
    return [
      ...items,
      ...this.captionItems(),
      { label: 'Link …', keys: 'Alt+Shift+J', off: this.none(), run: () => this.linking.open() },
    ];
  }

  /** A caption for a picture, in a figure around both. */
  private captionItems(): Item[] {
    const chosen = this.selection.selected();
    const can = chosen && this.selection.all().length === 1 && canBeCaptioned(chosen.page, chosen.id);
    if (!can) return [];
    let made: string | undefined;
    const caption = (site: Site, page: Page): AnyEdit[] => {
      const done = captionEdits(site, page, chosen.id);
      made = done.made;
      return done.edits;
    };
    const run = async (): Promise<void> => {
      const site = this.session.site();
      if (can === 'in its figure') this.commands.attempt(caption);
      else if (site) await this.wrapping.wrap((page) => caption(site, page));
      if (made !== undefined) this.selection.select(made);
    };
    return [{ label: 'Add a caption', run: () => void run() }];
  }

  private visibilityItems(): Item[] {
    const [chosen, off] = [this.selection.selected(), this.none()];
    const id = chosen?.id ?? '';
    const item = (label: string, keys: string, run: () => void): Item => ({ label, keys, off, run });
    const hide = (): void => this.commands.toggleShown(id, this.selection.active());
    return [
      item('Hide at this breakpoint', 'Alt+Shift+H', hide),
      item(chosen?.part.off ? 'Turn on' : 'Turn off (keep, don’t publish)', 'Alt+Shift+K', () =>
        this.commands.toggleOff(),
      ),
      item(this.editorOnly.locked().has(id) ? 'Unlock' : 'Lock', 'Alt+Shift+L', () => this.editorOnly.toggleLocked()),
      item(this.editorOnly.hidden().has(id) ? 'Show in editor' : 'Hide in editor only', 'Alt+Shift+O', () =>
        this.editorOnly.toggleHidden(),
      ),
    ];
  }

  /** A box kept as an own part, and a use of one that stands by itself again. */
  private ownItems(): Item[] {
    const [chosen, site] = [this.selection.selected(), this.session.site()];
    if (!chosen || !site || this.selection.all().length !== 1) return [];
    const within = withinOwn(site, chosen.page, chosen.id);
    return [
      ...(canBeOwn(chosen.page, chosen.id)
        ? [{ label: 'Keep as an own part …', run: () => this.dialogs.open('own part') }]
        : []),
      ...(within
        ? [{ label: `Set this use of “${within.section.name}” free`, run: () => this.commands.setFree() }]
        : []),
    ];
  }

  private sectionItems(): Item[] {
    const page = this.selection.selected()?.page;
    const innermost = this.selection.sharedSection();
    const around = innermost?.section.own ? undefined : innermost;
    if (around && isOfFrame(around.reference))
      return [{ label: 'Page frames …', run: () => void this.dialogs.open('frames') }];
    const frame = this.frame();
    const part = around?.reference ?? this.selection.selected()?.id ?? '';
    const isSection = page !== undefined && ownSections(page).includes(part);
    const into = frame && isSection ? this.intoFrameItems(frame, part) : [];
    if (around) return [...into, { label: 'Stop sharing on this page', run: () => this.commands.unshare() }];
    if (this.selection.selected()?.part.kind !== 'section') return [];
    return [...into, { label: 'Save or share this section …', run: () => this.dialogs.open('save section') }];
  }

  private frame(): PageFrame | undefined {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? frameOf(site, page) : undefined;
  }

  /** A section goes into the frame the page stands in, above or below what pages have of their own. */
  private intoFrameItems(frame: PageFrame, part: string): Item[] {
    const item = (words: string, side: FrameSide): Item => ({
      label: `Put in ${frame.name}, ${words} each page`,
      run: () => this.commands.attempt((_site, page) => takeIntoFrame(frame, page, part, side)),
    });
    return [item('above', 'before'), item('below', 'after')];
  }

  protected run(item: Item): void {
    this.close();
    item.run();
  }

  protected pick(id: string): void {
    this.close();
    this.selection.select(id, this.selection.active());
  }

  protected close(): void {
    this.open.set(false);
  }

  protected keyed(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key !== 'Escape' && event.key !== 'Tab') return;
    event.preventDefault();
    this.close();
  }
}
