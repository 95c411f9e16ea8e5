import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Change } from '@core/document/changes';

/** What changed, a line each, with what was and what is. */
@Component({
  selector: 'fold-change-list',
  template: `
    <ul>
      @for (change of changes(); track $index) {
        <li>
          {{ change.what }}
          @if (change.values; as values) {
            <span class="values" [title]="(values.was ?? 'nothing') + ' → ' + (values.is ?? 'nothing')"
              ><s>{{ values.was ?? 'nothing' }}</s> → {{ values.is ?? 'nothing' }}</span
            >
          }
        </li>
      }
      <ng-content />
    </ul>
  `,
  styles: `
    ul {
      margin: 4px 0 8px;
      padding-left: 24px;
      font: 13px/1.5 var(--words);
    }
    .values {
      display: block;
      font: 12px/1.6 var(--values);
      overflow-wrap: anywhere;
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChangeList {
  readonly changes = input.required<readonly Pick<Change, 'what' | 'values'>[]>();
}
