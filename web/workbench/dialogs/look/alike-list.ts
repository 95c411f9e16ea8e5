import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, defer, of } from 'rxjs';
import type { AlikeGroups } from '@core/api/sites';
import { alikeParts, classInstead, type Alike, type AlikeOnPage } from '@core/document/commands/look/alike';
import { inWords } from '@core/document/kinds/in-words';
import { Api } from '../../../services/api';
import { PageSession } from '../../../services/page-session';
import { Commands } from '../../commands/commands';
import { Selection } from '../../state/selection';

/** So many groups of parts that set the same are offered, of this page and of the others. */
const mostGroups = 24;

const countOn = (pages: readonly AlikeOnPage[]): number => pages.reduce((sum, one) => sum + one.parts, 0);

/** Parts that set the very same values, on this page and others, each group offered for one class. */
@Component({
  selector: 'fold-alike-list',
  templateUrl: './alike-list.html',
  styleUrls: ['./link.css', './alike-list.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlikeList {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  /** Parts are selected, and wait for the name of their class. */
  readonly gathered = output();

  /** What parts of all pages set alike, as the server finds it when the list is opened. */
  private readonly onSite = toSignal<AlikeGroups['groups'] | undefined>(
    defer(() => this.api.alike(this.session.site()?.id ?? '')).pipe(catchError(() => of(undefined))),
  );
  /** Of each group, by its key, the pages besides this one. */
  private readonly onOthers = computed(() => {
    const open = this.session.page()?.id;
    const others = (this.onSite() ?? []).map((group) => ({
      ...group,
      pages: group.pages.filter((one) => one.id !== open),
    }));
    return new Map(others.filter((one) => one.pages.length > 0).map((one) => [one.key, one]));
  });
  /** Groups of parts that could have one class instead of the values they all set: those of this page first. */
  protected readonly groups = computed(() => {
    const [site, page, others] = [this.session.site(), this.session.page(), this.onOthers()];
    if (!site || !page) return [];
    const here = alikeParts(site, page, new Set(others.keys())).slice(0, mostGroups);
    const known = new Set(here.map((one) => one.key));
    const elsewhere = [...others.values()].filter((one) => !known.has(one.key)).slice(0, mostGroups);
    const nameOf = (id: string | undefined): string | undefined => site.classes.find((one) => one.id === id)?.name;
    return [
      ...here.map((one) => ({
        ...one,
        ...{ named: one.parts.map((id) => inWords(page.parts[id]!)), count: one.parts.length }, // they stand on it
        ...{ name: nameOf(one.class), pages: others.get(one.key)?.pages ?? [] },
      })),
      ...elsewhere.map((one) => ({
        ...{ key: one.key, values: one.values, parts: [], pages: one.pages, name: nameOf(one.class) },
        ...{ named: one.pages.flatMap(({ names }) => names), count: countOn(one.pages) },
      })),
    ];
  });

  /** Selects parts that set the same, so that a name makes a class of it. */
  protected gather({ parts }: Pick<Alike, 'parts'>): void {
    this.selection.selectAll(parts);
    this.gathered.emit();
  }

  protected use({ parts, class: id }: Pick<Alike, 'parts' | 'class'>): void {
    if (id === undefined) return;
    this.commands.attempt((site, page) => {
      const stillThere = parts.filter((part) => Object.hasOwn(page.parts, part));
      return classInstead(site, page, stillThere, id);
    });
  }
}
