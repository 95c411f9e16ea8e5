import type { NextOfPage } from '@core/api/releases';
import type { PageEntry } from '@core/api/sites';
import type { Change } from '@core/document/changes';
import { nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { isUnfinished } from '@core/review/checks/placeholders';
import { overBudget } from '@core/review/budget';
import { compared } from '@core/review/compared';
import type { Finding, Severity } from '@core/review/finding';

/** What was found of a page that may be published. */
export interface Looked {
  readonly next: NextOfPage;
  readonly changes: readonly Change[];
  readonly findings: readonly { readonly severity: Severity; readonly says: string }[];
  readonly errors: number;
  /** Whether the page holds placeholders. */
  readonly isUnfinished: boolean;
}

/** A page beside what is known of it: nothing while it is not yet looked at. */
export interface Row {
  readonly entry: PageEntry;
  readonly looked: Looked | undefined;
  readonly failed: string | undefined;
}

/** What became of a page since it was published. */
export function lookedAt(
  { now, live }: { readonly now: Site; readonly live: Site | null },
  next: NextOfPage,
  found: readonly Finding[],
): Looked {
  const { page, weight } = next;
  const was = live && next.live ? { site: live, pages: { [page.id]: next.live } } : undefined;
  const changes = was ? (compared(was, { site: now, pages: { [page.id]: page } }).pages[0]?.changes ?? []) : [];
  const seen = seenPage(now, page);
  const heavy = overBudget(weight, now.budget);
  const findings = [
    ...(heavy === undefined ? [] : [{ severity: 'error' as const, says: heavy }]),
    ...found.map(({ severity, part, reason }) => ({ severity, says: `${nameIn(seen, part)}: ${reason}` })),
  ];
  return {
    ...{ next, changes, findings, errors: findings.filter((one) => one.severity === 'error').length },
    isUnfinished: found.some(isUnfinished),
  };
}

const nameIn = (page: Page, part: string): string => {
  const found = page.parts[part];
  return found ? nameOf(found) : 'Page';
};

/** Whether a page is to be published, in a few words. */
export function stateOf({ entry, looked, failed }: Row): string {
  if (failed !== undefined) return failed;
  if (entry.live === null) return 'new';
  if (!looked) return entry.live === entry.revision ? 'No changes' : 'changed';
  const count = looked.changes.length;
  if (count > 0) return `${count} ${count === 1 ? 'change' : 'changes'}`;
  return looked.next.changesWithSite ? 'changes with the site' : 'No changes';
}
