/**
 * The elements of a published page that stand for its parts, in document order: those inside a widget's own markup
 * are none.
 */
export const partElements = (inside: Document): HTMLElement[] =>
  [
    inside.body,
    ...inside.body.querySelectorAll<HTMLElement>('*:not(main):not(br):not(span):not(summary):not(._skip)'),
  ].filter(
    (one) =>
      !one.matches(
        '._text *, :is(p, h1, h2, h3, h4, h5, h6) *, ._html *, ._video *, ._field *, ._menu > button, ._menu > [popover]',
      ),
  );
