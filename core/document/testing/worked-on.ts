import { addressed, type Addressed } from '../edits/addressed';
import { applyEdits } from '../edits/apply';
import { applyBatch, type AppliedBatch, type Documents } from '../edits/batch';
import type { Edit } from '../edits/edit';
import type { AnyEdit } from '../edits/site-edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import { seenPage } from '../seen/seen-page';
import type { RandomPages } from './random-page';
import { someCommand } from './sharing';

/** What fits, or nothing. */
export function trying<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return undefined;
  }
}

/** One command on a page as it is seen. */
export interface WorkedStep {
  readonly before: Documents;
  readonly seen: Page;
  /** What the page would be if all it shows were its own. */
  readonly plainly: Page;
  readonly stored: Addressed;
  readonly after: AppliedBatch;
}

/**
 * Works on a page as it is seen by six commands at random, with a look at each that is stored and one for each that
 * is refused; `passes` leaves some out. Returns what it comes to when all is taken back.
 */
export function workedOn(
  random: RandomPages,
  start: Documents,
  {
    step,
    refused,
    passes,
  }: {
    step: (step: WorkedStep) => void;
    refused?: () => void;
    passes?: (seen: Page, edit: Edit) => boolean;
  },
): { readonly now: Documents; readonly restored: Documents } {
  let now = start;
  const back: (readonly AnyEdit[])[] = [];
  for (let left = 6; left > 0; left--) {
    const seen = seenPage(now.site, now.page);
    const edits = trying(() => someCommand(random, now.site, seen));
    const plainly = edits && trying(() => applyEdits(now.site, seen, edits).page);
    if (!edits || !plainly || edits.some((edit) => passes?.(seen, edit))) continue;
    const stored = trying(() => addressed(now, edits));
    const after = stored && trying(() => applyBatch(now, stored.edits));
    if (!after) {
      refused?.();
      continue;
    }
    step({ before: now, seen, plainly, stored, after });
    back.unshift(after.inverses);
    now = after;
  }
  return { now, restored: back.reduce<Documents>((at, edits) => applyBatch(at, edits), now) };
}
