import { inject, Injectable, signal } from '@angular/core';
import { Selection } from './selection';

/**
 * What holds in the editor alone, kept in this browser: parts that a click on a leaf passes by, and parts it does not
 * draw.
 */
@Injectable()
export class EditorOnly {
  private readonly selection = inject(Selection);
  readonly locked = signal<ReadonlySet<string>>(new Set());
  readonly hidden = signal<ReadonlySet<string>>(new Set());
  private page = '';

  /** Takes up what is kept about a page. */
  recall(page: string): void {
    this.page = page;
    this.locked.set(this.read('locked'));
    this.hidden.set(this.read('unseen'));
  }

  private read(what: string): Set<string> {
    const text = localStorage.getItem(`fold ${what} ${this.page}`);
    return new Set(text === null || text === '' ? [] : text.split(' '));
  }

  toggleLocked(ids: readonly string[] = this.selection.all()): void {
    this.locked.update((before) => this.toggled('locked', before, ids));
  }

  toggleHidden(ids: readonly string[] = this.selection.all()): void {
    this.hidden.update((before) => this.toggled('unseen', before, ids));
  }

  private toggled(what: string, before: ReadonlySet<string>, ids: readonly string[]): Set<string> {
    const after = new Set(before);
    for (const id of ids) if (!after.delete(id)) after.add(id);
    localStorage.setItem(`fold ${what} ${this.page}`, [...after].join(' '));
    return after;
  }
}
