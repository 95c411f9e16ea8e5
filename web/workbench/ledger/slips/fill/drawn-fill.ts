import { fillText, type Fill } from '@core/style/fill/fills';
import { plainValue } from '@core/style/tokens/tokens';
import type { Site } from '@core/document/site';
import { canvasAddresses } from '../../../../services/addresses';

/** What a layer is made of, as a background of the editor's own page: without tokens, with the addresses of pictures. */
export function drawnFill(site: Site, fill: Fill, breakpoint: string): string {
  if (fill.is !== 'picture') return plainValue(site, fillText(fill), breakpoint);
  const file = Object.hasOwn(site.pictures, fill.picture) ? site.pictures[fill.picture]!.files[0]?.file : undefined;
  return file === undefined ? 'none' : `url("${canvasAddresses(site.id).pictures}${file}") center / cover`;
}
