import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import { outwards, type Breakpoint } from '@core/document/breakpoint';
import { nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { pathTo } from '@core/document/tree';
import { firstScreen, type FirstScreen, type Placed } from '@core/geometry/first-screen';
import { canvasAddresses } from '../services/addresses';
import { Bench, leafGap } from './bench';
import { hiddenLeaf } from './hidden-leaf';
import { measurePage } from './measuring';

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

/** What stands above the fold of each screen, a column under each leaf: looked at on leaves nobody sees, so that it holds however far the others are scrolled. */
@Component({
  selector: 'fold-first-screen',
  templateUrl: './first-screen-panel.html',
  styleUrl: './first-screen-panel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstScreenPanel implements OnDestroy {
  protected readonly bench = inject(Bench);
  protected readonly gap = leafGap;
  private readonly seen = signal<
    { readonly page: Page; readonly screens: ReadonlyMap<string, FirstScreen> } | undefined
  >(undefined);
  private due: ReturnType<typeof setTimeout> | undefined;
  private asked = 0;

  protected readonly columns = computed<Column[]>(() => {
    const seen = this.seen();
    return this.bench.leaves().map(({ breakpoint, width, folded }) => {
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
    effect(() => {
      this.bench.session.page();
      this.bench.session.site();
      untracked(() => {
        clearTimeout(this.due);
        this.due = setTimeout(() => void this.look(), this.seen() ? calmFor : 0);
      });
    });
  }

  ngOnDestroy(): void {
    clearTimeout(this.due);
    this.asked++;
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

  private async look(): Promise<void> {
    const mine = ++this.asked;
    const site = this.bench.session.site();
    const page = this.bench.session.page();
    if (!site || !page) return;
    const screens = new Map<string, FirstScreen>();
    for (const { id, preview } of outwards(site.breakpoints)) {
      const leaf = hiddenLeaf(site, page, preview, canvasAddresses(site.id));
      try {
        await Promise.race([leaf.painter.document.fonts.ready, new Promise((go) => setTimeout(go, 800))]);
        if (mine !== this.asked) return;
        const sections = new Set(page.parts[page.root]!.children);
        screens.set(
          id,
          firstScreen(measurePage(leaf.painter.document), (part) =>
            Object.hasOwn(page.parts, part)
              ? { kind: this.kindOf(page, part), section: sections.has(part) }
              : undefined,
          ),
        );
      } finally {
        leaf.remove();
      }
      await new Promise((go) => requestAnimationFrame(go));
    }
    this.seen.set({ page, screens });
  }

  /** A link of the header or a menu is no call to do something. */
  private kindOf(page: Page, part: string): string {
    const { kind } = page.parts[part]!;
    return kind === 'button' && pathTo(page, part).some((one) => ['header', 'nav'].includes(page.parts[one]!.tag))
      ? 'link'
      : kind;
  }

  protected go(part: string, breakpoint: string): void {
    if (part === '') return;
    this.bench.select(part, breakpoint);
    this.bench.reveal(part);
  }
}
