import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { inWords } from '@core/document/kinds/in-words';
import { PageSession } from '../../services/page-session';
import { Holding } from '../state/holding';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { SiteReach } from '../state/site-reach';

const mostNamed = 4;

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/**
 * What a holder of the site reaches: on this page, each a way to that part, and on the others, each a way to that
 * page.
 */
@Component({
  selector: 'fold-ledger-holder',
  template: `
    @if (holding.ofSite()) {
      <span data-reached>
        {{ here() }}{{ there() }}
        @for (one of named(); track one.id) {
          <button type="button" class="link" (click)="goTo(one.id)">{{ one.name }}</button>
        }
        @if (beyond() > 0) {
          <span> and {{ beyond() }} more</span>
        }
        @if ((pages() ?? []).length > 0) {
          <span class="pages">Other pages:</span>
          @for (one of pages()!.slice(0, mostNamed); track one.id) {
            <a class="link" [href]="'/pages/' + one.id" target="_blank" rel="noopener"
              >{{ one.title }} {{ one.parts }}</a
            >
          }
          @if (pages()!.length > mostNamed) {
            <span> and {{ pages()!.length - mostNamed }} more</span>
          }
        }
      </span>
    }
  `,
  styleUrl: './ledger-holder.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerHolder {
  protected readonly holding = inject(Holding);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly requests = inject(Requests);
  private readonly reach = inject(SiteReach);
  protected readonly mostNamed = mostNamed;

  /** The other pages it reaches; undefined while that is not known. */
  protected readonly pages = computed(() => {
    const holder = this.holding.ofSite();
    return holder && this.reach.elsewhere(holder);
  });
  protected readonly here = computed(() => {
    const reached = this.holding.reached();
    if (reached.length === 0) return 'Reaches no part of this page';
    if (reached.length === 1) return reached[0] === this.selection.id() ? 'Reaches this part' : 'Reaches one part';
    return `Reaches ${reached.length} parts of this page, marked on the leaves`;
  });
  protected readonly there = computed(() => {
    const pages = this.pages();
    if (!pages) return ', and such parts of every other page of the site.';
    if (pages.length === 0) return ', and none of any other page.';
    const parts = pages.reduce((sum, one) => sum + one.parts, 0);
    return `, and ${parts} on ${counted(pages.length, 'other page', 'other pages')} of the site.`;
  });

  /** The first few others that are reached. */
  protected readonly named = computed(() => {
    const page = this.session.page();
    const own = this.selection.id();
    return this.holding
      .reached()
      .filter((id) => id !== own)
      .slice(0, mostNamed)
      .flatMap((id) => (page && Object.hasOwn(page.parts, id) ? [{ id, name: inWords(page.parts[id]!) }] : []));
  });

  /** How many others there are besides the selection and those named. */
  protected readonly beyond = computed(
    () => this.holding.reached().filter((id) => id !== this.selection.id()).length - this.named().length,
  );

  constructor() {
    effect(() => {
      if (this.holding.ofSite()) untracked(() => this.reach.look());
    });
  }

  /** Selects a part that is reached, with the same holder. */
  protected goTo(part: string): void {
    const holder = this.holding.holder();
    this.selection.select(part);
    this.holding.choose(holder);
    this.requests.reveals.next(part);
  }
}
