import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { frameOf, isOfFrame } from '@core/document/frames/shown-frame';
import { frameKey } from '@core/style/reach';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { SiteReach } from '../state/site-reach';

/** Says, of a selection that stands once for several pages, in what, and on how many pages a change shows. */
@Component({
  selector: 'fold-shared-note',
  template: `
    @if (note(); as said) {
      <span data-shared-note title="What you change in it changes on every page that has it"
        ><i class="pi pi-link" aria-hidden="true"></i> {{ said.words }}{{ pages() }}</span
      >
    }
  `,
  styles: `
    span {
      margin-left: 10px;
      padding: 1px 8px;
      border: 1px solid var(--ochre);
      border-radius: 3px;
      font-size: 12px;
      white-space: nowrap;
    }
    i {
      font-size: 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SharedNote {
  private readonly selection = inject(Selection);
  private readonly session = inject(PageSession);
  private readonly reach = inject(SiteReach);

  protected readonly note = computed(
    () => {
      const around = this.selection.sharedSection();
      const [site, page] = [this.session.site(), this.session.page()];
      if (!around || !site || !page) return undefined;
      const frame = isOfFrame(around.reference) ? frameOf(site, page) : undefined;
      return frame
        ? { key: frameKey(frame.id), words: `page frame: ${frame.name}` }
        : {
            key: around.section.id,
            words: `${around.section.own ? 'own part' : 'shared'}: ${around.section.name}`,
          };
    },
    { equal: (a, b) => a?.key === b?.key && a?.words === b?.words },
  );
  protected readonly pages = computed(() => {
    const others = this.reach.othersShowing(this.note()?.key ?? '');
    if (others === undefined) return '';
    return others === 0 ? ' · on this page alone' : ` · on ${others + 1} pages`;
  });

  constructor() {
    effect(() => {
      if (this.note()) untracked(() => this.reach.look());
    });
  }
}
