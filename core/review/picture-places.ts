import { outwards, type Breakpoint } from '../document/breakpoint';
import { contentAt } from '../document/content';
import type { Picture } from '../document/site';
import { resolve } from '../style/cascade';
import { widerBy } from '../style/drawn/crops';
import type { Reviewed } from './check';

/** A picture where it stands at a breakpoint, and the px of width it would need there at density 1. */
export interface PicturePlace {
  readonly breakpoint: Breakpoint;
  readonly picture: Picture;
  readonly needs: number;
}

/** Where a part shows a picture of the library, widest breakpoint first; nowhere it is not seen. */
export function picturePlaces({ site, page, leaves }: Reviewed, id: string): PicturePlace[] {
  return outwards(site.breakpoints).flatMap((breakpoint) => {
    const box = leaves?.get(breakpoint.id)?.measured.parts.get(id)?.box;
    const named = contentAt(site, page.parts[id]!, breakpoint.id)['picture'];
    const picture = typeof named === 'string' && Object.hasOwn(site.pictures, named) ? site.pictures[named] : undefined;
    if (!box || box.width === 0 || !picture) return [];
    // A place of another ratio is filled by cover: the side that is cropped less decides.
    const filled = Math.max(box.width, box.height * (picture.width / picture.height));
    const view = resolve(site, page, id, breakpoint.id, 'normal', 'object-view-box').value;
    return [{ breakpoint, picture, needs: filled * widerBy(view) }];
  });
}

/** The file a screen of this density loads there: the first kind that is offered, and of it the narrowest that fills it. */
export function fileLoaded({ picture, needs }: PicturePlace, density: number): Picture['files'][number] {
  const offered = picture.avif ?? picture.files;
  return offered.find((one) => one.width >= needs * density) ?? offered.at(-1)!;
}
