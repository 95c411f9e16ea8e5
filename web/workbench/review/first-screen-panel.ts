import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import {
  animationFrameScheduler,
  concatMap,
  debounce,
  defer,
  delay,
  EMPTY,
  finalize,
  from,
  map,
  race,
  switchMap,
  timer,
  toArray,
  type Observable,
} from 'rxjs';
import { outwards, type Breakpoint } from '@core/document/breakpoint';
import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { pathTo } from '@core/document/tree';
import { firstScreen, type FirstScreen, type Placed } from '@core/geometry/first-screen';
import { canvasAddresses } from '../../services/addresses';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { PaintedPage } from '../state/painted-page';
import { SpreadState } from '../state/spread-state';
import { Requests } from '../state/requests';
import { leafGap } from '../state/spread-state';
import { hiddenLeaf } from '../canvas/hidden-leaf';
import { measurePage } from '../canvas/measuring';

/** So long after the last change, in ms, the screens are looked at. */
const calmFor = 350;

interface Line {
  readonly part: string;
  readonly what: string;
  readonly says: string;
  readonly good: boolean;
}
interface Column {
  readonly breakpoint: Breakpoint;
  readonly width: number;
  readonly folded: boolean;
  readonly lines: readonly Line[];
  readonly shares: readonly { readonly what: string; readonly percent: number }[];
  readonly sections: readonly { readonly part: string; readonly name: string; readonly cut: boolean }[];
}

interface Basis {
  readonly site: Site | undefined;
  readonly page: Page | undefined;
}
interface Seen {
  readonly page: Page;
  readonly screens: ReadonlyMap<string, FirstScreen>;
}

/**
 * What stands above the fold of each screen, a column under each leaf: looked at on leaves nobody sees, so that it
 * holds however far the others are scrolled.
 */
@Component({
  selector: 'fold-first-screen',
  templateUrl: './first-screen-panel.html',
  styleUrl: './first-screen-panel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstScreenPanel {
  private readonly session = inject(PageSession);
  private readonly painted = inject(PaintedPage);
  private readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly requests = inject(Requests);
  protected readonly gap = leafGap;
  private readonly seen = signal<Seen | undefined>(undefined);
  private readonly basis = computed((): Basis => ({
    site: this.session.site(),
    page: this.painted.page(),
  }));

  protected readonly columns = computed<Column[]>(() => {
    const seen = this.seen();
    return this.spread.leaves().map(({ breakpoint, width, folded }) => {
      const screen = seen?.screens.get(breakpoint.id);
      const percent = (share: number): number => Math.round(share * 100);
      return {
        breakpoint,
        width,
        folded,
        lines:
          screen && seen
            ? [
                this.line(seen.page, 'first heading', screen.heading, breakpoint),
                this.line(seen.page, 'first button', screen.button, breakpoint),
              ]
            : [],
        shares: screen
          ? [
              { what: 'picture', percent: percent(screen.picture) },
              { what: 'text', percent: percent(screen.text) },
              { what: 'empty', percent: percent(screen.empty) },
            ]
          : [],
        sections:
          screen && seen
            ? screen.sections.map((one) => ({
                part: one.part,
                name: nameOf(seen.page.parts[one.part]!),
                cut: one.fold === 'cut',
              }))
            : [],
      };
    });
  });

  constructor() {
    toObservable(this.basis)
      .pipe(
        debounce(() => timer(this.seen() ? calmFor : 0)),
        switchMap((basis) => this.looked(basis)),
        takeUntilDestroyed(),
      )
      .subscribe((seen) => this.seen.set(seen));
  }

  private line(page: Page, what: string, placed: Placed | undefined, { preview }: Breakpoint): Line {
    if (!placed || !Object.hasOwn(page.parts, placed.part))
      return { part: '', what, says: 'there is none', good: false };
    const end = Math.round(placed.end);
    const says = {
      above: `in view, ends at ${end} of ${preview.height} px`,
      cut: `cut by the fold: ends ${end - preview.height} px below it`,
      below: `below the fold, ends at ${end} of ${preview.height} px`,
    }[placed.fold];
    return { part: placed.part, what, says, good: placed.fold === 'above' };
  }

  /** The screens of a page one after the other; what is looked at for nobody any more is let go. */
  private looked({ site, page }: Basis): Observable<Seen> {
    if (!site || !page) return EMPTY;
    return from(outwards(site.breakpoints)).pipe(
      concatMap((breakpoint) => this.screenOf(site, page, breakpoint)),
      toArray(),
      map((screens) => ({ page, screens: new Map(screens) })),
    );
  }

  private screenOf(site: Site, page: Page, { id, preview }: Breakpoint): Observable<readonly [string, FirstScreen]> {
    return defer(() => {
      const leaf = hiddenLeaf(site, page, preview, canvasAddresses(site.id, this.session.titles()));
      const sections = new Set(page.parts[page.root]!.children);
      return race(leaf.painter.document.fonts.ready, timer(800)).pipe(
        map(() =>
          firstScreen(measurePage(leaf.painter.document), (part) =>
            Object.hasOwn(page.parts, part) ? { ...this.seenAs(page, part), section: sections.has(part) } : undefined,
          ),
        ),
        map((screen) => [id, screen] as const),
        finalize(() => leaf.remove()),
        delay(0, animationFrameScheduler),
      );
    });
  }

  private seenAs(page: Page, part: string): { kind: string; isPicture: boolean } {
    const { kind } = page.parts[part]!;
    const isInHeader = pathTo(page, part).some((one) => ['header', 'nav'].includes(page.parts[one]!.tag));
    // A link of the header or a menu is no call to do something.
    return {
      kind: kind === 'button' && isInHeader ? 'link' : kind,
      isPicture: kindOf(kind).shows !== undefined,
    };
  }

  protected go(part: string, breakpoint: string): void {
    if (part === '') return;
    this.selection.select(part, breakpoint);
    this.requests.reveals.next(part);
  }
}
