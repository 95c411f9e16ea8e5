import { computed, Injectable, signal } from '@angular/core';

/** Keeps the drafts of a page: typed text that must be committed before the page is left. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  /** The commit functions of the drafts, with whether a draft counts as unsaved. */
  private readonly open = signal<ReadonlyMap<() => void, boolean>>(new Map());
  /** Whether a draft counts as unsaved. */
  readonly any = computed(() => [...this.open().values()].includes(true));

  /**
   * Registers a draft. Pass `isUnsaved: false` if the draft may turn out to be no edit. Returns the function that
   * unregisters it.
   */
  begin(commit: () => void, isUnsaved = true): () => void {
    this.open.update((all) => new Map([...all, [commit, isUnsaved]]));
    return () => this.open.update((all) => new Map([...all].filter(([one]) => one !== commit)));
  }

  /** Commits all drafts. */
  commit(): void {
    for (const commit of [...this.open().keys()]) if (this.open().has(commit)) commit();
  }
}
