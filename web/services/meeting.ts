import { applyBatch, type Documents } from '@core/document/edits/batch';
import { collisions, overtaken, type Overtaken } from '@core/document/edits/overtaken';
import type { AnyEdit, Primitive } from '@core/document/edits/site-edit';
import { Problem } from '@core/document/problem';
import type { Waiting } from './outbox';

/**
 * Documents with what waits on top of them; what does not fit any more is left out: the server will refuse it too,
 * and then it is said.
 */
export function withWaiting(confirmed: Documents, waiting: readonly Waiting[]): Documents {
  const all = applied(
    confirmed,
    waiting.flatMap((one) => one.edits),
  );
  return all ?? waiting.reduce((after, one) => applied(after, one.edits) ?? after, confirmed);
}

/** Documents after edits; undefined where they do not fit. */
function applied(before: Documents, edits: readonly AnyEdit[]): Documents | undefined {
  try {
    return applyBatch(before, edits);
  } catch (error) {
    if (error instanceof Problem) return undefined;
    throw error;
  }
}

/** What others have changed of a step; nothing where the step no longer fits, of which `show` says why. */
export function overtakenBy(now: Documents, step: Parameters<typeof overtaken>[1]): readonly Overtaken[] {
  try {
    return overtaken(now, step);
  } catch (error) {
    if (error instanceof Problem) return [];
    throw error;
  }
}

const mostListed = 3;

const valueOf = (value: unknown): string => {
  const words = typeof value === 'string' ? value : (JSON.stringify(value) ?? '');
  const short = [...words].length > 40 ? `${[...words].slice(0, 40).join('')} …` : words;
  return value === undefined || short === '' ? 'nothing' : `“${short}”`;
};

const listed = (found: readonly Overtaken[], one: (of: Overtaken) => string): string => {
  const more = found.length - mostListed;
  return `${found.slice(0, mostListed).map(one).join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
};

const hasValues = (one: Overtaken): boolean => 'own' in one || 'theirs' in one;

/** What going back or forth took away of what others did, and how it comes back. */
export const saidOf = (found: readonly Overtaken[], way: 'undo' | 'redo'): string =>
  `Somebody else had changed this meanwhile: ${listed(found, (one) => (hasValues(one) ? `${one.what} to ${valueOf(one.theirs)}` : one.what))}. That is taken back as well; ${way} brings it again.`;

/** What both changed while one's own edits were on their way. */
const collisionsIn = (found: readonly Overtaken[]): string =>
  `You and somebody else changed the same, and yours stands: ${listed(found, (one) =>
    hasValues(one) ? `${one.what} is ${valueOf(one.own)}, theirs was ${valueOf(one.theirs)}` : one.what,
  )}.`;

/** What could not be stored. */
function refusalsIn(problems: readonly string[]): string {
  const [first] = problems;
  return problems.length === 1
    ? `An edit could not be stored: ${first} A copy of it is kept in this browser.`
    : `${problems.length} edits could not be stored: ${[...new Set(problems)].slice(0, 3).join(' ')} Copies of them are kept in this browser.`;
}

/** Where edits that are on their way meet those of others: what became of them, until it is said. */
export class Meeting {
  /** How many times something of others was heard. */
  batches = 0;
  private readonly collided = new Map<string, Overtaken>();
  private readonly problems: string[] = [];

  /** Others have changed documents while these edits wait. */
  heard(before: Documents, waiting: readonly Waiting[], theirs: readonly Primitive[]): void {
    this.batches++;
    if (waiting.length === 0) return;
    const own = waiting.flatMap((one) => one.edits);
    for (const [key, one] of collisions(before, own, theirs)) this.collided.set(key, one);
  }

  refused(problem: string): void {
    this.problems.push(problem);
  }

  /** What is to be said once nothing waits any more; it is said once. */
  said(): string[] {
    const sentences = [
      ...(this.problems.length > 0 ? [refusalsIn(this.problems)] : []),
      ...(this.collided.size > 0 ? [collisionsIn([...this.collided.values()])] : []),
    ];
    this.problems.length = 0;
    this.collided.clear();
    return sentences;
  }
}
