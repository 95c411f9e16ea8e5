/** What cuts a text off after so many lines (CSS Overflow 4 §5.5, as browsers have it: only all of it together). */
const clamped: Readonly<Record<string, string>> = {
  ...{ display: '-webkit-box', '-webkit-box-orient': 'vertical', 'overflow-x': 'hidden', 'overflow-y': 'hidden' },
};

/** The values without which a value does nothing, to be set in the same step. */
export const comesWith = (property: string, value: string): Readonly<Record<string, string>> =>
  property === '-webkit-line-clamp' && value !== 'none' ? clamped : {};
