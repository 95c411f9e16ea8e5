import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { filterFunctions, filtersOf, filterText, type Filter, type FilterFunction } from '@core/style/drawn/filters';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';

/** What a part, or what lies behind it, is seen through: each function with its amount, in their order. */
@Component({
  selector: 'fold-filter-slip',
  imports: [SlipSlider],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './filter-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './filter-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FilterSlip {
  protected readonly slip = inject(Slip);

  /** What holds here; undefined where it can only be typed. */
  protected readonly filters = computed(() => filtersOf(this.slip.cell().value));
  protected readonly rows = computed(() =>
    (this.filters() ?? []).map((filter, at) => ({
      ...{ filter, at, of: `at ${this.slip.breakpointName()}` },
      isFirst: at === 0,
      known: 'amount' in filter ? filterFunctions.find((one) => one.name === filter.name) : undefined,
      amount: 'amount' in filter ? filter.amount : 0,
      text: 'text' in filter ? filter.text : '',
    })),
  );
  /** Those that are not there yet. */
  protected readonly others = computed(() => {
    const there = new Set((this.filters() ?? []).map((one) => one.name));
    return filterFunctions.filter((one) => !there.has(one.name));
  });

  protected add({ name, begins }: FilterFunction): void {
    this.store([...(this.filters() ?? []), { name, amount: begins }]);
  }

  protected set(at: number, amount: number): void {
    this.store((this.filters() ?? []).map((one, index) => (index === at ? { name: one.name, amount } : one)));
  }

  protected remove(at: number): void {
    this.store((this.filters() ?? []).toSpliced(at, 1));
  }

  /** Lets one take its turn before the one it comes after. */
  protected before(at: number): void {
    const list = [...(this.filters() ?? [])];
    list.splice(at - 1, 0, ...list.splice(at, 1));
    this.store(list);
  }

  private store(list: readonly Filter[]): void {
    this.slip.write(filterText(list));
  }
}
