import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { landingBy } from '@core/document/commands/place';
import { insertShared } from '@core/document/commands/shared';
import { copyOf } from '@core/document/commands/thing';
import type { Edit } from '@core/document/edits/edit';
import { pageOfSection, type KeptSection } from '@core/document/kept-section';
import { nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { foundBy, readyMade } from '@core/document/ready-made/all';
import { purposes, type Purpose } from '@core/document/purpose';
import { planted } from '@core/document/planting';
import type { Site } from '@core/document/site';
import { PageDrawing } from '../../drawing/page-drawing';
import { Api, failureOf } from '../../services/api';
import { Bench } from '../bench';
import { checkedOf, valueOf } from '../../theme/from-event';

interface Offer {
  readonly id: string;
  readonly name: string;
  readonly purpose: Purpose;
  readonly origin: 'ready-made' | 'kept' | 'shared';
  /** It is shared and stands on this page already. */
  readonly here: boolean;
  readonly page: Page;
}

/** Sections to add whole, drawn from the real thing: ready-made ones and those the site keeps; and the form to keep one. */
@Component({
  selector: 'fold-sections-dialog',
  imports: [Button, Dialog, DialogFocus, PageDrawing],
  templateUrl: './sections-dialog.html',
  styleUrl: './sections-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SectionsDialog {
  protected readonly bench = inject(Bench);
  private readonly api = inject(Api);
  protected readonly purposes = purposes;
  protected readonly open = signal(false);
  protected readonly query = signal('');
  protected readonly purpose = signal<Purpose | undefined>(undefined);
  protected readonly keeping = signal<string | undefined>(undefined);
  protected readonly name = signal('');
  protected readonly keptAs = signal<Purpose>('introduction');
  protected readonly shared = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');

  private readonly planted = computed(() => {
    const site = this.bench.session.site();
    return new Map(site ? readyMade.map((one) => [one.id, planted(site, one.tree)]) : []);
  });

  protected readonly offers = computed<Offer[]>(() => {
    const site = this.bench.session.site();
    if (!site || !this.open()) return [];
    const words = this.query().trim().toLowerCase();
    const kept = (site.sections ?? [])
      .filter((one) => `${one.name} ${one.purpose}`.toLowerCase().includes(words))
      .map((one) => this.offerOf(one));
    const ready = foundBy(readyMade, this.query()).map((one): Offer => ({
      id: one.id,
      name: one.name,
      purpose: one.purpose,
      origin: 'ready-made',
      here: false,
      page: pageOfSection(this.planted().get(one.id)!),
    }));
    return [...kept, ...ready].filter((one) => this.purpose() === undefined || one.purpose === this.purpose());
  });

  constructor() {
    this.bench.dialogs.pipe(takeUntilDestroyed()).subscribe((name) => {
      if (name === 'sections') this.open.set(true);
      if (name === 'keep') this.beginKeeping();
    });
  }

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }
  protected setPurpose(event: Event): void {
    this.keptAs.set(purposes.find((one) => one === valueOf(event)) ?? 'introduction');
  }
  protected setShared(event: Event): void {
    this.shared.set(checkedOf(event));
  }

  private offerOf(section: KeptSection): Offer {
    const page = this.bench.session.page();
    return {
      id: section.id,
      name: section.name,
      purpose: section.purpose,
      origin: section.shared ? 'shared' : 'kept',
      here: section.shared && page !== undefined && Object.hasOwn(page.parts, section.root),
      page: pageOfSection(section),
    };
  }

  protected site(): Site {
    return this.bench.session.site()!; // offers are drawn only when there is one
  }

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected add(offer: Offer): void {
    const section = this.bench.session.site()?.sections?.find((one) => one.id === offer.id);
    if (offer.here && section) {
      this.open.set(false);
      return this.bench.select(section.root);
    }
    let made = '';
    const done = this.bench.attempt((site, page) => {
      const target = landingBy(page, this.bench.selected()?.id, 'section');
      const index = target.where === 'inside' ? target.index : 0;
      if (section?.shared) {
        made = section.root;
        return insertShared(page, section, index);
      }
      const ready = readyMade.find((one) => one.id === offer.id);
      const fresh = section ? copyOf(pageOfSection(section), section.root) : planted(site, ready!.tree); // an offer is one or the other
      made = fresh.root;
      return [{ do: 'insert', parent: page.root, index, root: fresh.root, parts: fresh.parts } satisfies Edit];
    });
    if (!done) return;
    this.open.set(false);
    this.bench.select(made);
    this.bench.reveal(made);
  }

  private beginKeeping(): void {
    const chosen = this.bench.selected();
    if (!chosen || chosen.part.kind !== 'section')
      return this.bench.session.notices.next('Select a section: whole sections are kept.');
    this.problem.set('');
    this.name.set(nameOf(chosen.part));
    this.shared.set(false);
    this.keeping.set(chosen.id);
  }

  protected async keep(): Promise<void> {
    const part = this.keeping();
    const page = this.bench.session.page();
    if (part === undefined || !page) return;
    this.busy.set(true);
    try {
      await this.bench.session.settled();
      this.bench.session.setSections(
        await firstValueFrom(
          this.api.keepSection(page.id, part, { name: this.name(), purpose: this.keptAs(), shared: this.shared() }),
        ),
      );
      this.keeping.set(undefined);
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  protected async letGo(offer: Offer): Promise<void> {
    try {
      this.bench.session.setSections(await firstValueFrom(this.api.letSectionGo(this.site().id, offer.id)));
    } catch (error) {
      this.bench.session.notices.next(failureOf(error).problem);
    }
  }
}
