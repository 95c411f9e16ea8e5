import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, Subject, switchMap } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import { IconButton } from '../../theme/icon-button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { Breakpoints, outwards, rangeOf, type Breakpoint } from '@core/document/breakpoint';
import { breakpointEdits, heirOf, type BreakpointChange } from '@core/document/commands/breakpoints';
import type { LeavingPlace } from '@core/api/sites';
import { Problem } from '@core/document/problem';
import { Api, failureOf } from '../../services/api';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { valueOf } from '../../theme/from-event';

/**
 * The site's own set of breakpoints: added, renamed, changed, removed; before one goes it is said what is set at it,
 * and where that may go.
 */
@Component({
  selector: 'fold-breakpoints-dialog',
  imports: [Button, FormsModule, IconButton, InputNumber, InputText, Select, TableModule],
  hostDirectives: [DialogFocus],
  templateUrl: './breakpoints-dialog.html',
  styleUrl: './breakpoints-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakpointsDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly api = inject(Api);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly draft = signal<readonly Breakpoint[]>(this.session.site()?.breakpoints ?? []);
  private readonly heirs = signal<Readonly<Record<string, string>>>({});
  /** What a change would take from the pages: asked anew at each change, so that only the last answer counts. */
  private readonly changes = new Subject<{ readonly site: string; readonly change: BreakpointChange }>();
  private readonly leaving = toSignal<readonly LeavingPlace[], readonly LeavingPlace[]>(
    this.changes.pipe(
      switchMap(({ site, change }) =>
        this.api.leavingBy(site, change).pipe(
          catchError((error: unknown) => {
            this.refused.set(failureOf(error).problem);
            return EMPTY;
          }),
        ),
      ),
    ),
    { initialValue: [] },
  );
  /** What goes, place by place, before what only moves. */
  protected readonly places = computed(() =>
    this.leaving().map(({ title, values }) => ({
      title,
      going: values.filter((one) => one.goes).length,
      values: [...values].sort((a, b) => Number(b.goes) - Number(a.goes)),
    })),
  );
  protected readonly refused = signal<string | undefined>(undefined);
  protected readonly sides = ['width', 'height'] as const;
  /** A number counts once its field is left: half a number would move the row away from under the hand. */
  protected readonly whenLeft = { updateOn: 'blur' } as const;
  protected readonly byId = (_index: number, { one }: { readonly one: Breakpoint }): string => one.id;

  protected readonly ordered = computed(() => {
    const draft = this.draft();
    return [...draft]
      .sort((a, b) => rangeOf(draft, b).from - rangeOf(draft, a).from)
      .map((one) => ({ one, ...rangeOf(draft, one), index: draft.indexOf(one) }));
  });
  protected readonly problem = computed(() => {
    const parsed = Breakpoints.safeParse(this.draft());
    if (parsed.success) return undefined;
    const issue = parsed.error.issues[0];
    const name = typeof issue?.path[0] === 'number' ? this.draft()[issue.path[0]]?.name : undefined;
    return `${name === undefined || issue?.message.startsWith(name) ? '' : `${name}: `}${issue?.message ?? 'This set cannot be.'}`;
  });
  protected readonly removed = computed(() => {
    const all = this.session.site()?.breakpoints ?? [];
    const left = this.draft();
    return all
      .filter((one) => !left.some((other) => other.id === one.id))
      .map((one) => ({
        one,
        heir: this.heirs()[one.id] ?? '',
        choices: [
          ...outwards(left.length > 0 ? left : all)
            .filter((other) => other.side !== 'base' && all.some((known) => known.id === other.id))
            .map(({ id, name }) => ({ id, word: `move to ${name}, unless it has its own` })),
          { id: '', word: 'are deleted too' },
        ],
      }));
  });
  protected readonly changed = computed(
    () => JSON.stringify(this.draft()) !== JSON.stringify(this.session.site()?.breakpoints ?? []),
  );

  protected set(index: number, change: Partial<Breakpoint>): void {
    this.draft.update((list) => list.map((one, at) => (at === index ? { ...one, ...change } : one)));
  }
  protected setName(index: number, event: Event): void {
    this.set(index, { name: valueOf(event) });
  }
  protected setLimit(index: number, limit: number | null): void {
    this.set(index, { limit: limit ?? 0 });
  }
  protected setPreview(index: number, side: 'width' | 'height', size: number | null): void {
    const one = this.draft()[index];
    if (one) this.set(index, { preview: { ...one.preview, [side]: size ?? 0 } });
  }

  /** Adds one between the narrowest and nothing, or beyond the widest. */
  protected add(way: 'down' | 'up'): void {
    const draft = this.draft();
    const limits = draft.filter((one) => one.side === way).map((one) => one.limit ?? 0);
    const base = draft.find((one) => one.side === 'base');
    const limit =
      way === 'down'
        ? limits.length > 0
          ? Math.max(260, Math.min(...limits) - 120)
          : 1024
        : Math.max(1600, (base?.preview.width ?? 1280) + 160, ...limits.map((one) => one + 320));
    const site = this.session.site();
    const known = [...draft, ...(site?.breakpoints ?? [])].map((one) => one.id);
    // pages keep what was set at those that went
    const taken = new Set([...known, ...Object.keys(site?.retired ?? {})]);
    let count = 1;
    while (taken.has(`${way === 'down' ? 'narrow' : 'broad'}-${count}`)) count++;
    const id = `${way === 'down' ? 'narrow' : 'broad'}-${count}`;
    this.draft.set([
      ...draft,
      {
        id,
        name: way === 'down' ? 'Small' : 'Huge',
        side: way,
        limit,
        preview: way === 'down' ? { width: Math.min(360, limit), height: 720 } : { width: limit + 320, height: 1080 },
      },
    ]);
  }

  protected remove(index: number): void {
    const one = this.draft()[index];
    const all = this.session.site()?.breakpoints ?? [];
    if (!one) return;
    this.draft.update((list) => list.filter((_, at) => at !== index));
    const heir = all.some((known) => known.id === one.id)
      ? heirOf(
          all.filter((known) => known.id === one.id || this.draft().some((left) => left.id === known.id)),
          one.id,
        )
      : undefined;
    this.heirs.update((heirs) => ({ ...heirs, ...(heir && { [one.id]: heir.id }) }));
    this.look();
  }

  protected setHeir(id: string, heir: string): void {
    this.heirs.update(({ [id]: _before, ...others }) => (heir === '' ? others : { ...others, [id]: heir }));
    this.look();
  }

  private change(): BreakpointChange {
    const gone = new Set(this.removed().map(({ one }) => one.id));
    return {
      breakpoints: [...this.draft()],
      heirs: Object.fromEntries(Object.entries(this.heirs()).filter(([id]) => gone.has(id))),
    };
  }

  /** Asks what is set, on every page of the site, at those that would go. */
  private look(): void {
    const site = this.session.site();
    if (site && this.problem() === undefined) this.changes.next({ site: site.id, change: this.change() });
  }

  protected keep(): void {
    if (this.problem() !== undefined) return;
    this.refused.set(undefined);
    try {
      const site = this.session.site();
      const edits = site ? breakpointEdits(site, this.change()) : [];
      if (edits.length > 0 && !this.session.apply(edits)) return;
      this.selection.breakpoint.set('');
      this.dialog.close();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.refused.set(error.message);
    }
  }
}
