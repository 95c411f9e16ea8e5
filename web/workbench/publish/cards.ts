import { nanoid } from 'nanoid';
import { firstValueFrom } from 'rxjs';
import type { NextOfPage } from '@core/api/releases';
import { setCard } from '@core/document/library/share-card';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Api } from '../../services/api';

/** Whether a page has no picture of its own where it is shared. */
export const hasNoCard = ({ root, parts }: Page): boolean => parts[root]?.content.base['share'] === undefined;

/**
 * Draws the picture a page is shared with, and sets it. The revision the page has then; that it was looked at where
 * somebody changed it meanwhile, so that it is looked at again.
 */
export async function drawCard(api: Api, site: Site, { page, revision }: NextOfPage): Promise<number> {
  const { cardInLibrary } = await import('../canvas/share-card');
  const edits = setCard(page, await cardInLibrary(api, site, page));
  const id = nanoid();
  const log = await firstValueFrom(api.store(page.id, { id, base: revision, edits }));
  const isAlone = log.every((one) => one.id === id || one.revision === null);
  return isAlone ? (log.find((one) => one.id === id)?.revision ?? revision) : revision;
}
