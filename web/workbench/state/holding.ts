import { computed, inject, Injectable, Injector, linkedSignal } from '@angular/core';
import type { State } from '@core/document/style-map';
import {
  holderCell,
  holderName,
  holdersOf,
  reachedBy,
  sameHolder,
  styledTags,
  thePart,
  type Holder,
  type SiteHolder,
} from '@core/style/holder';
import type { LedgerCell } from '@core/style/ledger';
import { PageSession } from '../../services/page-session';
import { ResolvedValues } from './resolved-values';
import { sameList, Selection } from './selection';

/**
 * Whose values the ledger shows and sets: the part's own, those of one of its classes, or those of every element of
 * its tag.
 */
@Injectable()
export class Holding {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly injector = inject(Injector);

  private readonly chosen = linkedSignal<string | undefined, Holder>({
    source: this.selection.id,
    computation: () => thePart,
  });

  /** Those there are for the selection, with what each is called. */
  readonly choices = computed(() => {
    const [site, selected] = [this.session.site(), this.selection.selected()];
    return site && selected
      ? holdersOf(site, selected.part).map((holder) => ({ holder, name: holderName(site, selected.part, holder) }))
      : [];
  });
  /** The tags besides whose elements the site may style, the selection being none of them. */
  readonly otherTags = computed(() =>
    styledTags.filter((tag) => !this.choices().some(({ holder }) => holder.holds === 'element' && holder.tag === tag)),
  );
  readonly holder = computed<Holder>(
    () => {
      const chosen = this.chosen();
      if (chosen.holds === 'element' && this.otherTags().includes(chosen.tag)) return chosen;
      // a class may have been taken off
      return this.choices().find(({ holder }) => sameHolder(holder, chosen))?.holder ?? thePart;
    },
    { equal: sameHolder },
  );
  /** The holder, where it is not the part itself. */
  readonly ofSite = computed<SiteHolder | undefined>(() => {
    const holder = this.holder();
    return holder.holds === 'part' ? undefined : holder;
  });
  readonly name = computed(() => {
    const [site, selected] = [this.session.site(), this.selection.selected()];
    return site && selected ? holderName(site, selected.part, this.holder()) : '';
  });
  /** The parts of the page the holder's values reach. */
  readonly reached = computed<readonly string[]>(
    () => {
      const [page, holder] = [this.session.page(), this.ofSite()];
      return page && holder ? reachedBy(page, holder) : [];
    },
    { equal: sameList },
  );

  choose(holder: Holder): void {
    this.chosen.set(holder);
  }

  /** What the selection, or the holder that is chosen, says at this very moment; the ledger says it once it is seen. */
  cellNow(breakpoint: string, property: string): LedgerCell | undefined {
    const [holder, id, state] = [this.ofSite(), this.selection.selected()?.id, this.selection.state()];
    if (holder) return this.cell(holder, breakpoint, state, property);
    return id === undefined ? undefined : this.injector.get(ResolvedValues).cell(id, breakpoint, state, property);
  }

  /** What a holder of the site sets. */
  cell(holder: SiteHolder, breakpoint: string, state: State, property: string): LedgerCell | undefined {
    const site = this.session.site();
    return site && holderCell(site, holder, breakpoint, state, property);
  }
}
