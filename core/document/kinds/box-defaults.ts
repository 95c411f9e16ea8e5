import type { Declarations } from '../style-map';

/** What every box that stacks its contents is by nature. */
export const stackDefaults: Declarations = {
  'box-sizing': 'border-box',
  display: 'flex',
  'flex-direction': 'column',
  'min-width': '0px',
};
