import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { nanoid } from 'nanoid';
import { Checkbox } from 'primeng/checkbox';
import { offeredMenus } from '@core/document/commands/menu-entry';
import type { Site } from '@core/document/site';
import type { Api } from '../services/api';

/** Puts a page at the end of menus, as they are by then; one that has gone is left out. */
export async function putInMenus(api: Api, page: string, chosen: readonly string[]): Promise<void> {
  if (chosen.length === 0) return;
  const facts = await firstValueFrom(api.page(page));
  const title = String(facts.page.parts[facts.page.root]?.content.base['title'] ?? '');
  const menus = offeredMenus(facts.site).filter((one) => chosen.includes(one.key));
  const edits = menus.flatMap((menu) => menu.put({ id: page, title }));
  if (edits.length > 0) await firstValueFrom(api.store(page, { id: nanoid(), base: facts.revision, edits }));
}

/** The menus of a site, to put a page in. */
@Component({
  selector: 'fold-menu-choice',
  imports: [FormsModule, Checkbox],
  template: `
    <fieldset>
      <legend>Put it in a menu</legend>
      @for (menu of menus(); track menu.key) {
        <label [attr.data-menu]="menu.name" [for]="menu.key">
          <p-checkbox
            binary
            [ngModel]="chosen().includes(menu.key)"
            (ngModelChange)="choose(menu.key, $event)"
            [inputId]="menu.key"
            [ngModelOptions]="{ standalone: true }"
          />
          {{ menu.name }} <span class="soft">{{ menu.says }}</span>
        </label>
      } @empty {
        <p class="soft">The site has no menu yet. One is made in the workbench, under “More”, “Menus”.</p>
      }
    </fieldset>
    @if (menus().length > 0) {
      <p class="soft">Visitors see the entry once it is published, on every page with this menu.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    fieldset {
      display: grid;
      gap: 2px;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0 0 4px;
    }
    label {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 26px;
    }
    p {
      margin: 0;
    }
    .soft {
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MenuChoice {
  readonly site = input.required<Site>();
  readonly chosen = model.required<readonly string[]>();
  protected readonly menus = computed(() =>
    offeredMenus(this.site()).map(({ key, name, entries }) => {
      const says = entries.slice(0, 4).join(', ') + (entries.length > 4 ? ' …' : '');
      return { key, name, says: says === '' ? 'empty' : says };
    }),
  );

  protected choose(key: string, wanted: boolean): void {
    this.chosen.update((chosen) => [...chosen.filter((one) => one !== key), ...(wanted ? [key] : [])]);
  }
}
