import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { Select } from 'primeng/select';
import { mayDo } from '@core/api/roles';
import { ownersFields } from '@core/document/edits/site-edit';
import { iconFile } from '@core/document/library/site-icon';
import { outwards, rangeOf } from '@core/document/breakpoint';
import { SiteName } from '@core/document/site';
import { canvasAddresses } from '../../services/addresses';
import { Api, failureOf } from '../../services/api';
import { languages } from '../../services/languages';
import { PageSession } from '../../services/page-session';
import { LineField } from '../../theme/line-field';
import { Tick } from '../../theme/tick';
import { Dialogs } from '../../workbench/state/dialogs';
import { MoveSite } from './move-site';

type Field = (typeof ownersFields)[number] | 'budget';

/** What a client’s site is called and how it is published; each change is saved at once and can be undone. */
@Component({
  selector: 'fold-site-settings',
  imports: [Button, FormsModule, InputNumber, LineField, MoveSite, RouterLink, Select, Tick],
  templateUrl: './site-settings.html',
  styleUrl: './site-settings.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SiteSettings {
  /** How many releases are kept where the site does not say it. */
  readonly usuallyKept = input.required<number>();
  private readonly api = inject(Api);
  private readonly dialogs = inject(Dialogs);
  protected readonly session = inject(PageSession);

  protected readonly site = this.session.site;
  protected readonly mayOwn = computed(() => !this.session.archived() && mayDo(this.session.role(), 'own'));
  private readonly typedName = signal<string | undefined>(undefined);
  protected readonly nameProblem = computed(() => {
    const typed = this.typedName();
    return typed === undefined ? undefined : SiteName.safeParse(typed).error?.issues[0]?.message;
  });
  /** The name as it is typed, as long as it is the site’s, or cannot be one and is not stored. */
  protected readonly name = computed(() => {
    const [typed, stored] = [this.typedName(), this.site()?.name ?? ''];
    return typed !== undefined && (this.nameProblem() !== undefined || typed.trim() === stored) ? typed : stored;
  });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);

  /** The languages that are offered, and the site’s own. */
  protected readonly languages = computed(() => {
    const own = this.site()?.language ?? 'en';
    return languages.some((one) => one.tag === own) ? languages : [{ tag: own, word: own }, ...languages];
  });
  protected readonly zones = [
    { name: undefined, word: 'That of whoever looks' },
    ...Intl.supportedValuesOf('timeZone').map((name) => ({ name, word: name.replaceAll('_', ' ') })),
  ];
  protected readonly breakpoints = computed(() => {
    const all = this.site()?.breakpoints ?? [];
    return outwards(all).map((one) => {
      const { from, to } = rangeOf(all, one);
      const range = to === Infinity ? `${from} px and wider` : from === 0 ? `to ${to} px` : `${from} to ${to} px`;
      return { name: one.name, range };
    });
  });
  protected readonly icon = computed(() => {
    const site = this.site();
    const file = site?.icon && iconFile(site.icon, 180);
    return site && file !== undefined ? canvasAddresses(site.id).pictures + file : undefined;
  });

  protected set(field: Field, value: string | number | boolean | null | undefined): void {
    const known: unknown = this.site()?.[field];
    if ((known ?? null) === (value ?? null)) return;
    const isUnset = value === null || value === undefined || value === false;
    this.session.apply([{ do: 'set', on: 'site', field: [field], ...(!isUnset && { value }) }], `site ${field}`);
  }

  protected setName(typed: string): void {
    this.typedName.set(typed);
    const parsed = SiteName.safeParse(typed);
    if (parsed.success) this.set('name', parsed.data);
  }

  protected editBreakpoints(): void {
    void this.dialogs.open('breakpoints');
  }

  protected async chooseIcon(): Promise<void> {
    const [site, picture] = [this.site(), await this.dialogs.open('pictures')];
    if (!site || typeof picture !== 'string') return;
    this.problem.set(undefined);
    this.busy.set(true);
    try {
      await this.session.settled();
      await firstValueFrom(this.api.setIcon(site.id, picture), { defaultValue: undefined });
      await this.session.catchUp();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  protected removeIcon(): void {
    this.session.apply([{ do: 'set', on: 'site', field: ['icon'] }]);
  }
}
