import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Finding } from '@core/review/finding';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { Commands } from '../commands/commands';
import { Findings } from './findings';
import { Sweeper } from './sweeper';
import { inPlain } from '@core/document/text/words';

/**
 * What the checks say, the gravest first, each where it holds; it leads to its place, and where a cure is certain,
 * offers it.
 */
@Component({
  selector: 'fold-findings-list',
  templateUrl: './findings-list.html',
  styleUrl: './findings-list.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingsList {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly commands = inject(Commands);
  protected readonly findings = inject(Findings);
  protected readonly sweeper = inject(Sweeper);

  protected readonly sweepWord = computed(() => {
    if (this.sweeper.running()) return 'Measuring every width …';
    return this.sweeper.swept() ? 'Measure every width again' : 'Measure every width between them too';
  });

  protected readonly rows = computed(() => {
    const page = this.session.page();
    if (!page) return [];
    return this.findings.list().map((finding) => {
      const part = page.parts[finding.part]!;
      const words = inPlain(part.content.base['text']);
      const where = this.spread
        .breakpoints()
        .filter((one) => finding.breakpoints === undefined || finding.breakpoints.includes(one.id));
      return {
        finding,
        name: nameOf(part),
        words: (part.name ? kindOf(part.kind).word : words).slice(0, 28),
        where: finding.breakpoints === undefined ? 'everywhere' : where.map((one) => one.name).join(', '),
        widths: (finding.widths ?? []).map(({ from, to }) => (from === to ? `${from}` : `${from}–${to}`)).join(', '),
      };
    });
  });

  protected go(finding: Finding): void {
    this.selection.select(finding.part, finding.breakpoints?.[0]);
    const widths = finding.widths?.[0];
    this.spread.anySize.set(widths && { width: widths.from });
  }

  protected take(finding: Finding): void {
    const cure = finding.cure;
    if (cure) this.commands.attempt(() => [...cure.edits, ...(cure.onSite ?? [])]);
  }
}
