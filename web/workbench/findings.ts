import { computed, effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { menuPaths } from '@core/document/menus';
import type { LeafFacts } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import { Api, type DeskFacts } from '../services/api';
import { Reviewer } from '../services/reviewer';
import { Bench } from './bench';
import { groundsOf } from './grounds';
import { Leaves } from './leaves';
import { Sweeper } from './sweeper';

/** So long after the last change, in ms, a page is reviewed. */
const calmFor = 900;
/** The longest it works without letting others, in ms. */
const turn = 8;

/** What the checks say of the page, kept up to date as it changes: measured on the leaves between frames, judged in a worker. */
@Injectable()
export class Findings implements OnDestroy {
  private readonly bench = inject(Bench);
  private readonly leaves = inject(Leaves);
  private readonly sweeper = inject(Sweeper);
  private readonly reviewer = inject(Reviewer);
  private readonly api = inject(Api);
  private readonly found = signal<readonly Finding[]>([]);
  /** What was found last, of the parts that are still on the page. */
  readonly list = computed<readonly Finding[]>(() => {
    const page = this.bench.session.page();
    return page ? this.found().filter((one) => Object.hasOwn(page.parts, one.part)) : [];
  });
  /** The page has changed since, or is being looked through. */
  readonly busy = signal(true);
  readonly errors = computed(() => this.list().filter((one) => one.severity === 'error').length);
  private desk: Pick<DeskFacts, 'pages' | 'menus'> | undefined;
  private due: ReturnType<typeof setTimeout> | undefined;
  private asked = 0;

  constructor() {
    effect(() => {
      this.bench.session.page();
      this.bench.leaves();
      this.sweeper.swept();
      for (const one of this.bench.breakpoints()) this.leaves.structure(one.id);
      untracked(() => this.soon());
    });
  }

  ngOnDestroy(): void {
    clearTimeout(this.due);
    this.asked++;
  }

  private soon(): void {
    this.busy.set(true);
    this.asked++;
    clearTimeout(this.due);
    this.due = setTimeout(() => void this.review(), calmFor);
  }

  private async review(): Promise<void> {
    const mine = ++this.asked;
    const site = this.bench.session.site();
    const page = this.bench.session.page();
    if (!site || !page) return;
    let worked = performance.now();
    const calm = async (): Promise<void> => {
      if (performance.now() - worked < turn) return;
      await new Promise((go) => requestIdleCallback(go, { timeout: 120 }));
      worked = performance.now();
    };
    const leaves = new Map<string, LeafFacts>();
    for (const { id } of site.breakpoints) {
      await calm();
      if (mine !== this.asked) return;
      const view = this.leaves.view(id);
      const measured = this.leaves.whole(id);
      if (!view?.document || !measured) continue;
      const sticky = [...measured.parts.values()].filter((one) => one.style.position === 'sticky');
      const natural = new Map(sticky.map((one) => [one.id, this.leaves.natural(id, one.id) ?? one.box]));
      const grounds = await groundsOf(view.document, measured, (part) => view.element(part), calm);
      leaves.set(id, { measured, natural, grounds });
    }
    this.desk = await firstValueFrom(this.api.desk(site.id)).catch(() => this.desk); // pages come and go meanwhile
    const menus = this.desk && [...this.desk.menus, ...menuPaths([page])];
    const swept = this.sweeper.swept();
    const found = await this.reviewer.review({
      site,
      page,
      paths: this.desk?.pages.map((one) => one.path),
      menus,
      leaves,
      swept: swept?.done && !this.sweeper.stale() ? swept.faults : undefined,
    });
    if (mine !== this.asked) return;
    this.found.set(found);
    this.busy.set(false);
  }
}
