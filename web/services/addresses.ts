import type { Addresses } from '@core/compile/declarations';

/** Where the editor itself serves a site's pictures and the fonts; what its pages are called, where that is known. */
export const canvasAddresses = (site: string, titles?: Addresses['titles']): Addresses => ({
  pictures: `/api/sites/${site}/files/`,
  fonts: '/fonts/',
  ...(titles && { titles }),
});
