import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import type { Preview as Facts } from '@core/api/releases';
import { Api } from '../services/api';
import { loaded } from '../services/loaded';
import { resultOf } from '../services/work-steps';
import { from } from 'rxjs';
import { SizedFrame } from './sized-frame';
import { NotShown } from '../theme/not-shown';

/** A page without the editor, at any width, following the edits. */
@Component({
  selector: 'fold-preview',
  imports: [NotShown, RouterLink, Button, SizedFrame],
  template: `
    @if (failure(); as failed) {
      <fold-not-shown [because]="failed.problem" />
    } @else if (facts(); as known) {
      <header>
        <h1>{{ known.title }}</h1>
        <span class="soft">{{ known.site }} · as it is now, following the edits</span>
        <span class="room"></span>
        <a [routerLink]="['/sites', known.siteId, 'remarks']">Links for the client</a>
        <p-button
          label="Open by itself"
          icon="pi pi-external-link"
          size="small"
          severity="secondary"
          [outlined]="true"
          (onClick)="open(known)"
        />
      </header>
      <fold-sized-frame role="main" [shown]="shown()" [breakpoints]="known.breakpoints" [name]="known.title" />
    } @else {
      <fold-not-shown until="Making the preview ready …" />
    }
  `,
  styleUrls: ['../desk/desk-screen.css', './preview.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Preview {
  /** The page's id, from the address. */
  readonly page = input.required<string>();
  private readonly api = inject(Api);
  private readonly title = inject(Title);
  private readonly loaded = loaded(this.page, (page) => from(resultOf(this.api.preview(page))));
  protected readonly facts = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly shown = computed(() => ({ address: this.facts()?.address ?? '' }));

  constructor() {
    effect(() => this.title.setTitle(`${this.facts()?.title ?? ''} · Preview`));
  }

  protected open({ address }: Facts): void {
    window.open(address, '_blank', 'noopener');
  }
}
