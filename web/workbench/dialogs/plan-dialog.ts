import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { Hint } from '../../theme/hint';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import {
  fillingAt,
  fillings,
  layPlan,
  newSection,
  sharesOfPlan,
  type PlannedSection,
} from '@core/document/commands/plan';
import { commonSplits } from '@core/document/shares';
import { Problem } from '@core/document/problem';
import { Selection } from '../state/selection';
import { Commands } from '../commands/commands';
import { valueOf } from '../../theme/from-event';

const splits = commonSplits.map(({ name, shares }) => ({
  name,
  text: shares.length === 1 ? '' : shares.map((one) => Math.round(one * 100) / 100).join(' '),
}));

/** A whole page's skeleton described in one place, drawn as one goes, and made in one step. */
@Component({
  selector: 'fold-plan-dialog',
  imports: [Button, FormsModule, InputNumber, InputText, Hint, Select],
  hostDirectives: [DialogFocus],
  templateUrl: './plan-dialog.html',
  styleUrl: './plan-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanDialog {
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly plan = signal<readonly PlannedSection[]>([
    { ...newSection(1), name: 'Opening' },
    { ...newSection(2), split: '50 50', filling: 'picture and text' },
    newSection(3),
  ]);
  protected readonly splits = splits;
  protected readonly fillings = [...fillings];
  protected readonly tools = [
    { label: 'Up', icon: 'pi pi-arrow-up', run: (index: number) => this.move(index, -1) },
    { label: 'Down', icon: 'pi pi-arrow-down', run: (index: number) => this.move(index, 1) },
    { label: 'Duplicate', icon: 'pi pi-clone', run: (index: number) => this.again(index) },
    { label: 'Remove', icon: 'pi pi-trash', run: (index: number) => this.drop(index) },
  ];

  protected readonly problem = computed(() => {
    for (const section of this.plan()) {
      try {
        sharesOfPlan(section);
      } catch (error) {
        if (error instanceof Problem) return error.message;
        throw error;
      }
    }
    return undefined;
  });
  /** The skeleton to scale: 1 px for 12 px of the page. */
  protected readonly drawn = computed(() => {
    let top = 0;
    return this.plan().map((section) => {
      const height = Math.max(section.height / 12, 12);
      let shares: number[];
      try {
        shares = sharesOfPlan(section);
      } catch {
        shares = [100];
      }
      let left = 0;
      const columns = shares.map((share, index) => {
        const column = { left, width: share, filling: fillingAt(section.filling, index) };
        left += share;
        return column;
      });
      const one = { top, height, columns, name: section.name };
      top += height + 3;
      return one;
    });
  });
  protected readonly total = computed(() => this.plan().reduce((sum, one) => sum + one.height, 0));

  protected change(index: number, what: Partial<PlannedSection>): void {
    this.plan.update((plan) => plan.map((one, at) => (at === index ? { ...one, ...what } : one)));
  }

  protected text = (event: Event): string => valueOf(event);
  protected number = (value: string | number | null | undefined): number => Number(value ?? 0) || 0;

  protected add(): void {
    this.plan.update((plan) => [...plan, newSection(plan.length + 1)]);
  }

  protected again(index: number): void {
    this.plan.update((plan) => plan.toSpliced(index + 1, 0, { ...plan[index]!, name: `Section ${plan.length + 1}` }));
  }

  protected drop(index: number): void {
    this.plan.update((plan) => plan.toSpliced(index, 1));
  }

  protected move(index: number, by: -1 | 1): void {
    this.plan.update((plan) => {
      const one = plan[index];
      return one && plan[index + by] ? plan.toSpliced(index, 1).toSpliced(index + by, 0, one) : plan;
    });
  }

  protected lay(): void {
    let made: string[] = [];
    const done = this.commands.attempt((site, page) => {
      const result = layPlan(site, page, this.plan());
      made = result.made;
      return result.edits;
    });
    if (!done) return;
    this.dialog.close();
    this.selection.select(made[0]);
  }
}
