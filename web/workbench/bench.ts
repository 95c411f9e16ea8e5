import { computed, inject, Injectable, signal } from '@angular/core';
import { baseOf, outwards, type Breakpoint } from '@core/document/breakpoint';
import { canUnwrap, canWrap, duplicate, outermost, removeParts, step, unwrap, wrap, type Step } from '@core/document/commands/arrange';
import { landingBy, place, type Target } from '@core/document/commands/place';
import { styleEdit, toggleShown } from '@core/document/commands/style';
import { idOfThing, newThing, type Thing } from '@core/document/commands/thing';
import type { Edit } from '@core/document/edits/edit';
import { Problem } from '@core/document/problem';
import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { parentOf, pathTo } from '@core/document/tree';
import { leafRooms } from '@core/geometry/spread';
import type { Drop } from '@core/geometry/drop-target';
import type { Group } from '@core/style/properties';
import { PageSession } from '../services/page-session';

export const leafGap = 14;
export type LedgerGroup = Group | 'content';

/** Where a dragged thing would land, and in which leaf, or in the outline. */
export interface Landing {
  readonly where: string;
  readonly drop: Drop;
}

/** What is selected, shown and dragged on the workbench, and the commands on it. */
@Injectable()
export class Bench {
  readonly session = inject(PageSession);

  readonly selection = signal<string | undefined>(undefined);
  /** The breakpoint of the leaf worked in last; commands that need one take it. */
  readonly breakpoint = signal('');
  readonly hover = signal<{ readonly part: string; readonly breakpoint: string } | undefined>(undefined);
  readonly group = signal<LedgerGroup>('type');
  readonly folded = signal<ReadonlySet<string>>(new Set());
  readonly opened = signal<string | undefined>(undefined);
  readonly spreadWidth = signal(1000);
  readonly landing = signal<Landing | undefined>(undefined);
  readonly dragged = signal<string | undefined>(undefined);
  readonly helpOpen = signal(false);
  /** Asks the leaf of the breakpoint to open the selection for writing. */
  readonly writeRequest = signal(0);

  readonly breakpoints = computed<readonly Breakpoint[]>(() => outwards(this.session.site()?.breakpoints ?? []));
  readonly active = computed(() => this.breakpoint() || baseOf(this.session.site()?.breakpoints ?? []).id);

  /** The leaves drawn, each with its room and scale; one opened to fill leaves spines of the others. */
  readonly leaves = computed(() => {
    const opened = this.opened();
    const shown = this.breakpoints().map((breakpoint) => ({
      breakpoint,
      folded: opened === undefined ? this.folded().has(breakpoint.id) : breakpoint.id !== opened,
    }));
    const rooms = leafRooms(this.spreadWidth(), shown.map((one) => ({ width: one.breakpoint.preview.width, folded: one.folded })), leafGap);
    return shown.map((one, index) => ({ ...one, ...rooms[index]! }));
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
    return pathTo(page, id).map((one) => ({ id: one, name: one === page.root ? 'Page' : nameOf(page.parts[one]!) }));
  });

  select(id: string | undefined, breakpoint?: string): void {
    this.selection.set(id);
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
    if (now) this.put(newThing(now.site, kind), landingBy(now.page, this.selection(), kind));
  }

  /** Puts a thing at a target and selects it. */
  put(thing: Thing, target: Target): void {
    if (this.attempt((site, page) => place(site, page, thing, target))) this.selection.set(idOfThing(thing));
  }

  remove(): void {
    const chosen = this.selected();
    if (!chosen || chosen.id === chosen.page.root) return;
    const parent = parentOf(chosen.page, chosen.id);
    const siblings = parent === undefined ? [] : chosen.page.parts[parent]!.children;
    const index = siblings.indexOf(chosen.id);
    if (this.attempt((_site, page) => removeParts(page, outermost(page, [chosen.id])))) this.selection.set(siblings[index + 1] ?? siblings[index - 1] ?? parent);
  }

  duplicate(): void {
    this.making((_site, page, id) => duplicate(page, id));
  }

  wrap(): void {
    this.making((site, page, id) => wrap(site, page, id));
  }

  private making(command: (site: Site, page: Page, id: string) => { edits: Edit[]; made: string }): void {
    const chosen = this.selected();
    if (!chosen || chosen.id === chosen.page.root) return;
    let made: string | undefined;
    const done = this.attempt((site, page) => {
      const result = command(site, page, chosen.id);
      made = result.made;
      return result.edits;
    });
    if (done) this.selection.set(made);
  }

  unwrap(): void {
    const chosen = this.selected();
    if (!chosen) return;
    let lifted: string[] = [];
    const done = this.attempt((_site, page) => {
      const result = unwrap(page, chosen.id);
      lifted = result.lifted;
      return result.edits;
    });
    if (done) this.selection.set(lifted[0]);
  }

  step(way: Step): void {
    const chosen = this.selected();
    if (chosen) this.attempt((site, page) => step(site, page, chosen.id, way));
  }

  /** Shows or hides a part at one breakpoint. */
  toggleShown(id: string, breakpoint: string): void {
    this.attempt((site, page) => toggleShown(site, page, id, breakpoint));
  }

  setStyle(breakpoint: string, property: string, value: string | undefined): boolean {
    const chosen = this.selected();
    return chosen ? this.attempt(() => [styleEdit(chosen.id, breakpoint, 'normal', property, value)], `${chosen.id} ${breakpoint} ${property}`) : false;
  }

  setContent(id: string, key: string, value: string | undefined): boolean {
    return this.attempt(() => [{ do: 'set', part: id, field: ['content', 'base', key], ...(value !== undefined && { value }) }], `${id} ${key}`);
  }

  readonly can = computed(() => {
    const chosen = this.selected();
    const movable = chosen !== undefined && chosen.id !== chosen.page.root;
    return {
      remove: movable,
      duplicate: movable,
      wrap: movable && canWrap(chosen.page, chosen.id),
      unwrap: movable && kindOf(chosen.part.kind).holds.length > 0 && canUnwrap(chosen.page, chosen.id),
    };
  });
}
