import type { Declarations } from '../style-map';

/** Parts start with no margins of their own: space comes from the parent's gap and padding. */
export const noMargins: Declarations = {
  'box-sizing': 'border-box',
  display: 'block',
  'margin-top': '0px',
  'margin-right': '0px',
  'margin-bottom': '0px',
  'margin-left': '0px',
};

/** What a widget that shares its tag with boxes does not take from them. */
export const noBox: Declarations = { ...noMargins, 'flex-direction': 'row', 'min-width': 'auto' };
