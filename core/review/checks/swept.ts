import { breakpointAt } from '../../document/breakpoint';
import { faultSentence } from '../sweep/sentences';
import type { FaultKind } from '../sweep/fault-kinds';
import type { Severity } from '../finding';
import type { Check } from '../check';

const severityOf: Readonly<Record<FaultKind, Severity>> = {
  'too wide': 'error',
  'texts overlap': 'error',
  'text cut': 'error',
  collapsed: 'warning',
  'long lines': 'note',
  'short lines': 'note',
};

/** What the sweep found between and at the breakpoints. */
export const sweptFaults: Check = {
  name: 'width sweep',
  severity: 'error',
  source: 'WCAG 2.2, 1.4.10; line lengths: common practice',
  looks: 'sweep',
  find: ({ site, page, swept }) =>
    (swept ?? [])
      .filter((one) => Object.hasOwn(page.parts, one.part))
      .map((one) => ({
        check: one.kind,
        severity: severityOf[one.kind],
        part: one.part,
        ...(one.other !== undefined && { other: one.other }),
        breakpoints: [
          ...new Set(
            one.widths.flatMap(({ from, to }) => [
              breakpointAt(site.breakpoints, from).id,
              breakpointAt(site.breakpoints, to).id,
            ]),
          ),
        ],
        widths: one.widths,
        reason: faultSentence(page, one),
      })),
};
