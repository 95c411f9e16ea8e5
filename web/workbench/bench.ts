import { computed, inject, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import { baseOf, breakpointAt, outwards, reachOf, type Breakpoint } from '@core/document/breakpoint';
import { duplicate, outermost, removeParts, step, type Step } from '@core/document/commands/arrange';
import { landingBy, place, type Target } from '@core/document/commands/place';
import { sharedAround, unshare } from '@core/document/commands/shared';
import { styleEdit, toggleShown } from '@core/document/commands/style';
import { canUnwrap, canWrap, waysToUnwrap, waysToWrap, type Way } from '@core/document/commands/wrap';
import { idOfThing, newThing, type Thing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { Problem } from '@core/document/problem';
import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { State } from '@core/document/style-map';
import { parentOf, pathTo, placeOf } from '@core/document/tree';
import { leafRooms } from '@core/geometry/spread';
import type { Moved } from '@core/geometry/moved';
import type { Drop } from '@core/geometry/drop-target';
import type { Group } from '@core/style/properties';
import { canvasAddresses } from '../services/addresses';
import { PageSession } from '../services/page-session';
import { tryWays, type Tried } from './canvas/try-ways';

export const leafGap = 14;
export type LedgerGroup = Group | 'content' | 'screen' | 'findings';

/** Tabs of the ledger that show something else than values. */
export const isApart = (group: LedgerGroup): group is 'content' | 'screen' | 'findings' =>
  group === 'content' || group === 'screen' || group === 'findings';

/** Where a dragged thing would land, and in which leaf, or in the outline. */
export interface Landing {
  readonly where: string;
  readonly drop: Drop;
}

/** A command that would move something, waiting for a person's word. */
export interface Doubt {
  readonly title: string;
  readonly moved: readonly Moved[];
  readonly go: () => void;
}

/** Values shown on the leaves while something is dragged, before they become edits. */
export interface Foretaste {
  readonly breakpoint: string;
  readonly values: ReadonlyMap<string, Readonly<Record<string, string | undefined>>>;
}

/** Most edits leave the selection as it is: then nothing that hangs on it alone is done anew. */
export const sameList = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((one, index) => one === b[index]);

/** The ways to do something, and what follows once one is taken. */
interface Choice {
  readonly ways: readonly Way[];
  readonly boxless?: Way | undefined;
  readonly then: () => void;
}

/** A dialog of the workbench that can be asked for from several places. */
export type DialogName = 'plan' | 'values' | 'sections' | 'keep' | 'refit' | 'breakpoints';

/** A point of the window, and the parts that lie there, from the top down. */
export interface MenuPoint {
  readonly x: number;
  readonly y: number;
  readonly pile: readonly string[];
}

/** What is selected, shown and dragged on the workbench, and the commands on it. */
@Injectable()
export class Bench {
  readonly session = inject(PageSession);

  readonly selection = signal<string | undefined>(undefined);
  /** Parts selected besides. */
  readonly also = signal<ReadonlySet<string>>(new Set());
  /** Everything selected, outermost first and in document order; never the page itself. */
  readonly chosen = computed<readonly string[]>(
    () => {
      const page = this.session.page();
      const id = this.selection();
      return page ? outermost(page, [...this.also(), ...(id === undefined ? [] : [id])]) : [];
    },
    { equal: sameList },
  );
  /** The breakpoint of the leaf worked in last; commands that need one take it. */
  readonly breakpoint = signal('');
  /** The state whose values are shown and set; every other part is in its normal one. */
  readonly state = signal<State>('normal');
  readonly hover = signal<{ readonly part: string; readonly breakpoint: string } | undefined>(undefined);
  readonly group = signal<LedgerGroup>('type');
  readonly folded = signal<ReadonlySet<string>>(new Set());
  readonly opened = signal<string | undefined>(undefined);
  readonly spreadWidth = signal(1000);
  readonly landing = signal<Landing | undefined>(undefined);
  readonly dragged = signal<string | undefined>(undefined);
  readonly helpOpen = signal(false);
  readonly doubt = signal<Doubt | undefined>(undefined);
  readonly foretaste = signal<Foretaste | undefined>(undefined);
  /** Copy, cut and paste, from the window or a leaf. */
  readonly clipped = new Subject<ClipboardEvent>();
  readonly working = signal('');
  /** A held key asks for the distances between the selection and what is pointed at. */
  readonly measuring = signal(false);
  /** Words the outline is searched by. */
  readonly outlineQuery = signal('');
  /** Dialogs, as they are asked for. */
  readonly dialogs = new Subject<DialogName>();
  /** Parts the leaves are asked to scroll to. */
  readonly reveals = new Subject<string>();
  /** Points of the window at which the menu of the selection is asked for. */
  readonly menus = new Subject<MenuPoint>();
  /** Parts that a click on a leaf passes by, and parts out of sight: in the editor alone, kept in this browser. */
  readonly locked = signal<ReadonlySet<string>>(new Set());
  readonly unseen = signal<ReadonlySet<string>>(new Set());
  /** Parts that are asked to be opened for writing, in the leaf of a breakpoint. */
  readonly writings = new Subject<{ readonly part: string; readonly breakpoint: string }>();

  readonly breakpoints = computed<readonly Breakpoint[]>(() => {
    const site = this.session.site();
    return site ? outwards(site.breakpoints) : [];
  });
  /** A breakpoint by its id; the base while it is gone. */
  breakpointOf = (id: string | undefined): Breakpoint =>
    this.breakpoints().find((one) => one.id === id) ?? baseOf(this.session.site()?.breakpoints ?? []);
  readonly active = computed(() => this.breakpoint() || baseOf(this.session.site()?.breakpoints ?? []).id);

  /** Every leaf is drawn as high as its page, with the end of each screen marked. */
  readonly unrolled = signal(false);

  /** A screen of any size: the leaf of the breakpoint that decides there takes it on. */
  readonly free = signal<{ readonly width: number; readonly height?: number } | undefined>(undefined);

  /** The leaves drawn, each with its room and scale; one opened to fill leaves spines of the others. */
  readonly leaves = computed(() => {
    const opened = this.opened();
    const all = this.breakpoints();
    const widestFirst = [...all].sort((a, b) => reachOf(all, b).from - reachOf(all, a).from);
    const shown = widestFirst.map((breakpoint) => ({
      breakpoint,
      folded: opened === undefined ? this.folded().has(breakpoint.id) : breakpoint.id !== opened,
    }));
    const rooms = leafRooms(
      this.spreadWidth(),
      shown.map((one) => ({ width: one.breakpoint.preview.width, folded: one.folded })),
      leafGap,
    );
    const free = this.free();
    const freed = free && breakpointAt(all, free.width);
    return shown.map((one, index) => {
      const room = rooms[index]!;
      if (!free || one.breakpoint.id !== freed?.id) return { ...one, ...room, free: false };
      const breakpoint = {
        ...one.breakpoint,
        preview: { width: free.width, height: free.height ?? one.breakpoint.preview.height },
      };
      return { ...one, ...room, breakpoint, scale: one.folded ? 0 : Math.min(room.width / free.width, 1), free: true };
    });
  });

  /** The selection, as long as it is still on the page. */
  readonly selected = computed(() => {
    const id = this.selection();
    const page = this.session.page();
    return id !== undefined && page && Object.hasOwn(page.parts, id) ? { id, part: page.parts[id]!, page } : undefined;
  });
  readonly path = computed(() => {
    const page = this.session.page();
    if (!page) return [];
    const id = this.selected()?.id ?? page.root;
    return pathTo(page, id).map((one) => ({ id: one, name: nameOf(page.parts[one]!) }));
  });

  select(id: string | undefined, breakpoint?: string): void {
    if (id !== this.selection()) this.state.set('normal');
    this.selection.set(id);
    this.also.set(new Set());
    if (breakpoint !== undefined) this.breakpoint.set(breakpoint);
  }

  /** Adds a part to the selection, or takes it out again. */
  toggleSelected(id: string, breakpoint?: string): void {
    const page = this.session.page();
    if (!page || id === page.root) return;
    const all = new Set([
      ...this.also(),
      ...(this.selection() === undefined || this.selection() === page.root ? [] : [this.selection()!]),
    ]);
    if (!all.delete(id)) all.add(id);
    this.selectAll([...all], breakpoint);
  }

  /** Selects several parts; the last one is the one whose values are shown. */
  selectAll(ids: readonly string[], breakpoint?: string): void {
    this.selection.set(ids.at(-1) ?? this.session.page()?.root);
    this.also.set(new Set(ids.slice(0, -1)));
    if (breakpoint !== undefined) this.breakpoint.set(breakpoint);
  }

  toggleFold(id: string): void {
    const folded = new Set(this.folded());
    if (folded.has(id)) folded.delete(id);
    else if (this.breakpoints().length - folded.size > 1) folded.add(id);
    this.opened.set(undefined);
    this.folded.set(folded);
  }

  /** The site and page while both are there, for a command. */
  private now(): { site: Site; page: Page } | undefined {
    const site = this.session.site();
    const page = this.session.page();
    return site && page ? { site, page } : undefined;
  }

  /** Runs a command that may say why it cannot be done. */
  attempt(command: (site: Site, page: Page) => readonly Edit[], merge?: string): boolean {
    const now = this.now();
    if (!now) return false;
    try {
      return this.session.apply(command(now.site, now.page), merge);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.session.notices.next(error.message);
      return false;
    }
  }

  /** Adds a new part by the selection and selects it. */
  add(kind: string): void {
    const now = this.now();
    if (now) this.put(newThing(now.site, kind), landingBy(now.page, this.selected()?.id, kind));
  }

  /** Puts a thing at a target and selects it. */
  put(thing: Thing, target: Target): void {
    if (this.attempt((site, page) => place(site, page, thing, target))) this.select(idOfThing(thing));
  }

  /** Puts several parts at a target, one behind the other in document order, in one step. */
  putAll(ids: readonly string[], target: Target): void {
    this.attempt((site, page) => {
      const edits: Edit[] = [];
      let current = page;
      let at = target;
      for (const id of ids) {
        const next = place(site, current, { part: id }, at);
        edits.push(...next);
        current = applyEdits(site, current, next).page;
        const { parent, index } = placeOf(current, id);
        at = { where: 'inside', parent, index: index + 1 };
      }
      return edits;
    });
  }

  remove(): void {
    const chosen = this.chosen();
    const now = this.now();
    const last = chosen.at(-1);
    if (!now || last === undefined) return;
    const parent = parentOf(now.page, last);
    const siblings = parent === undefined ? [] : now.page.parts[parent]!.children;
    const rest = siblings.filter((id) => id === last || !chosen.includes(id));
    const index = rest.indexOf(last);
    if (this.attempt((_site, page) => removeParts(page, chosen)))
      this.select(rest[index + 1] ?? rest[index - 1] ?? parent);
  }

  duplicate(): void {
    const made: string[] = [];
    const done = this.attempt((_site, page) =>
      this.chosen().flatMap((id) => {
        const one = duplicate(page, id);
        made.push(one.made);
        return one.edits;
      }),
    );
    if (done) this.selectAll(made);
  }

  /** Puts the selection into a container: in the way that moves nothing at any breakpoint, and if there is none, only after asking. */
  async wrap(): Promise<void> {
    const ids = this.chosen();
    await this.choose('Wrapping', new Set(), (site, page) => {
      if (!canWrap(page, ids)) return undefined;
      const { made, ways } = waysToWrap(site, page, ids);
      return { ways, boxless: ways.at(-1), then: () => this.select(made) };
    });
  }

  /** Takes a box away and keeps what it holds, in the way that moves nothing at any breakpoint; if there is none, only after asking. */
  async unwrap(): Promise<void> {
    const id = this.selected()?.id;
    if (id === undefined) return;
    await this.choose('Unwrapping', new Set([id]), (site, page) => {
      if (!Object.hasOwn(page.parts, id) || !canUnwrap(page, id)) return undefined;
      const { lifted, ways } = waysToUnwrap(site, page, id);
      return { ways, then: () => this.selectAll(lifted) };
    });
  }

  /**
   * Measures the ways to do something and takes one that moves nothing, or asks. What was measured holds for the page it was measured on alone:
   * where that has changed meanwhile, by whomever, it is measured again.
   */
  private async choose(
    what: string,
    except: ReadonlySet<string>,
    waysOn: (site: Site, page: Page) => Choice | undefined,
  ): Promise<void> {
    this.working.set(`${what}: checking that nothing moves …`);
    const found = await this.measured(except, waysOn).finally(() => this.working.set(''));
    if (!found) return;
    const { now, choice, tried } = found;
    const go = (way: Way): void => {
      if (this.attempt(() => way.edits)) choice.then();
    };
    const exact = tried.find((one) => one.moved.length === 0);
    if (exact) {
      go(exact.way);
      if (exact.way === choice.boxless)
        this.session.notices.next(
          'A container with its own box would have moved something, so this one has display: contents. Set display to flex to give it a box.',
        );
      return;
    }
    const least = [...tried].sort((a, b) => a.moved.length - b.moved.length)[0];
    const still = (): boolean => this.session.page() === now.page && this.session.site() === now.site;
    if (least)
      this.doubt.set({
        title: `${what} will move parts`,
        moved: least.moved,
        go: () => (still() ? go(least.way) : void this.choose(what, except, waysOn)),
      });
  }

  private async measured(
    except: ReadonlySet<string>,
    waysOn: (site: Site, page: Page) => Choice | undefined,
  ): Promise<{ now: { site: Site; page: Page }; choice: Choice; tried: readonly Tried[] } | undefined> {
    for (let tries = 0; tries < 5; tries++) {
      const now = this.now();
      const choice = now && waysOn(now.site, now.page);
      if (!now || !choice) return undefined;
      const tried = await tryWays(now.site, now.page, choice.ways, canvasAddresses(now.site.id), except);
      if (this.session.page() === now.page && this.session.site() === now.site) return { now, choice, tried };
    }
    this.session.notices.next('The page goes on changing while it is measured. Try again in a moment.');
    return undefined;
  }

  step(way: Step): void {
    const ids = way === 'after' ? [...this.chosen()].reverse() : this.chosen();
    this.attempt((site, page) => {
      const edits: Edit[] = [];
      let current = page;
      for (const id of ids) {
        const next = step(site, current, id, way);
        edits.push(...next);
        current = applyEdits(site, current, next).page;
      }
      return edits;
    });
  }

  /** What is kept in this browser about a page: what is locked and what is out of sight. */
  recall(page: string): void {
    this.kept = page;
    this.locked.set(this.read('locked'));
    this.unseen.set(this.read('unseen'));
  }
  private kept = '';
  private read(what: string): Set<string> {
    const text = localStorage.getItem(`fold ${what} ${this.kept}`);
    return new Set(text === null || text === '' ? [] : text.split(' '));
  }

  toggleLocked(ids: readonly string[] = this.chosen()): void {
    this.locked.update((now) => this.toggled('locked', now, ids));
  }
  toggleUnseen(ids: readonly string[] = this.chosen()): void {
    this.unseen.update((now) => this.toggled('unseen', now, ids));
  }
  private toggled(what: string, now: ReadonlySet<string>, ids: readonly string[]): Set<string> {
    const next = new Set(now);
    for (const id of ids) if (!next.delete(id)) next.add(id);
    localStorage.setItem(`fold ${what} ${this.kept}`, [...next].join(' '));
    return next;
  }

  /** Shows or hides a part at one breakpoint. */
  toggleShown(id: string, breakpoint: string): void {
    this.attempt((site, page) => toggleShown(site, page, id, breakpoint));
  }

  /** Opens the selection for writing in the leaf worked in. */
  write(): void {
    const id = this.selected()?.id;
    if (id !== undefined) this.writings.next({ part: id, breakpoint: this.active() });
  }

  /** Brings a part into view on every leaf. */
  reveal(part: string): void {
    this.reveals.next(part);
  }

  /** The shared section the selection stands in. */
  readonly sharedHere = computed(() => {
    const [site, chosen] = [this.session.site(), this.selected()];
    return site && chosen ? sharedAround(site, chosen.page, chosen.id) : undefined;
  });

  /** Makes this page's copy of the shared section its own. */
  unshare(): void {
    const section = this.sharedHere();
    let made: string | undefined;
    if (
      section &&
      this.attempt((_site, page) => {
        const result = unshare(page, section.root);
        made = result.made;
        return result.edits;
      })
    )
      this.select(made);
  }

  /** Switches the selection off everywhere, and keeps it; or on again. */
  toggleOff(): void {
    const off = this.chosen().every((id) => this.session.page()?.parts[id]?.off);
    this.attempt(() =>
      this.chosen().map((part) => ({ do: 'set', part, field: ['off'], ...(!off && { value: true }) })),
    );
  }

  setStyle(breakpoint: string, property: string, value: string | undefined): boolean {
    return this.setStyles(breakpoint, { [property]: value });
  }

  /** Sets values of everything selected at a breakpoint, in one step. */
  setStyles(breakpoint: string, values: Readonly<Record<string, string | undefined>>): boolean {
    const chosen = this.selected();
    if (!chosen) return false;
    const ids = this.chosen().length > 0 ? this.chosen() : [chosen.id];
    const state = this.state();
    return this.attempt(
      () =>
        ids.flatMap((id) =>
          Object.entries(values).map(([property, value]) => styleEdit(id, breakpoint, state, property, value)),
        ),
      `${ids.join()} ${breakpoint} ${state} ${Object.keys(values).join()}`,
    );
  }

  /** Sets what a part says, everywhere or at one breakpoint; without a value, takes it back. */
  setContent(
    id: string,
    key: string,
    value: string | boolean | Record<string, string> | undefined,
    at = 'base',
  ): boolean {
    return this.attempt(
      () => [{ do: 'set', part: id, field: ['content', at, key], ...(value !== undefined && { value }) }],
      `${id} ${key} ${at}`,
    );
  }

  readonly can = computed(() => {
    const chosen = this.selected();
    const movable = chosen !== undefined && chosen.id !== chosen.page.root;
    return {
      remove: movable,
      duplicate: movable,
      wrap: movable && canWrap(chosen.page, this.chosen()),
      unwrap: movable && kindOf(chosen.part.kind).holds.length > 0 && canUnwrap(chosen.page, chosen.id),
    };
  });
}
