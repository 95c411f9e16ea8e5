import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { Acts, type ActRow } from './entities';
import { jsonColumn } from './json-column';

/** Notes that something was done on a site, in the transaction that does it. */
export async function noteAct(
  manager: EntityManager,
  { site, account, what, about = {} }: Pick<ActRow, 'site' | 'account' | 'what'> & { about?: ActRow['about'] },
): Promise<void> {
  await manager.getRepository(Acts).insert({ site, account, what, about: jsonColumn(about) });
}

const Made = z.array(z.object({ site: z.string(), about: z.record(z.string(), z.string()) }));

/** Returns what an earlier try of a request made: its site, and what its act says of it; undefined if nothing yet. */
export async function madeBy(
  manager: EntityManager,
  { account, what, request }: Pick<ActRow, 'account' | 'what'> & { readonly request: string | undefined },
): Promise<z.infer<typeof Made>[number] | undefined> {
  if (request === undefined) return undefined;
  const rows: unknown = await manager.query(
    `SELECT site, about FROM acts WHERE account = $1 AND what = $2 AND about ->> 'request' = $3`,
    [account, what, request],
  );
  return Made.parse(rows)[0];
}

/** What an act says of the request that made it. */
export const ofRequest = (request: string | undefined): { request?: string } =>
  request === undefined ? {} : { request };
