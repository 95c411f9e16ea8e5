import * as z from 'zod';
import { titleOf } from '@core/document/page';
import type { SiteHistory } from '@core/api/history';
import { ActWord } from '@core/api/history';
import { doneBy } from '@core/document/edits/done-by';
import { LoggedEdits } from '@core/document/edits/site-edit';
import { roleWords, Role } from '@core/api/roles';
import type { Service } from '../http/service';

/** So many steps are read at once, of which those of one person on one page close together are one entry. */
const mostSteps = 300;
/** Steps within so many ms of each other stand together. */
const together = 15 * 60_000;

const Steps = z.array(
  z.object({
    at: z.date(),
    who: z.string().nullable(),
    page: z.string().nullable(),
    edits: z.unknown(),
    what: ActWord.or(z.literal('published')).nullable(),
    about: z.record(z.string(), z.string()).nullable(),
  }),
);
type Step = z.infer<typeof Steps>[number];

const steps = `
  SELECT b.at, a.name AS who, b.page, b.edits, NULL AS what, NULL::json AS about
    FROM batches b LEFT JOIN accounts a ON a.id = b.account WHERE b.site = $1 AND b.at < $2
  UNION ALL
  SELECT c.at, a.name, NULL, NULL, c.what, c.about
    FROM acts c LEFT JOIN accounts a ON a.id = c.account WHERE c.site = $1 AND c.at < $2
  UNION ALL
  SELECT r.at, a.name, NULL, NULL, 'published', json_build_object('number', r.number::text)
    FROM releases r LEFT JOIN accounts a ON a.id = r.account WHERE r.site = $1 AND r.at < $2
  ORDER BY at DESC LIMIT ${mostSteps + 1}`;

/** An act as a sentence without its subject. */
function sentence(what: NonNullable<Step['what']>, about: Readonly<Record<string, string>>): string {
  const role = Role.safeParse(about['role']);
  const as = role.success ? ` as ${roleWords[role.data].name.toLowerCase()}` : '';
  switch (what) {
    case 'published':
      return `published release ${about['number']}`;
    case 'made a page':
    case 'deleted a page':
    case 'brought a page back':
    case 'deleted a page for good':
      return `${what.replace('a page', 'the page')} “${about['title']}” at ${about['path']}`;
    case 'invited':
      return `invited ${about['email']}${as}`;
    case 'took an invitation back':
      return `took the invitation of ${about['email']} back`;
    case 'made a link':
      return `made the link “${about['name']}”`;
    case 'took a link back':
      return `took the link “${about['name']}” back`;
    case 'changed a role':
      return `made ${about['name']} ${role.success ? roleWords[role.data].name.toLowerCase() : ''}`;
    case 'removed':
      return `took ${about['name']} off the site`;
    case 'began the site':
      if (about['archive'] !== undefined) return `${what} from an archive of ${about['archive']}`;
      return about['copyOf'] === undefined ? what : `${what} as a copy of ${about['copyOf']}`;
    case 'took the site offline':
      return `${what}, saying “${about['words']}”`;
    case 'deleted the site':
      return 'deleted the site, to go in thirty days';
    default:
      return what + as;
  }
}

interface Gathered {
  readonly who: string;
  readonly page: string | null;
  readonly isAct: boolean;
  readonly steps: Step[];
}

/** Steps, the newest first, gathered into what one person did in one place at one time. */
function gathered(rows: readonly Step[]): Gathered[] {
  const all: Gathered[] = [];
  for (const step of rows) {
    const last = all.at(-1);
    const [who, isAct] = [step.who ?? 'Somebody', step.what !== null];
    const follows =
      last &&
      !isAct &&
      !last.isAct &&
      last.who === who &&
      last.page === step.page &&
      last.steps.at(-1)!.at.getTime() - step.at.getTime() < together;
    if (follows) last.steps.push(step);
    else all.push({ who, page: step.page, isAct, steps: [step] });
  }
  return all;
}

/** Who did what on a site, the newest first, from before a moment on. */
export async function historyOf(service: Service, site: string, before: Date): Promise<SiteHistory> {
  const { manager } = service.database;
  const rows = Steps.parse(await manager.query(steps, [site, before]));
  const all = gathered(rows.slice(0, mostSteps));
  // what is cut through by the end of what was read is told whole the next time
  const whole = rows.length > mostSteps && all.length > 1 ? all.slice(0, -1) : all;
  const now = await service.documents.site(manager, site);
  const pages = new Map<string, Awaited<ReturnType<typeof service.documents.page>>>();
  for (const { page } of whole)
    if (page !== null && !pages.has(page)) pages.set(page, await service.documents.page(manager, page));
  const entries = whole.map(({ who, page, steps: done }): SiteHistory['entries'][number] => {
    const document = page === null ? undefined : pages.get(page)?.document;
    const edits = done.flatMap((one) => (one.edits === null ? [] : LoggedEdits.parse(one.edits))).reverse();
    const acts = done.flatMap(({ what, about }) => (what === null ? [] : sentence(what, about ?? {})));
    return {
      who,
      at: done[0]!.at.toISOString(),
      since: done.at(-1)!.at.toISOString(),
      page: page === null || !document ? null : { id: page, title: titleOf(document) },
      lines: [...acts, ...(now && edits.length > 0 ? doneBy(edits, { site: now.document, page: document }) : [])],
    };
  });
  // the database knows parts of a millisecond: what came in the same one is rather told twice than not at all
  const after = rows[whole.reduce((sum, one) => sum + one.steps.length, 0)];
  return {
    site: now?.document.name ?? site,
    entries,
    next: after ? new Date(after.at.getTime() + 1).toISOString() : null,
  };
}
