import { provideZonelessChangeDetection, signal, type EnvironmentProviders, type Provider } from '@angular/core';
import { Subject } from 'rxjs';
import { MessageService } from 'primeng/api';
import { DialogService } from 'primeng/dynamicdialog';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { pageOfSection } from '@core/document/kept-section';
import { planted, type Tree } from '@core/document/planting';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite, type Site } from '@core/document/site';
import { PageSession, type PageChange } from '../../services/page-session';
import { ScrollStep } from '../canvas/scroll-sync';
import { Clipboard } from '../commands/clipboard';
import { Commands } from '../commands/commands';
import { Keys } from '../commands/keys';
import { WrapCommands } from '../commands/wrap-commands';
import { Dragging } from '../drag/part-drag';
import { PinDrag } from '../drag/pin-drag';
import { Canvases } from '../state/canvases';
import { Dialogs } from '../state/dialogs';
import { DragState } from '../state/drag-state';
import { EditorOnly } from '../state/editor-only';
import { LedgerState } from '../state/ledger-state';
import { Leaves } from '../state/leaves';
import { PaintedPage } from '../state/painted-page';
import { Progress } from '../state/progress';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';

/** A page session that knows edits and undo, and nothing of a server. */
export class LocalSession {
  readonly site = signal<Site | undefined>(blankSite('s', 'S', 'site'));
  readonly page = signal<Page | undefined>(undefined);
  readonly release = signal(null);
  readonly shownChanges = new Subject<PageChange>();
  readonly notices = new Subject<string>();
  readonly said: string[] = [];
  private readonly inverses: Edit[][] = [];

  constructor(page: Page) {
    this.page.set(page);
    this.notices.subscribe((sentence) => this.said.push(sentence));
  }

  /** How many steps were made and not undone. */
  get steps(): number {
    return this.inverses.length;
  }

  apply(edits: readonly Edit[]): boolean {
    const inverses = edits.length > 0 && this.show(edits);
    if (inverses) this.inverses.push(inverses);
    return inverses !== false;
  }

  undo(): void {
    const inverses = this.inverses.pop();
    if (inverses) this.show(inverses);
  }

  /** A page that came from the server whole. */
  makeAnew(after: Page): void {
    const before = this.page()!;
    this.page.set(after);
    this.shownChanges.next({ before, after, edits: 'all' });
  }

  private show(edits: readonly Edit[]): Edit[] | false {
    const before = this.page()!;
    try {
      const { page, inverses } = applyEdits(this.site()!, before, edits);
      this.page.set(page);
      this.shownChanges.next({ before, after: page, edits });
      return inverses;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.notices.next(error.message);
      return false;
    }
  }
}

/** A page of one section, its parts called after their kinds, with a number from the second of a kind on. */
export const pageWith = (holds: readonly Tree[]): Page => {
  const counts = new Map<string, number>();
  const named = (kind: string): string => {
    const count = (counts.get(kind) ?? 0) + 1;
    counts.set(kind, count);
    return count === 1 ? kind : `${kind}${count}`;
  };
  return pageOfSection(planted(blankSite('s', 'S', 'site'), { kind: 'section', holds: [...holds] }, named));
};

/** What a workbench provides, around a session. */
export const workbenchWith = (session: LocalSession): (Provider | EnvironmentProviders)[] => [
  provideZonelessChangeDetection(),
  { provide: PageSession, useValue: session },
  ...[PaintedPage, Selection, SpreadState, DragState, EditorOnly, LedgerState, Requests, Progress, Leaves],
  ...[ScrollStep, Canvases, Dialogs, Commands, WrapCommands, Clipboard, Keys, Dragging, PinDrag],
  ...[MessageService, DialogService],
];
