import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Popover } from 'primeng/popover';
import { styleEdit } from '@core/document/commands/style';
import { applyEdits } from '@core/document/edits/apply';
import type { Page } from '@core/document/page';
import { alternatives } from '@core/style/alternatives';
import { propertyWords } from '@core/style/property-words';
import { PageSession } from '../../../services/page-session';
import { Requests, type HelpAsked } from '../../state/requests';
import { Selection } from '../../state/selection';
import { SpreadState } from '../../state/spread-state';
import { Commands } from '../../commands/commands';
import { PartDrawing } from '../../drawn/part-drawing';
import { ResolvedValues } from '../../state/resolved-values';

interface Shown {
  readonly label: string;
  readonly properties: readonly string[];
  readonly part: string;
  readonly breakpoint: string;
}
interface Drawn {
  readonly value: string;
  readonly present: boolean;
  readonly page: Page;
}

/** What a property does: a sentence, and pictures of it on the selected part itself, as it is and as it would be. */
@Component({
  selector: 'fold-property-help',
  imports: [PartDrawing, Popover],
  template: `
    <p-popover #panel (onShow)="settled.set(true)" (onHide)="hidden()">
      @if (shown(); as help) {
        <section class="help" data-property-help>
          <h2>{{ help.label }}</h2>
          <p>{{ says() }}</p>
          @if (why(); as reason) {
            <p class="why">{{ reason }}</p>
          }
          <div class="drawn">
            @for (one of drawings(); track one.value) {
              <button
                type="button"
                [class.now]="one.present"
                [disabled]="one.present"
                [title]="one.present ? 'As it is at ' + name() : 'Set it at ' + name()"
                (click)="take(one.value)"
              >
                @if (settled()) {
                  <fold-part-drawing [page]="one.page" [part]="help.part" [breakpoint]="help.breakpoint" />
                } @else {
                  <span class="blank"></span>
                }
                <code>{{ one.value }}</code>
                @if (one.present) {
                  <small>now</small>
                }
              </button>
            }
          </div>
          <p class="where">On this part, at {{ name() }}. Click one to take it.</p>
        </section>
      }
    </p-popover>
  `,
  styles: `
    .help {
      width: 428px;
    }
    h2 {
      margin: 0 0 2px;
      font: 600 14px var(--values);
    }
    p {
      margin: 0 0 6px;
    }
    .why {
      color: var(--madder);
    }
    .where {
      font-size: 12px;
      color: var(--ink-soft);
      margin: 6px 0 0;
    }
    .drawn {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    button {
      display: block;
      padding: 0;
      font: inherit;
      color: inherit;
      text-align: left;
      background: none;
      border: 0;
      cursor: pointer;
    }
    button:disabled {
      cursor: default;
    }
    button fold-part-drawing {
      border: 1px solid var(--line);
    }
    .blank {
      display: block;
      height: 132px;
      border: 1px solid var(--line);
    }
    button:hover:enabled fold-part-drawing,
    button:focus-visible fold-part-drawing {
      border-color: var(--madder);
    }
    .now fold-part-drawing {
      border-color: var(--ink);
    }
    code {
      font: 12px var(--values);
    }
    small {
      margin-left: 6px;
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PropertyHelp {
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly commands = inject(Commands);
  private readonly panel = viewChild.required<Popover>('panel');
  protected readonly shown = signal<Shown | undefined>(undefined);
  /** The panel has come to its place: a frame that is moved forgets what was written in it. */
  protected readonly settled = signal(false);
  protected readonly says = computed(() => {
    const help = this.shown();
    return (
      help?.properties
        .map((one) => propertyWords[one] ?? '')
        .slice(0, help.properties.length > 2 ? 1 : 2)
        .join(' ') ?? ''
    );
  });
  protected readonly name = computed(() => this.spread.breakpointOf(this.shown()?.breakpoint).name);

  private readonly cell = computed(() => {
    const help = this.shown();
    return help && this.values.cell(help.part, help.breakpoint, this.selection.state(), help.properties[0]!);
  });
  protected readonly why = computed(() => this.cell()?.noEffect);

  protected readonly drawings = computed<Drawn[]>(() => {
    const [help, cell] = [this.shown(), this.cell()];
    const [site, page] = [this.session.site(), this.session.page()];
    if (!help || !cell || !site || !page) return [];
    const as = (value: string): Page => applyEdits(site, page, this.edits(help, value)).page;
    return [
      { value: cell.value, present: true, page },
      ...alternatives(site, help.properties[0]!, cell.value).map((value) => ({
        value,
        present: false,
        page: as(value),
      })),
    ];
  });

  private edits = ({ properties, part, breakpoint }: Shown, value: string) =>
    properties.map((property) => styleEdit(part, breakpoint, this.selection.state(), property, value));

  constructor() {
    const requests = inject(Requests).helps;
    const destroyed = inject(DestroyRef);
    afterNextRender(() => requests.pipe(takeUntilDestroyed(destroyed)).subscribe((help) => this.show(help)));
  }

  private show({ beside, label, properties }: HelpAsked): void {
    const part = this.selection.selected()?.id;
    if (part === undefined) return;
    this.shown.set({ label, properties, part, breakpoint: this.selection.active() });
    this.panel().show(new MouseEvent('click'), beside);
  }

  protected hidden(): void {
    this.settled.set(false);
    this.shown.set(undefined);
  }

  protected take(value: string): void {
    const help = this.shown();
    if (help) this.commands.attempt(() => this.edits(help, value));
  }
}
