import * as z from 'zod';
import { Identifier } from '../identifier';

/**
 * The sizes in px a site's icon is kept in: for tabs, for the home screens of phones, and for whoever installs the
 * site (Web App Manifest, `icons`; sizes by common practice).
 */
export const iconSizes = [32, 180, 192, 512] as const;

/** What stands for a site in tabs, bookmarks and on home screens: a picture of its library, and the files made of it. */
export const SiteIcon = z.strictObject({
  picture: Identifier,
  files: z
    .array(
      z.strictObject({ size: z.literal([...iconSizes]), file: z.string().regex(/^[a-z0-9][a-z0-9-]{0,79}\.png$/) }),
    )
    .length(iconSizes.length),
});
export type SiteIcon = z.infer<typeof SiteIcon>;

/** The file of one size. */
export const iconFile = ({ files }: SiteIcon, size: (typeof iconSizes)[number]): string | undefined =>
  files.find((one) => one.size === size)?.file;
