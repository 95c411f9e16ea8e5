import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { DialogFocus } from '../../theme/dialog-focus';
import { PageSession } from '../../services/page-session';
import { placeWords } from '../../remarks/numbered';
import { RemarkCard, type SaidTo } from '../../remarks/remark-card';
import type { Remark } from '@core/api/remarks';
import { PageRemarks } from '../state/page-remarks';
import { Tick } from '../../theme/tick';

/** What clients said on this page, beside the leaves: gone to, answered, settled. */
@Component({
  selector: 'fold-remarks-dialog',
  imports: [Tick, RemarkCard],
  hostDirectives: [DialogFocus],
  template: `
    <fold-tick field="settled-too" [(on)]="settledToo">Settled ones too</fold-tick>
    @for (one of shown(); track one.remark.id) {
      <fold-remark-card
        [remark]="one.remark"
        [number]="one.number"
        [place]="placeOf(one.remark)"
        [leads]="true"
        [isChosen]="remarks.chosen() === one.remark.id"
        [answer]="mayWrite() ? answer : undefined"
        [maySettle]="mayWrite()"
        [mayDelete]="session.mayBuild()"
        (gone)="remarks.choose(one.remark.id)"
        (settled)="remarks.settle(one.remark.id, $event)"
        (deleted)="remarks.remove(one.remark.id)"
      />
    } @empty {
      <p>All remarks on this page are settled.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .all {
      display: flex;
      align-items: center;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RemarksDialog {
  protected readonly session = inject(PageSession);
  protected readonly remarks = inject(PageRemarks);
  protected readonly settledToo = signal(false);
  protected readonly mayWrite = computed(() => this.session.mayWrite());
  protected readonly shown = computed(() =>
    this.remarks
      .all()
      .filter(({ remark }) => this.settledToo() || remark.settled === null || remark.id === this.remarks.chosen()),
  );

  protected readonly answer = ({ remark, id, words }: SaidTo): Promise<boolean> =>
    this.remarks.answer(remark, { id, words });

  protected placeOf({ part, about, breakpoint, width }: Remark): string {
    const name = this.session.site()?.breakpoints.find((one) => one.id === breakpoint)?.name;
    const isThere = Object.hasOwn(this.session.page()?.parts ?? {}, part);
    const what = about === '' ? 'A part' : about;
    const at = `${name ?? 'A breakpoint that has gone'}, ${width} px`;
    return placeWords(isThere ? what : `${what}, which is not on the page any more`, at);
  }
}
