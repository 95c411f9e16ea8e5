import { computed, inject, Injectable } from '@angular/core';
import { setFree, withinOwn } from '@core/document/commands/sharing/own-parts';
import { duplicate, removeParts, step, type Step } from '@core/document/commands/arrange';
import { landingBy, place, type Target } from '@core/document/commands/place';
import { holderEdit } from '@core/document/commands/look/held';
import { styleEdit, toggleShown } from '@core/document/commands/style';
import { idOfThing, newThing, type Thing } from '@core/document/commands/thing';
import { canUnwrap, canWrap } from '@core/document/commands/can-wrap';
import { withTracks } from '@core/document/commands/with-tracks';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { isOnPage, type AnyEdit } from '@core/document/edits/site-edit';
import { kindOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { parentOf, placeOf } from '@core/document/tree';
import { PageSession } from '../../services/page-session';
import { Requests } from '../state/requests';
import { Holding } from '../state/holding';
import { Selection } from '../state/selection';

/** What can be done to the page: each command is a list of edits made by core, applied as one step. */
@Injectable()
export class Commands {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly requests = inject(Requests);

  /** The site and page while both are there, for a command. */
  private open(): { site: Site; page: Page } | undefined {
    const site = this.session.site();
    const page = this.session.page();
    return site && page ? { site, page } : undefined;
  }

  /** Runs a command that may say why it cannot be done. */
  attempt(command: (site: Site, page: Page) => readonly AnyEdit[], merge?: string): boolean {
    const open = this.open();
    if (!open) return false;
    try {
      const edits = command(open.site, open.page);
      return this.session.apply(edits.every(isOnPage) ? withTracks(open.site, open.page, edits) : edits, merge);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.session.notices.next(error.message);
      return false;
    }
  }

  /** Adds a new part by the selection and selects it. */
  add(kind: string): void {
    const open = this.open();
    if (open) this.put(newThing(open.site, kind), landingBy(open.page, this.selection.selected()?.id, kind));
  }

  /** Puts a thing at a target and selects it. */
  put(thing: Thing, target: Target): void {
    if (this.attempt((site, page) => place(site, page, thing, target))) this.selection.select(idOfThing(thing));
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
    const chosen = this.selection.all();
    const open = this.open();
    const last = chosen.at(-1);
    if (!open || last === undefined) return;
    const parent = parentOf(open.page, last);
    const siblings = parent === undefined ? [] : open.page.parts[parent]!.children;
    const rest = siblings.filter((id) => id === last || !chosen.includes(id));
    const index = rest.indexOf(last);
    if (this.attempt((_site, page) => removeParts(page, chosen)))
      this.selection.select(rest[index + 1] ?? rest[index - 1] ?? parent);
  }

  duplicate(): void {
    const made: string[] = [];
    const done = this.attempt((_site, page) =>
      this.selection.all().flatMap((id) => {
        const one = duplicate(page, id);
        made.push(one.made);
        return one.edits;
      }),
    );
    if (done) this.selection.selectAll(made);
  }

  step(way: Step): void {
    const ids = way === 'after' ? [...this.selection.all()].reverse() : this.selection.all();
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

  /** Shows or hides a part at one breakpoint. */
  toggleShown(id: string, breakpoint: string): void {
    this.attempt((site, page) => toggleShown(site, page, id, breakpoint));
  }

  /** Opens the selection for writing in the leaf worked in. */
  write(): void {
    const id = this.selection.selected()?.id;
    if (id !== undefined) this.requests.writings.next({ part: id, breakpoint: this.selection.active() });
  }

  /** Makes the shared section this page's own, as it is now. */
  unshare(): void {
    const shared = this.selection.sharedSection();
    if (shared && this.attempt(() => [{ do: 'own', on: 'both', part: shared.reference }]))
      this.selection.select(shared.reference);
  }

  /** Makes the use of an own part that is selected, or holds the selection, a part like any other. */
  setFree(): void {
    const chosen = this.selection.selected();
    const site = this.session.site();
    const use = site && chosen && withinOwn(site, chosen.page, chosen.id)?.use;
    if (use !== undefined && this.attempt(() => setFree(use))) this.selection.select(use);
  }

  /** Switches the selection off everywhere, and keeps it; or on again. */
  toggleOff(): void {
    const off = this.selection.all().every((id) => this.session.page()?.parts[id]?.off);
    this.attempt(() =>
      this.selection.all().map((part) => ({ do: 'set', part, field: ['off'], ...(!off && { value: true }) })),
    );
  }

  setStyle(breakpoint: string, property: string, value: string | undefined): boolean {
    return this.setStyles(breakpoint, { [property]: value });
  }

  /** Sets values of everything selected at a breakpoint, in one step. */
  setStyles(
    breakpoint: string,
    values: Readonly<Record<string, string | undefined>>,
    state = this.selection.state(),
  ): boolean {
    const chosen = this.selection.selected();
    if (!chosen) return false;
    const ids = this.selection.all().length > 0 ? this.selection.all() : [chosen.id];
    return this.attempt(
      () =>
        ids.flatMap((id) =>
          Object.entries(values).map(([property, value]) => styleEdit(id, breakpoint, state, property, value)),
        ),
      `${ids.join()} ${breakpoint} ${state} ${Object.keys(values).join()}`,
    );
  }

  /** Sets values of whoever's are shown in the ledger: of everything selected, or of a class or element of the site. */
  setHeld(
    breakpoint: string,
    values: Readonly<Record<string, string | undefined>>,
    state = this.selection.state(),
  ): boolean {
    const holder = this.holding.ofSite();
    if (!holder) return this.setStyles(breakpoint, values, state);
    return this.attempt(
      () =>
        Object.entries(values).map(([property, value]) => holderEdit(holder, { breakpoint, state, property, value })),
      `${JSON.stringify(holder)} ${breakpoint} ${state} ${Object.keys(values).join()}`,
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
    const chosen = this.selection.selected();
    const movable = chosen !== undefined && chosen.id !== chosen.page.root;
    return {
      remove: movable,
      duplicate: movable,
      wrap: movable && canWrap(chosen.page, this.selection.all()),
      unwrap: movable && kindOf(chosen.part.kind).holds.length > 0 && canUnwrap(chosen.page, chosen.id),
    };
  });
}
