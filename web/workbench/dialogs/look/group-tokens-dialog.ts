import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { nameableValues, tokensFromGroup, type NameableValues } from '@core/document/commands/look/group-tokens';
import { problemOf } from '@core/document/problem';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { namedValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { Commands } from '../../commands/commands';
import type { ToTokens } from '../../state/dialogs';

/** What is chosen for values, by their first property. */
type Choice = Readonly<Record<string, { readonly name?: string; readonly off?: boolean }>>;

/** Asks under which names the values of a group become tokens, and makes them in one step. */
@Component({
  selector: 'fold-group-tokens-dialog',
  imports: [Button, Checkbox, FormsModule, InputText],
  hostDirectives: [DialogFocus],
  template: `
    <ul>
      @for (row of rows(); track row.key) {
        <li [attr.data-token-of]="row.key">
          <p-checkbox
            binary
            [inputId]="'takes-' + row.key"
            [ngModel]="row.on"
            (ngModelChange)="choose(row.key, { off: !$event })"
          />
          <label [for]="'takes-' + row.key">
            {{ row.properties }} <code>{{ row.value }}</code>
          </label>
          @if (row.known) {
            <span class="known">is the token {{ row.name }}</span>
          } @else {
            <input
              pInputText
              pSize="small"
              autocomplete="off"
              spellcheck="false"
              [attr.aria-label]="'Name of the token for ' + row.properties"
              [disabled]="!row.on"
              [value]="row.name"
              (input)="rename(row.key, $event)"
            />
          }
        </li>
      } @empty {
        <li class="none">Nothing here can become a token: what is set is one already, or a word like auto.</li>
      }
    </ul>
    <p class="problem" role="alert">{{ problem() }}</p>
    <div class="dialog-actions">
      <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="dialog.close()" />
      <p-button
        label="Create"
        [disabled]="chosen().length === 0 || problem() !== undefined"
        (onClick)="create()"
        data-create-tokens
      />
    </div>
  `,
  styles: `
    ul {
      display: grid;
      gap: 6px;
      max-height: 50vh;
      margin: 0;
      padding: 3px;
      overflow: auto;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: auto 1fr 190px;
      gap: 8px;
      align-items: center;
    }
    li.none {
      display: block;
    }
    code {
      margin-left: 6px;
      color: var(--ink-soft);
      font: 12px var(--values);
      overflow-wrap: anywhere;
    }
    .known {
      color: var(--ink-soft);
    }
    .problem {
      margin: 8px 0 0;
      color: var(--madder);
    }
    .problem:empty {
      display: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroupTokensDialog {
  private readonly commands = inject(Commands);
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  private readonly about = inject<DynamicDialogConfig<ToTokens>>(DynamicDialogConfig).data!;
  private readonly choices = signal<Choice>({});

  /** What can be named on documents as they are, under the names chosen. */
  private readonly all = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? this.named(site, page) : [];
  });
  protected readonly rows = computed(() => {
    const site = this.session.site();
    if (!site) return [];
    return this.all().map((one) => ({
      ...{ key: keyOf(one), name: one.name, known: one.known, on: this.isOn(one) },
      properties: one.properties.join(', '),
      value: one.along.map(({ value, breakpoint }) => namedValue(site, value, breakpoint)).join(' · '),
    }));
  });
  protected readonly chosen = computed(() => this.all().filter((one) => this.isOn(one)));
  protected readonly problem = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? problemOf(() => tokensFromGroup(site, page, this.chosen())) : undefined;
  });

  private named(site: Site, page: Page): NameableValues[] {
    return nameableValues(site, page, this.about, this.about.properties).map((one) => ({
      ...one,
      ...(!one.known && { name: this.choices()[keyOf(one)]?.name ?? one.name }),
    }));
  }

  private isOn(one: NameableValues): boolean {
    return this.choices()[keyOf(one)]?.off !== true;
  }

  protected choose(key: string, choice: Choice[string]): void {
    this.choices.update((all) => ({ ...all, [key]: { ...all[key], ...choice } }));
  }

  protected rename(key: string, event: Event): void {
    this.choose(key, { name: valueOf(event).trim() });
  }

  protected create(): void {
    if (this.chosen().length === 0 || this.problem() !== undefined) return;
    const done = this.commands.attempt((site, page) =>
      tokensFromGroup(
        site,
        page,
        this.named(site, page).filter((one) => this.isOn(one)),
      ),
    );
    if (done) this.dialog.close();
  }
}

const keyOf = ({ properties }: NameableValues): string => properties[0] ?? '';
