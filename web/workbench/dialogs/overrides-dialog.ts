import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { takeBack } from '@core/document/commands/overrides';
import { kindOf } from '@core/document/kinds/registry';
import type { Override } from '@core/review/idle-overrides';
import { propertyOf } from '@core/style/properties';
import { Reviewer } from '../../services/reviewer';
import { Bench } from '../bench';

interface Row {
  readonly part: string;
  readonly name: string;
  readonly kind: string;
  readonly first: boolean;
  readonly property: string;
  readonly state: string;
  readonly cells: readonly (Override | undefined)[];
}

/** Every value of the page's parts' own, as a table by part and property: to look through, to go to, and to clean. */
@Component({
  selector: 'fold-overrides-dialog',
  imports: [Button, Dialog, DialogFocus],
  templateUrl: './overrides-dialog.html',
  styleUrl: './overrides-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OverridesDialog {
  protected readonly bench = inject(Bench);
  private readonly reviewer = inject(Reviewer);
  protected readonly open = signal(false);
  protected readonly choices = [
    { id: 'below', word: 'Overridden at some breakpoint' },
    { id: 'idle', word: 'Redundant: no difference' },
    { id: 'all', word: 'All' },
  ] as const;
  protected readonly which = signal<'below' | 'idle' | 'all'>('below');
  private readonly found = signal<readonly Override[] | undefined>(undefined);
  protected readonly busy = computed(() => this.found() === undefined);
  protected readonly idle = computed(() => (this.found() ?? []).filter((one) => one.idle));

  protected readonly rows = computed<Row[]>(() => {
    const page = this.bench.session.page();
    const breakpoints = this.bench.breakpoints();
    const base = breakpoints[0]?.id;
    const which = this.which();
    const lines = new Map<string, Override[]>();
    for (const one of this.found() ?? []) {
      if (!page || !Object.hasOwn(page.parts, one.part)) continue;
      const key = `${one.part} ${one.state} ${one.property}`;
      lines.set(key, [...(lines.get(key) ?? []), one]);
    }
    let last = '';
    return [...lines.values()]
      .filter((line) => which === 'all' || line.some((one) => (which === 'idle' ? one.idle : one.breakpoint !== base)))
      .map((line) => {
        const [{ part, property, state }] = line as [Override];
        const named = page!.parts[part]!;
        const first = part !== last;
        last = part;
        const words = typeof named.content.base['text'] === 'string' ? named.content.base['text'] : '';
        return {
          part,
          first,
          property,
          state: state === 'normal' ? '' : state,
          name: named.name ?? (words.slice(0, 36) || (part === page!.root ? 'Page' : '')),
          kind: kindOf(named.kind).word,
          cells: breakpoints.map(({ id }) => line.find((one) => one.breakpoint === id)),
        };
      });
  });

  constructor() {
    this.bench.dialogs.pipe(takeUntilDestroyed()).subscribe((name) => name === 'values' && this.open.set(true));
    effect(() => {
      const page = this.bench.session.page();
      const site = this.bench.session.site();
      if (this.open() && page && site)
        untracked(
          () =>
            void this.reviewer
              .overrides(site, page)
              .then((found) => this.bench.session.page() === page && this.found.set(found)),
        );
    });
  }

  protected go(row: Row): void {
    this.bench.select(row.part);
    const group = propertyOf(row.property)?.group;
    if (group) this.bench.group.set(group);
    this.open.set(false);
  }

  protected takeBack(one: Override): void {
    this.bench.attempt(() => takeBack([one]));
  }

  protected clean(): void {
    const idle = this.idle();
    this.bench.attempt(() => takeBack(idle));
  }
}
