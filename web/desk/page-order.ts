import { afterNextRender, computed, inject, Injectable, Injector, signal } from '@angular/core';
import type { CdkDragDrop } from '@angular/cdk/drag-drop';
import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { pageMoved, pagesInOrder, placesMoved } from '@core/document/pages-in-order';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { DeskFacts } from '@core/api/sites';
import { Api, failureOf } from '../services/api';

/** The order a site's pages are listed in: by their paths a tree, those side by side sorted by hand. */
@Injectable()
export class PageOrder {
  private readonly api = inject(Api);
  private readonly injector = inject(Injector);
  private readonly facts = signal<DeskFacts | undefined>(undefined);
  /** The column the list is sorted by instead; undefined where it stands as it was arranged. */
  readonly sortedBy = signal<string | undefined>(undefined);
  /** A part of the pages is shown alone. */
  readonly isSifted = signal(false);
  readonly problem = signal<string | undefined>(undefined);
  /** One just given holds before it is stored. */
  private readonly given = signal<readonly string[] | undefined>(undefined);
  private readonly pages = computed(() => this.facts()?.pages ?? []);
  private readonly arranged = computed(() => this.given() ?? this.facts()?.site.arranged ?? []);
  readonly rows = computed(() => pagesInOrder(this.pages(), this.arranged()));
  private waiting = 0;
  private storing: Promise<void> = Promise.resolve();

  /** What the server says of the site, which holds an order somebody else gave it meanwhile. */
  hear(facts: DeskFacts | undefined): void {
    this.facts.set(facts);
    if (this.waiting === 0) this.given.set(undefined);
  }

  /** A page goes up or down by so many places among those side by side with it. */
  move(id: string, by: number): void {
    const after = pageMoved(this.pages(), this.arranged(), id, by);
    if (!after) return;
    this.given.set(after);
    this.problem.set(undefined);
    // one after the other: the last one given is the last one stored
    this.waiting++;
    this.storing = this.storing.then(() => this.store(id)).finally(() => this.waiting--);
  }

  dropped({ item, currentIndex }: CdkDragDrop<unknown>): void {
    const id: unknown = item.data;
    if (typeof id === 'string') this.move(id, placesMoved(this.pages(), this.arranged(), id, currentIndex));
  }

  keyed(event: KeyboardEvent, id: string): void {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    this.move(id, by);
    // a row that moves is taken out and put in again, and what had the focus in it loses it
    const handle = (): HTMLElement | null => document.querySelector(`[data-move="${CSS.escape(id)}"]`);
    afterNextRender({ write: () => handle()?.focus() }, { injector: this.injector });
  }

  private async store(page: string): Promise<void> {
    const value = this.given();
    const edits: AnyEdit[] = [{ do: 'set', on: 'site', field: ['arranged'], value: [...(value ?? [])] }];
    try {
      const { revision } = await firstValueFrom(this.api.page(page));
      await firstValueFrom(this.api.store(page, { id: nanoid(), base: revision, edits }));
    } catch (error) {
      this.given.set(undefined);
      this.problem.set(`The order could not be stored. ${failureOf(error).problem}`);
    }
  }
}
