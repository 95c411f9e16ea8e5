import type { EntityManager } from 'typeorm';
import { Acts, type ActRow } from './entities';
import { jsonColumn } from './json-column';

/** Notes that something was done on a site, in the transaction that does it. */
export async function noteAct(
  manager: EntityManager,
  { site, account, what, about = {} }: Pick<ActRow, 'site' | 'account' | 'what'> & { about?: ActRow['about'] },
): Promise<void> {
  await manager.getRepository(Acts).insert({ site, account, what, about: jsonColumn(about) });
}
