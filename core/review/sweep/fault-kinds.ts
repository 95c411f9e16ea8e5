/** What can be wrong at a width. */
export const faultKinds = ['too wide', 'texts overlap', 'text cut', 'long lines', 'short lines', 'collapsed'] as const;
export type FaultKind = (typeof faultKinds)[number];

/** A page is swept from one of these widths to the other, in px. */
export const sweptFrom = 320;
export const sweptTo = 1920;
