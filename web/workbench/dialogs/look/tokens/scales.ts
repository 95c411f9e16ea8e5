import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { OneOf } from '../../../../theme/one-of';
import { TableModule } from 'primeng/table';
import { baseOf, outwards } from '@core/document/breakpoint';
import { takeTokens } from '@core/document/commands/look/take-tokens';
import { pageOfSection } from '@core/document/sections/kept-section';
import { planted, type Tree } from '@core/document/sections/planting';
import { problemOf } from '@core/document/problem';
import {
  intervals,
  scaleSteps,
  scaleTokens,
  type Scale,
  type ScaleEnd,
  type ScaleStep,
} from '@core/style/tokens/scale';
import { PageFrame } from '../../../../drawing/page-frame';
import { BreakpointChoice } from '../breakpoint-choice';
import { PageSession } from '../../../../services/page-session';
import { valueOf } from '../../../../theme/from-event';
import { Commands } from '../../../commands/commands';
import { Selection } from '../../../state/selection';
import { Tick } from '../../../../theme/tick';

const first: Readonly<Record<Scale['kind'], Scale>> = {
  size: {
    ...{ stem: 'text', kind: 'size', down: 2, up: 6, fluid: true },
    ...{ wide: { base: 17, ratio: 5 / 4 }, narrow: { base: 16, ratio: 6 / 5 } },
  },
  space: {
    ...{ stem: 'space', kind: 'space', down: 3, up: 5, fluid: false },
    ...{ wide: { base: 16, ratio: 3 / 2 }, narrow: { base: 14, ratio: 3 / 2 } },
  },
};

/** The drawing's width in px. */
const drawn = 520;

/**
 * Scales of type and of space: from a size and a ratio on the widest and the narrowest screen, drawn in the site's
 * faces, as tokens.
 */
@Component({
  selector: 'fold-scales',
  imports: [BreakpointChoice, Button, Tick, FormsModule, InputNumber, InputText, PageFrame, Select, OneOf, TableModule],
  templateUrl: './scales.html',
  styleUrl: './scales.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Scales {
  private readonly session = inject(PageSession);
  private readonly commands = inject(Commands);

  protected readonly valueOf = valueOf;
  protected readonly kinds: readonly { readonly id: Scale['kind']; readonly word: string }[] = [
    { id: 'size', word: 'Type' },
    { id: 'space', word: 'Space' },
  ];
  protected readonly kind = signal<Scale['kind']>('size');
  private readonly scales = signal(first);
  protected readonly scale = computed(() => this.scales()[this.kind()]);
  protected readonly done = signal<string | undefined>(undefined);

  protected readonly breakpoints = computed(() => [...outwards(this.session.site()?.breakpoints ?? [])]);
  /** The two screens a scale is given for. */
  protected readonly ends = computed(() => {
    const all = this.breakpoints();
    if (all.length === 0) return [];
    const wide = baseOf(all);
    const narrow = all.reduce((least, one) => (one.preview.width < least.preview.width ? one : least), wide);
    return narrow === wide
      ? [{ end: 'wide' as const, at: wide }]
      : [
          { end: 'wide' as const, at: wide },
          { end: 'narrow' as const, at: narrow },
        ];
  });
  protected readonly at = signal(inject(Selection).active());
  private readonly shownAt = computed(() => {
    const all = this.breakpoints();
    return all.find((one) => one.id === this.at()) ?? baseOf(all);
  });

  /** The scale as it is made: of a site with one screen, its ends are the same. */
  private readonly whole = computed<Scale>(() => {
    const scale = this.scale();
    return this.ends().length === 1 ? { ...scale, narrow: scale.wide } : scale;
  });
  protected readonly problem = computed(() => {
    const [all, scale] = [this.breakpoints(), this.whole()];
    return problemOf(() => {
      scaleSteps(all, scale);
    });
  });
  /** The largest first. */
  protected readonly steps = computed<ScaleStep[]>(() =>
    this.problem() === undefined ? scaleSteps(this.breakpoints(), this.whole()).reverse() : [],
  );
  protected readonly byName = (_index: number, step: ScaleStep): string => step.name;
  /** What it would do to the tokens there are. */
  protected readonly plan = computed(() => {
    const site = this.session.site();
    if (!site || this.problem() !== undefined) return undefined;
    return takeTokens(site, scaleTokens(site.breakpoints, this.whole()));
  });

  /** The steps as a page of the site, so that they stand in its faces. */
  protected readonly drawing = computed(() => {
    const site = this.session.site();
    if (!site || this.steps().length === 0) return undefined;
    const at = this.shownAt().id;
    const gap = { 'row-gap': '14px', 'padding-top': '20px', 'padding-left': '20px', 'padding-bottom': '20px' };
    const holds = this.steps().map((one) => this.line(one, one.sizes[at] ?? 0));
    const tree: Tree = { kind: 'section', base: gap, holds };
    const page = pageOfSection(planted(site, tree));
    return { site, page };
  });
  protected readonly screen = computed(() => ({ width: this.shownAt().preview.width, height: 1600 }));
  protected readonly cut = computed(() => ({
    ...{ left: 0, top: 0 },
    scale: Math.min(1, drawn / this.shownAt().preview.width),
  }));
  protected readonly wide = computed(() => this.screen().width * this.cut().scale);

  private line(step: ScaleStep, px: number): Tree {
    if (this.kind() === 'space')
      return { kind: 'container', base: { width: `${px}px`, height: '12px', 'background-color': 'currentcolor' } };
    return {
      kind: 'heading',
      tag: 'h2',
      content: { text: 'Six sailings a day' },
      base: { 'font-size': `${px}px`, 'line-height': '1.1', 'text-wrap-mode': 'nowrap' },
    };
  }

  protected set(more: Partial<Scale>): void {
    this.done.set(undefined);
    this.scales.update((all) => ({ ...all, [this.kind()]: { ...all[this.kind()], ...more } }));
  }

  protected setEnd(end: 'wide' | 'narrow', more: Partial<ScaleEnd>): void {
    this.set({ [end]: { ...this.scale()[end], ...more } });
  }

  /** A ratio typed as a number; the field shows three digits of one that has more. */
  protected setRatio(end: 'wide' | 'narrow', typed: number | null): void {
    const ratio = typed ?? 1.2;
    if (Math.abs(ratio - this.scale()[end].ratio) >= 0.0006) this.setEnd(end, { ratio });
  }

  /** Intervals to choose from, and the ratio there is where it is none of them. */
  protected choices(ratio: number): { readonly ratio: number; readonly says: string }[] {
    const named = intervals.map((one) => ({ ratio: one.ratio, says: `${one.name} · ${one.ratio.toFixed(3)}` }));
    const isNamed = intervals.some((one) => one.ratio === ratio);
    return isNamed ? named : [...named, { ratio, says: `own · ${ratio}` }];
  }

  protected take(): void {
    const plan = this.plan();
    if (!plan || !this.commands.attempt((site) => takeTokens(site, scaleTokens(site.breakpoints, this.whole())).edits))
      return;
    this.done.set(`${plan.made.length} created, ${plan.changed.length} changed. Undo takes all of it back.`);
  }
}
