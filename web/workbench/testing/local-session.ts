import { provideZonelessChangeDetection, signal, type EnvironmentProviders, type Provider } from '@angular/core';
import { EMPTY, Subject, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { DialogService } from 'primeng/dynamicdialog';
import type { Present } from '@core/api/people';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { pageOfSection } from '@core/document/sections/kept-section';
import { planted, type Tree } from '@core/document/sections/planting';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite, type Site } from '@core/document/site';
import { Drafts } from '../../services/drafts';
import type { PageChange } from '../../services/page-change';
import { PageSession } from '../../services/page-session';
import { workbenchServices } from '../services';
import { ScrollStep } from '../canvas/scroll-sync';

/** A page session that knows edits and undo, and nothing of a server. */
export class LocalSession {
  readonly titles = signal({});
  readonly drafts = new Drafts();
  readonly site = signal<Site | undefined>(blankSite('s', 'S', 'site'));
  readonly page = signal<Page | undefined>(undefined);
  readonly release = signal(null);
  readonly mayBuild = signal(true);
  readonly mayWrite = signal(true);
  readonly shownChanges = new Subject<PageChange>();
  readonly notices = new Subject<string>();
  readonly people = signal<readonly Present[]>([]);
  readonly listening = new Subject<void>();
  readonly remarksTold = new Subject<void>();
  /** Places that were told to others. */
  readonly told: (readonly string[])[] = [];
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

  tellPlace(at: readonly string[]): Observable<unknown> {
    this.told.push(at);
    return EMPTY;
  }

  idOnPage = (id: string): string => id;

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
  ...workbenchServices,
  ...[ScrollStep, MessageService, DialogService],
];
