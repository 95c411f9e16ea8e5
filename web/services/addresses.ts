import type { Addresses } from '@core/compile/declarations';

/** Where the editor itself serves a site's pictures and the fonts. */
export const canvasAddresses = (site: string): Addresses => ({
  pictures: `/api/sites/${site}/files/`,
  fonts: '/fonts/',
});
