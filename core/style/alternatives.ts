import type { Site } from '../document/site';
import { propertyOf } from './properties';
import { checkValue } from './value';

/** A length or number apart: `1.5em` is 1.5 and `em`. */
const measure = /^(-?\d*\.?\d+)(px|%|em|rem|vw|vh|svh|dvh|ch|fr)?$/;

const rounded = (value: number): string => String(Math.round(value * 100) / 100);

/**
 * Values worth looking at beside the one a property has: its keywords, and for a length or number half and double of
 * it, or a first step from nothing. At most `most`, the present one not among them.
 */
export function alternatives(site: Site, property: string, present: string, most = 3): string[] {
  const found = measure.exec(present.trim());
  const near: string[] = [];
  if (found) {
    const [size, unit = ''] = [Number(found[1]), found[2] ?? ''];
    if (size === 0) near.push(unit === '' ? '1' : `24${unit}`, unit === '' ? '2' : `64${unit}`);
    else near.push(rounded(size / 2) + unit, rounded(size * 2) + unit);
  }
  const named = propertyOf(property)?.choices ?? [];
  const all = [...near, ...named].flatMap((value) => {
    const checked = checkValue(site, property, value);
    return checked.ok ? [checked.value] : [];
  });
  return [...new Set(all)].filter((value) => value !== present).slice(0, most);
}
