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

/** Finds the act of an earlier try of a request: its site and contents; undefined if there was none. */
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

/** The contents of an act that name the request it was done by. */
export const ofRequest = (request: string | undefined): { request?: string } =>
  request === undefined ? {} : { request };
