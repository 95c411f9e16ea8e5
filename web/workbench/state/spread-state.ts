import { computed, inject, Injectable, signal } from '@angular/core';
import { baseOf, breakpointAt, outwards, rangeOf, type Breakpoint } from '@core/document/breakpoint';
import { leafRooms } from '@core/geometry/spread';
import { PageSession } from '../../services/page-session';

/** Between two leaves, in px. */
export const leafGap = 14;

/** Which leaves are drawn, how wide and at what scale. */
@Injectable()
export class SpreadState {
  private readonly session = inject(PageSession);

  readonly folded = signal<ReadonlySet<string>>(new Set());
  /** The leaf that fills the spread, the others being spines. */
  readonly opened = signal<string | undefined>(undefined);
  /** The room for all leaves, in px. */
  readonly width = signal(1000);
  /** Every leaf is drawn as high as its page, with the end of each screen marked. */
  readonly unrolled = signal(false);
  /** The leaves show the page as visitors see it who prefer dark pages. */
  readonly dark = signal(false);
  /** The site has a look for such pages. */
  readonly hasDark = computed(() => {
    const site = this.session.site();
    return site?.looks?.some((one) => one.id === site.dark) === true;
  });
  /** A screen of any size: the leaf of the breakpoint that decides there takes it on. */
  readonly anySize = signal<{ readonly width: number; readonly height?: number } | undefined>(undefined);

  readonly breakpoints = computed<readonly Breakpoint[]>(() => {
    const site = this.session.site();
    return site ? outwards(site.breakpoints) : [];
  });
  /** A breakpoint by its id; the base while it is gone. */
  breakpointOf = (id: string | undefined): Breakpoint =>
    this.breakpoints().find((one) => one.id === id) ?? baseOf(this.session.site()?.breakpoints ?? []);

  private readonly widestFirst = computed(() => {
    const all = this.breakpoints();
    const opened = this.opened();
    const fills = all.some((one) => one.id === opened); // it may have been taken away by anybody
    return [...all]
      .sort((a, b) => rangeOf(all, b).from - rangeOf(all, a).from)
      .map((breakpoint) => ({
        breakpoint,
        folded: fills ? breakpoint.id !== opened : this.folded().has(breakpoint.id),
      }));
  });

  /** The leaves drawn, each with its room and scale. */
  readonly leaves = computed(() => {
    const drawn = this.widestFirst();
    const rooms = leafRooms(
      this.width(),
      drawn.map((one) => ({ width: one.breakpoint.preview.width, folded: one.folded })),
      leafGap,
    );
    const size = this.anySize();
    const taker = size && breakpointAt(this.breakpoints(), size.width).id;
    return drawn.map((one, index) => {
      const room = rooms[index]!;
      if (!size || one.breakpoint.id !== taker) return { ...one, ...room, anySize: false };
      const preview = { width: size.width, height: size.height ?? one.breakpoint.preview.height };
      const scale = one.folded ? 0 : Math.min(room.width / size.width, 1);
      return { ...one, ...room, breakpoint: { ...one.breakpoint, preview }, scale, anySize: true };
    });
  });

  toggleFold(id: string): void {
    const folded = new Set(this.folded());
    if (folded.has(id)) folded.delete(id);
    else if (this.breakpoints().length - folded.size > 1) folded.add(id);
    this.opened.set(undefined);
    this.folded.set(folded);
  }
}
