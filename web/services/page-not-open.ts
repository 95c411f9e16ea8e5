import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Api } from './api';

/** Stores edits made of a page that is not open, as the server has it; gives those that lead back. */
export async function storeOnPage(
  api: Api,
  id: string,
  editsOf: (documents: Documents) => readonly AnyEdit[],
): Promise<readonly AnyEdit[]> {
  const { site, page, revision, siteRevision } = await firstValueFrom(api.page(id));
  const edits = editsOf({ site, page });
  if (edits.length === 0) return [];
  const { inverses } = applyBatch({ site, page }, edits);
  await firstValueFrom(api.store(id, { id: nanoid(), base: revision, siteBase: siteRevision, edits }));
  return inverses;
}
