import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { OneOf } from '../../theme/one-of';
import { DialogFocus } from '../../theme/dialog-focus';
import { landingBy } from '@core/document/commands/place';
import { insertShared, sharedRoots } from '@core/document/commands/sharing/shared';
import { landingOfUse, useThing } from '@core/document/commands/sharing/own-parts';
import { copyOf } from '@core/document/commands/thing';
import type { Edit } from '@core/document/edits/edit';
import { pageOfSection, type KeptSection } from '@core/document/sections/kept-section';
import type { Page } from '@core/document/page';
import { foundBy, readyMade } from '@core/document/ready-made/all';
import { purposes, type Purpose } from '@core/document/sections/purpose';
import { planted } from '@core/document/sections/planting';
import { sharedAt } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { PageDrawing } from '../../drawing/page-drawing';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { Requests } from '../state/requests';
import { Commands } from '../commands/commands';
import { valueOf } from '../../theme/from-event';

/** Whether a page as it is seen shows a shared section. */
const shows = (page: Page, section: string): boolean =>
  [...sharedRoots(page)].some((id) => sharedAt(page, id) === section);

interface Offer {
  readonly id: string;
  readonly name: string;
  readonly purpose: Purpose;
  readonly origin: 'ready-made' | 'kept' | 'shared' | 'own';
  /** It is shared and stands on this page already. */
  readonly here: boolean;
  readonly page: Page;
}

/** Sections to add whole, drawn from the real thing: ready-made ones and those the site keeps. */
@Component({
  selector: 'fold-sections-dialog',
  imports: [InputText, PageDrawing, OneOf],
  hostDirectives: [DialogFocus],
  templateUrl: './sections-dialog.html',
  styleUrl: './sections-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SectionsDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly requests = inject(Requests);
  private readonly commands = inject(Commands);
  protected readonly purposeChoices: readonly { readonly id: Purpose | 'all'; readonly word: string }[] = [
    { id: 'all', word: 'all' },
    ...purposes.map((id) => ({ id, word: id })),
  ];
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly query = signal('');
  /** The one that is being given another name. */
  protected readonly renamed = signal<string | undefined>(undefined);
  protected readonly purpose = signal<Purpose | 'all'>('all');

  private readonly nameField = viewChild<ElementRef<HTMLInputElement>>('newName');

  constructor() {
    effect(() => this.nameField()?.nativeElement.select());
  }

  private readonly planted = computed(() => {
    const site = this.session.site();
    return new Map(site ? readyMade.map((one) => [one.id, planted(site, one.tree)]) : []);
  });

  protected readonly offers = computed<Offer[]>(() => {
    const site = this.session.site();
    if (!site) return [];
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
    return [...kept, ...ready].filter(
      (one) => this.purpose() === 'all' || (one.origin !== 'own' && one.purpose === this.purpose()),
    );
  });

  private offerOf(section: KeptSection): Offer {
    const page = this.session.page();
    return {
      id: section.id,
      name: section.name,
      purpose: section.purpose,
      origin: section.own ? 'own' : section.shared ? 'shared' : 'kept',
      here: section.shared && !section.own && page !== undefined && shows(page, section.id),
      page: pageOfSection(section),
    };
  }

  protected readonly goingWords: Readonly<Record<Offer['origin'], string>> = {
    'ready-made': '',
    shared: 'Remove from shared sections, once no page has it any more',
    own: 'Remove from own parts, once nothing uses it any more',
    kept: 'Remove from saved sections; pages that have it stay as they are',
  };

  /** Where a section comes from, after its purpose. */
  protected originWords({ origin, here }: Offer): string {
    if (origin === 'ready-made') return '';
    if (origin === 'own') return 'own part, the same wherever it is used';
    if (origin === 'kept') return ' · saved on this site';
    return here ? ' · shared, already on this page' : ' · shared, the same on every page';
  }

  protected site(): Site {
    return this.session.site()!; // offers are drawn only when there is one
  }

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected add(offer: Offer): void {
    const section = this.session.site()?.sections?.find((one) => one.id === offer.id);
    if (section?.own) return this.addUse(section);
    let made = '';
    const done = this.commands.attempt((site, page) => {
      const target = landingBy(page, this.selection.selected()?.id, 'section');
      const index = target.where === 'inside' ? target.index : 0;
      if (section?.shared) {
        const shared = insertShared(page, section, index);
        made = shared.made;
        return shared.edits;
      }
      const ready = readyMade.find((one) => one.id === offer.id);
      // an offer is one or the other
      const fresh = section ? copyOf(pageOfSection(section), section.root) : planted(site, ready!.tree);
      made = fresh.root;
      return [{ do: 'insert', parent: page.root, index, root: fresh.root, parts: fresh.parts } satisfies Edit];
    });
    if (!done) return;
    this.dialog.close();
    this.selection.select(made);
    this.requests.reveals.next(made);
  }

  private addUse(section: KeptSection): void {
    const page = this.session.page();
    if (!page) return;
    const thing = useThing(section);
    this.commands.put(thing, landingOfUse(page, this.selection.selected()?.id, thing));
    this.dialog.close();
  }

  protected rename({ id, name }: Offer, event: Event): void {
    const value = valueOf(event).trim();
    this.renamed.set(undefined);
    if (value === '' || value === name) return;
    this.commands.attempt(() => [{ do: 'set', on: 'site', field: ['sections', id, 'name'], value }]);
  }

  /** The site keeps a section no longer; one that a page still shows stays. */
  protected letGo({ id }: Offer): void {
    this.session.apply([{ do: 'remove', on: 'site', from: 'sections', id }]);
  }
}
