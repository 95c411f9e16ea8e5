import { applyEdits } from '../../document/edits/apply';
import { blankPage, type Page, type Part } from '../../document/page';
import { blankSite, type Site } from '../../document/site';
import type { Measured } from '../../geometry/measured';
import type { LeafFacts, Reviewed } from '../check';
import type { Finding } from '../finding';
import { Reviewer } from '../review';

export const site: Site = {
  ...blankSite('s', 'S', 'site'),
  pictures: {
    pier: {
      name: 'pier',
      alt: '',
      width: 800,
      height: 400,
      type: 'image/png',
      files: [{ width: 800, file: 'pier-800.png' }],
    },
  },
};
export type Given = Partial<Part> & { readonly kind: string };
export const page = (parts: Readonly<Record<string, Given>>): Page => {
  const blank = blankPage('p', 'P', '/');
  const whole = (given: Given): Part => ({
    tag:
      given.kind === 'heading'
        ? 'h2'
        : given.kind === 'text'
          ? 'p'
          : given.kind === 'button'
            ? 'a'
            : given.kind === 'image'
              ? 'img'
              : 'div',
    children: [],
    classes: [],
    style: {},
    content: { base: {} },
    attributes: {},
    ...given,
  });
  return {
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: whole({
        kind: 'section',
        tag: 'section',
        children: Object.keys(parts).filter((id) => !Object.values(parts).some((one) => one.children?.includes(id))),
      }),
      ...Object.fromEntries(Object.entries(parts).map(([id, given]) => [id, whole(given)])),
    },
  };
};
export const findings = (of: Page, more: Partial<Reviewed> = {}): Finding[] =>
  new Reviewer().review({ site, page: of, ...more });
export const of = (check: string, list: readonly Finding[]): Finding[] => list.filter((one) => one.check === check);
export const heading = (tag: string, text = 'Words', style: Part['style'] = {}): Given => ({
  kind: 'heading',
  tag,
  content: { base: { text } },
  style,
});

/** After its cure, a finding is gone. */
export const expectCured = (before: Page, check: string, more: Partial<Reviewed> = {}): void => {
  for (const one of of(check, findings(before, more))) {
    const after = applyEdits(site, before, one.cure!.edits).page;
    expect(
      of(check, findings(after, more)).some(
        (other) => other.part === one.part && other.breakpoints?.join() === one.breakpoints?.join(),
      ),
    )
      .withContext(one.reason)
      .toBeFalse();
  }
};

export const box = (left: number, top: number, width: number, height: number) => ({ left, top, width, height });
export const measured = (
  boxes: Readonly<Record<string, ReturnType<typeof box>>>,
  style: Partial<Measured['style']> = {},
): LeafFacts => {
  const none = { top: 0, right: 0, bottom: 0, left: 0 };
  const all = new Map(
    Object.entries(boxes).map(([id, at]) => [
      id,
      {
        id,
        parent: 's',
        box: at,
        border: none,
        padding: none,
        margin: none,
        lines: [at],
        scroll: { width: 0, height: 0, left: 0, top: 0 },
        style: { display: 'block', 'font-size': '16px', ...style } as Measured['style'],
      },
    ]),
  ); // what these checks read
  return {
    measured: { parts: all, viewport: { width: 390, height: 844, scrollX: 0, scrollY: 0 } },
    natural: new Map(),
    textBackgrounds: [],
  };
};
