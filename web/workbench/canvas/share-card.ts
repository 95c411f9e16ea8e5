import { baseOf } from '@core/document/breakpoint';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Api } from '../../services/api';
import { resultOf } from '../../services/work-steps';
import { cardOf } from './painting';

/** Takes the top of a page as it is into the library, for where the page is shared; the picture's id there. */
export async function cardInLibrary(api: Api, site: Site, page: Page): Promise<string> {
  const card = await cardOf({ site, page }, baseOf(site.breakpoints));
  const name = `card-${page.path.slice(1).replaceAll('/', '-') || 'home'}.png`;
  const { id } = await resultOf(api.upload(site.id, new File([card], name, { type: card.type })));
  return id;
}
