import { computed, Injectable, signal } from '@angular/core';

/** Collects text that is typed and is not an edit yet, so that it becomes one before its page is left. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  /** The functions that make edits of typed text, with whether that text counts as unsaved. */
  private readonly open = signal<ReadonlyMap<() => void, boolean>>(new Map());
  /** Whether there is text that counts as unsaved. */
  readonly any = computed(() => [...this.open().values()].includes(true));

  /**
   * Registers typed text; `commit` makes edits of it. Text of which it is not known whether it becomes an edit does not
   * count as unsaved. Returns the function that ends the registration.
   */
  begin(commit: () => void, isUnsaved = true): () => void {
    this.open.update((all) => new Map([...all, [commit, isUnsaved]]));
    return () => this.open.update((all) => new Map([...all].filter(([one]) => one !== commit)));
  }

  /** Makes edits of all of it. */
  commit(): void {
    for (const commit of [...this.open().keys()]) if (this.open().has(commit)) commit();
  }
}
