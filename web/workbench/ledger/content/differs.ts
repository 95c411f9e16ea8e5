import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  asInOwn,
  differEdit,
  differsHere,
  forEveryUse,
  mayDiffer,
  withinOwn,
} from '@core/document/commands/sharing/own-parts';
import { PageSession } from '../../../services/page-session';
import { Commands } from '../../commands/commands';
import { Selection } from '../../state/selection';

/** Of a field of a part within an own part: whether every use says the same, or each its own. */
@Component({
  selector: 'fold-differs',
  template: `
    @if (state(); as now) {
      @if (session.mayBuild()) {
        <button
          type="button"
          [attr.aria-pressed]="now.differs"
          [attr.data-differs]="field()"
          [title]="
            now.differs
              ? 'Each use of “' + now.own + '” may say its own; press to have all say the same'
              : 'Every use of “' + now.own + '” says this; press to let each say its own'
          "
          (click)="toggle()"
        >
          {{ now.differs ? 'each its own' : 'same in all' }}
        </button>
      } @else if (!now.differs) {
        <span>same in all</span>
      }
      @if (now.here) {
        <button
          type="button"
          [attr.data-as-all]="field()"
          [title]="'Say what “' + now.own + '” says'"
          (click)="asAll()"
        >
          reset
        </button>
        @if (session.mayBuild()) {
          <button
            type="button"
            [attr.data-for-all]="field()"
            title="Say this in every use that says nothing else of its own"
            (click)="forAll()"
          >
            use for all
          </button>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 4px;
      font: 11px/1.3 var(--words);
    }
    button {
      padding: 0 5px;
      border: 1px solid var(--line);
      border-radius: 3px;
      background: none;
      color: inherit;
      font: inherit;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      border-color: var(--ochre);
      background: linear-gradient(var(--ochre-wash), var(--ochre-wash));
    }
    span {
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Differs {
  protected readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  readonly field = input.required<string>();

  private readonly within = computed(() => {
    const [site, chosen] = [this.session.site(), this.selection.selected()];
    const found = site && chosen && withinOwn(site, chosen.page, chosen.id);
    return found && chosen && mayDiffer(chosen.part).some((one) => one.key === this.field())
      ? { chosen, found }
      : undefined;
  });
  protected readonly state = computed(() => {
    const within = this.within();
    if (!within) return undefined;
    const { chosen, found } = within;
    const differs = chosen.part.differs?.includes(this.field()) ?? false;
    const here = differs && differsHere(chosen.page, found, this.field());
    return { own: found.section.name, differs, here };
  });

  protected toggle(): void {
    const [within, state] = [this.within(), this.state()];
    if (!within || !state) return;
    this.commands.attempt((_site, page) => [differEdit(page, within.chosen.id, this.field(), !state.differs)]);
  }

  protected asAll(): void {
    const within = this.within();
    if (within) this.commands.attempt((_site, page) => asInOwn(page, within.chosen.id, within.found, this.field()));
  }

  protected forAll(): void {
    const within = this.within();
    if (within) this.commands.attempt((_site, page) => forEveryUse(page, within.chosen.id, within.found, this.field()));
  }
}
