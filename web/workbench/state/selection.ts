import { computed, inject, Injectable, signal } from '@angular/core';
import { baseOf } from '@core/document/breakpoint';
import { outermost } from '@core/document/commands/arrange';
import { sharedAround } from '@core/document/commands/sharing/shared';
import { nameOf } from '@core/document/kinds/registry';
import type { State } from '@core/document/style-map';
import { pathTo } from '@core/document/tree';
import { PageSession } from '../../services/page-session';

/** Most edits leave the selection as it is: then nothing that hangs on it alone is done anew. */
export const sameList = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((one, index) => one === b[index]);

/** The parts selected, and the leaf and state they are worked on in. */
@Injectable()
export class Selection {
  private readonly session = inject(PageSession);

  /** The part whose values are shown. */
  readonly id = signal<string | undefined>(undefined);
  /** Parts selected besides. */
  readonly others = signal<ReadonlySet<string>>(new Set());
  /** Everything selected, outermost first and in document order; never the page itself. */
  readonly all = computed<readonly string[]>(
    () => {
      const page = this.session.page();
      const id = this.id();
      return page ? outermost(page, [...this.others(), ...(id === undefined ? [] : [id])]) : [];
    },
    { equal: sameList },
  );
  /** The breakpoint of the leaf worked in last; commands that need one take it. */
  readonly breakpoint = signal('');
  readonly active = computed(() => {
    const [known, id] = [this.session.site()?.breakpoints, this.breakpoint()];
    const isThere = !known || known.some((one) => one.id === id); // it may have been taken away by anybody
    return id !== '' && isThere ? id : baseOf(known ?? []).id;
  });
  /** The state whose values are shown and set; every other part is in its normal one. */
  readonly state = signal<State>('normal');

  /** The selection, as long as it is still on the page. */
  readonly selected = computed(() => {
    const id = this.id();
    const page = this.session.page();
    return id !== undefined && page && Object.hasOwn(page.parts, id) ? { id, part: page.parts[id]!, page } : undefined;
  });
  readonly path = computed(() => {
    const page = this.session.page();
    if (!page) return [];
    const id = this.selected()?.id ?? page.root;
    return pathTo(page, id).map((one) => ({ id: one, name: nameOf(page.parts[one]!) }));
  });
  /** The shared section the selection stands in. */
  readonly sharedSection = computed(() => {
    const [site, selected] = [this.session.site(), this.selected()];
    return site && selected ? sharedAround(site, selected.page, selected.id) : undefined;
  });

  /** Selects a part, also by the id it was just put in with. */
  select(asked: string | undefined, breakpoint?: string): void {
    const id = asked === undefined ? undefined : this.session.idOnPage(asked);
    if (id !== this.id()) this.state.set('normal');
    this.id.set(id);
    this.others.set(new Set());
    if (breakpoint !== undefined) this.breakpoint.set(breakpoint);
  }

  /** Adds a part to the selection, or takes it out again. */
  toggle(id: string, breakpoint?: string): void {
    const page = this.session.page();
    if (!page || id === page.root) return;
    const selected = this.id();
    const all = new Set(this.others());
    if (selected !== undefined && selected !== page.root) all.add(selected);
    if (!all.delete(id)) all.add(id);
    this.selectAll([...all], breakpoint);
  }

  /** Selects several parts; the last one is the one whose values are shown. */
  selectAll(asked: readonly string[], breakpoint?: string): void {
    const ids = asked.map((id) => this.session.idOnPage(id));
    this.id.set(ids.at(-1) ?? this.session.page()?.root);
    this.others.set(new Set(ids.slice(0, -1)));
    if (breakpoint !== undefined) this.breakpoint.set(breakpoint);
  }
}
