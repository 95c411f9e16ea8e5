import type { EntityManager } from 'typeorm';
import type { Page } from '@core/document/page';
import { Pages, type PageRow } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { factsOf } from './facts';

/** Enters a page into its site, with what stands in columns beside it; from which revision on, where it is not new. */
export async function enterPage(
  manager: EntityManager,
  site: string,
  page: Page,
  before: Partial<Pick<PageRow, 'revision' | 'formerPaths'>> = {},
): Promise<void> {
  const revision = before.revision ?? 0;
  await manager.getRepository(Pages).insert({
    ...{ id: page.id, site, revision, snapshot: revision },
    ...(before.formerPaths && { formerPaths: before.formerPaths }),
    written: jsonColumn(page),
    ...factsOf(page),
  });
}
