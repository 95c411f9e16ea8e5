import { standardBreakpoints, type Breakpoint } from '../breakpoint';

/** Breakpoints a site may begin with, under a name. */
export interface BreakpointSet {
  readonly id: string;
  readonly name: string;
  readonly breakpoints: readonly Breakpoint[];
}

const [wide, tablet, phone] = standardBreakpoints as readonly [Breakpoint, Breakpoint, Breakpoint]; // there are three

const large: Breakpoint = {
  ...{ id: 'large', name: 'Large', side: 'up', limit: 1600, preview: { width: 1920, height: 1080 } },
};
const small: Breakpoint = {
  ...{ id: 'small', name: 'Small phone', side: 'down', limit: 380, preview: { width: 320, height: 640 } },
};

/** The first is offered first. */
export const breakpointSets: readonly BreakpointSet[] = [
  { id: 'three', name: 'Wide, tablet and phone', breakpoints: [wide, tablet, phone] },
  { id: 'two', name: 'Wide and phone', breakpoints: [wide, { ...phone, limit: 760 }] },
  { id: 'four', name: 'Wide, tablet, phone and small phone', breakpoints: [wide, tablet, phone, small] },
  { id: 'large', name: 'Large, wide, tablet and phone', breakpoints: [large, wide, tablet, phone] },
];
