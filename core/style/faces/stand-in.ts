import type { FaceMetrics } from '../../document/library/face';

/** What every browser falls back to, by the faces most computers have for it. */
export type Generic = 'sans-serif' | 'serif' | 'monospace';

interface Base {
  /** Faces of the same widths, under the names they have on different systems. */
  readonly local: readonly string[];
  readonly metrics: FaceMetrics;
}

/**
 * The faces that stand in, with their metrics: what most computers have first, then what phones have (both as
 * Capsize's collection has them), then what a plain Linux has (as fontkit reads it, version 2.37).
 */
export const bases: Readonly<Record<Generic, readonly Base[]>> = {
  'sans-serif': [
    {
      local: ['Arial', 'Liberation Sans', 'Arimo'],
      metrics: { unitsPerEm: 2048, ascent: 1854, descent: -434, lineGap: 67, width: 913 },
    },
    { local: ['Roboto'], metrics: { unitsPerEm: 2048, ascent: 1900, descent: -500, lineGap: 0, width: 911 } },
    { local: ['DejaVu Sans'], metrics: { unitsPerEm: 2048, ascent: 1901, descent: -483, lineGap: 0, width: 1043 } },
  ],
  serif: [
    {
      local: ['Times New Roman', 'Liberation Serif', 'Tinos'],
      metrics: { unitsPerEm: 2048, ascent: 1825, descent: -443, lineGap: 87, width: 832 },
    },
    { local: ['Noto Serif'], metrics: { unitsPerEm: 1000, ascent: 1069, descent: -293, lineGap: 0, width: 481 } },
    { local: ['DejaVu Serif'], metrics: { unitsPerEm: 2048, ascent: 1901, descent: -483, lineGap: 0, width: 1057 } },
  ],
  monospace: [
    {
      local: ['Courier New', 'Liberation Mono', 'Cousine'],
      metrics: { unitsPerEm: 2048, ascent: 1705, descent: -615, lineGap: 0, width: 1229 },
    },
    {
      local: ['DejaVu Sans Mono'],
      metrics: { unitsPerEm: 2048, ascent: 1901, descent: -483, lineGap: 0, width: 1233 },
    },
  ],
};

const nameOf = (family: string): string => `${family} stand-in`;
const percent = (share: number): string => `${Number((share * 100).toFixed(1))}%`;

/** How another face is drawn so that its lines are as high and long (CSS Fonts 5 §4, CSS Fonts 4 §11.3). */
export function standingIn(metrics: FaceMetrics, base: FaceMetrics): Readonly<Record<string, string>> {
  const size = metrics.width / metrics.unitsPerEm / (base.width / base.unitsPerEm);
  const high = (units: number): string => percent(Math.abs(units) / metrics.unitsPerEm / size);
  return {
    'size-adjust': percent(size),
    'ascent-override': high(metrics.ascent),
    'descent-override': high(metrics.descent),
    ...((metrics.lineGap !== 0 || base.lineGap !== 0) && { 'line-gap-override': high(metrics.lineGap) }),
  };
}

/**
 * Rules for what stands in for a family until its letters are there, so that nothing moves once they are. Of faces
 * under one name the last counts that is there (as Chromium does it), so what most computers have stands last.
 */
export function standInRules(family: string, metrics: FaceMetrics, generic: Generic): string {
  const rule = ({ local, metrics: base }: Base): string => {
    const drawn = Object.entries(standingIn(metrics, base)).map((one) => one.join(':'));
    return `@font-face{font-family:"${nameOf(family)}";src:${local.map((one) => `local("${one}")`).join(',')};${drawn.join(';')}}`;
  };
  return bases[generic].toReversed().map(rule).join('');
}

/** A sheet in which each of these families is followed by what stands in for it, wherever a typeface is set. */
export function withStandIns(css: string, families: readonly string[]): string {
  if (families.length === 0) return css;
  const escaped = families.map((family) => family.replace(/[.+]/g, '\\$&'));
  const named = new RegExp(`(^|,)\\s*("?)(${escaped.join('|')})\\2(?=\\s*(,|$))`, 'gi');
  return css.replace(
    /((?:^|[;{])(?:font-family|--[a-z0-9_-]+):)([^;{}]*)/gi,
    (_whole, before: string, list: string) =>
      before +
      list.replace(named, (one, _comma, _quote, family: string) => `${one},"${nameOf(spelledAs(families, family))}"`),
  );
}

const spelledAs = (families: readonly string[], family: string): string =>
  families.find((one) => one.toLowerCase() === family.toLowerCase()) ?? family;
