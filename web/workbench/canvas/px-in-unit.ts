import { writtenIn, type LengthUnit } from '@core/geometry/units';

/** Percentages of these are of the width of the containing block (CSS 2.2, sections 8.3, 8.4, 9.3.2 and 10.2). */
const byWidth = /^((min-|max-)?width|padding-\w+|margin-\w+|left|right)$/;
/** Percentages of these are of its height, if that is definite (CSS 2.2, sections 9.3.2 and 10.5). */
const byHeight = /^((min-|max-)?height|top|bottom)$/;
/** Percentages of these are of the width of the element's own content (CSS Text 3, 7.1; CSS Box Alignment 3, 8.1). */
const byOwnWidth = /^(column-gap|text-indent)$/;
/** Percentages of these are computed to px, of a size of type. */
const byType = /^(font-size|line-height|letter-spacing|word-spacing)$/;

const px = (value: string): number | undefined => (/^-?[\d.]+px$/.test(value) ? Number.parseFloat(value) : undefined);

/** Tries declarations on a part of an open leaf; the part looks as before when it is done. */
class Trial {
  private readonly sheet: CSSStyleSheet;
  private readonly style: CSSStyleDeclaration;
  private readonly selector: string;
  private readonly scrolled: readonly [number, number];

  constructor(
    private readonly document: Document,
    private readonly view: Window & typeof globalThis,
    readonly element: Element,
  ) {
    this.selector = `[data-part="${CSS.escape(element.getAttribute('data-part') ?? '')}"]`;
    this.style = view.getComputedStyle(element);
    this.scrolled = [view.scrollX, view.scrollY];
    this.sheet = new view.CSSStyleSheet();
    document.adoptedStyleSheets.push(this.sheet);
  }

  /** The used value of a property, in px, under declarations of the part. */
  read(declarations: string, property: string): number | undefined {
    // a transition would begin at the value before
    this.sheet.replaceSync(`${this.selector}{transition:none !important;${declarations}}`);
    return px(this.style.getPropertyValue(property));
  }

  /** The boxes of the part, its text, and what is around it, under declarations of the part. */
  boxes(declarations: string): readonly number[] {
    this.read(declarations, 'width');
    const { element, document } = this;
    const text = document.createRange();
    text.selectNodeContents(element);
    const around = [element.parentElement, element.previousElementSibling, element.nextElementSibling];
    return [element, text, ...around].flatMap((one) => {
      const { x = 0, y = 0, width = 0, height = 0 } = one?.getBoundingClientRect() ?? {};
      return [x, y, width, height];
    });
  }

  get position(): string {
    return this.style.position;
  }

  end(): void {
    this.read('', 'width'); // at the value before again, while nothing may move there
    const all = this.document.adoptedStyleSheets;
    this.document.adoptedStyleSheets = all.filter((one) => one !== this.sheet);
    this.view.scrollTo(...this.scrolled);
  }
}

/** Px in 1 % of a property; undefined where a percentage is not a fixed share of one length. */
function pxInPercent(trial: Trial, property: string): number | undefined {
  /** Px in 1 % as two percentages come out; undefined where the larger one is not twice the other. */
  const proportional = (tried: string, read = tried, besides = ''): number | undefined => {
    const [one, two] = [100, 200].map((share) => trial.read(`${tried}:${share}% !important;${besides}`, read));
    if (one === undefined || two === undefined || Math.abs(two - 2 * one) > 0.05) return undefined;
    return one / 100;
  };
  const { element } = trial;
  if (trial.position === 'sticky' && /^(top|right|bottom|left)$/.test(property)) return undefined; // of what it scrolls in
  if (byWidth.test(property)) return proportional('padding-left');
  if (byHeight.test(property))
    return proportional('height', 'height', 'min-height:0 !important;max-height:none !important');
  if (byType.test(property)) return proportional(property);
  if (!byOwnWidth.test(property)) return undefined;
  const [left = 0, right = 0] = ['padding-left', 'padding-right'].map((side) => trial.read('', side));
  return (element.clientWidth - left - right) / 100;
}

/** Whether boxes lie as before when a length in px is a share instead. */
function isSame(trial: Trial, property: string, px: number, share: string): boolean {
  const [before, after] = [`${px}px`, share].map((value) => trial.boxes(`${property}:${value} !important`));
  return before!.every((one, index) => Math.abs(one - after![index]!) < 0.1);
}

function pxInOne(trial: Trial, property: string, unit: LengthUnit): number | undefined {
  if (unit === 'px') return 1;
  if (unit === '%') return pxInPercent(trial, property) || undefined;
  // type is measured by that of the parent (CSS Values 4, 6.1.1); what scrolls into view moves nothing
  const tried = property === 'font-size' ? property : 'scroll-margin-left';
  const hundred = trial.read(`${tried}:100${unit} !important`, tried);
  return hundred === undefined || hundred === 0 ? undefined : hundred / 100;
}

function trying<T>(element: Element, what: (trial: Trial) => T): T | undefined {
  const view = element.ownerDocument.defaultView;
  if (!view) return undefined;
  const trial = new Trial(element.ownerDocument, view, element);
  try {
    return what(trial);
  } finally {
    trial.end();
  }
}

/** Px in one of a unit, in a property of a part of an open leaf, as Chromium computes it on the part. */
export const pxInUnit = (element: Element, property: string, unit: LengthUnit): number | undefined =>
  trying(element, (trial) => pxInOne(trial, property, unit));

/**
 * A length in px of a property of a part of an open leaf, written in a unit. Undefined where the unit cannot say the
 * same: percentages of what has no definite size, of several lengths or of something that depends on the value itself.
 */
export const inUnit = (element: Element, property: string, px: number, unit: LengthUnit): string | undefined =>
  trying(element, (trial) => {
    const one = pxInOne(trial, property, unit);
    const written = one === undefined ? undefined : writtenIn(px, unit, one);
    return unit === '%' && written !== undefined && !isSame(trial, property, px, written) ? undefined : written;
  });
