import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { IntoFrame, type Done } from './into-frame';
import { Tick } from '../../../theme/tick';

/** A page that is not open, as it is listed. */
export interface OtherPage {
  readonly id: string;
  readonly title: string;
  readonly path: string;
  /** What is said of where it stands now. */
  readonly now: string;
}

/** Pages that do not stand in a frame yet, to be put in it together. */
@Component({
  selector: 'fold-other-pages',
  imports: [Button, Checkbox, Tick, FormsModule],
  providers: [IntoFrame],
  template: `
    @if (pages().length > 0) {
      <details>
        <summary>Put other pages in it …</summary>
        <ul>
          @for (page of pages(); track page.id) {
            <li>
              <p-checkbox
                [inputId]="frame() + page.id"
                [value]="page.id"
                [ngModel]="chosen()"
                (ngModelChange)="chosen.set($event)"
                [disabled]="busy()"
              />
              <label [for]="frame() + page.id"
                >{{ page.title }} <small>{{ page.path }}{{ page.now }}</small></label
              >
            </li>
          }
        </ul>
        <p>
          <fold-tick [field]="frame() + '-replacing'" [(on)]="replacing"
            >Remove the headers and footers these pages have of their own</fold-tick
          >
        </p>
        <p-button
          size="small"
          [label]="says()"
          [disabled]="chosen().length === 0"
          [loading]="busy()"
          (onClick)="put()"
          data-put-in-frame
        />
      </details>
    }
    @if (done().length > 0) {
      <p class="done" role="status">
        {{ done().length === 1 ? 'One page was' : done().length + ' pages were' }} changed.
        <p-button label="Undo" size="small" [text]="true" [disabled]="busy()" (onClick)="undo()" />
      </p>
    }
    @for (problem of problems(); track problem) {
      <p class="problem" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    summary {
      cursor: pointer;
    }
    ul {
      display: grid;
      gap: 6px;
      max-height: 180px;
      margin: 8px 0;
      padding: 2px;
      overflow: auto;
      list-style: none;
    }
    li,
    p {
      display: flex;
      gap: 8px;
      align-items: center;
      margin: 8px 0;
    }
    li {
      margin: 0;
    }
    small {
      color: var(--ink-soft);
    }
    .problem {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherPages {
  private readonly into = inject(IntoFrame);
  readonly frame = input.required<string>();
  readonly pages = input.required<readonly OtherPage[]>();
  /** Pages were changed on the server. */
  readonly changed = output();

  protected readonly chosen = signal<readonly string[]>([]);
  protected readonly replacing = signal(true);
  protected readonly busy = signal(false);
  protected readonly done = signal<readonly Done[]>([]);
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly says = computed(() => {
    const count = this.chosen().length;
    return count === 1 ? 'Put one page in it' : `Put ${count} pages in it`;
  });

  protected put(): Promise<void> {
    const pages = this.pages().filter((one) => this.chosen().includes(one.id));
    return this.run(async () => {
      const listed = pages.map(({ id, title }) => ({ page: id, title }));
      const { done, problems } = await this.into.put(listed, this.frame(), this.replacing());
      this.done.set(done.filter((one) => one.back.length > 0));
      this.problems.set(problems);
      this.chosen.set([]);
    });
  }

  protected undo(): Promise<void> {
    return this.run(async () => {
      const { problems } = await this.into.undo(this.done());
      this.done.set([]);
      this.problems.set(problems);
    });
  }

  private async run(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
    } finally {
      this.busy.set(false);
      this.changed.emit();
    }
  }
}
