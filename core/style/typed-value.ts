import type { Site } from '../document/site';
import { fluidText, fluidValue, isFluid } from './fluid';
import { joinedUnits } from './joined-units';
import { namedValue, storedValue } from './tokens/tokens';

/**
 * A value as it is stored, from what a person types at a breakpoint: tokens by their ids, a fluid size as CSS, units
 * joined with their numbers.
 * @throws Problem where a fluid size cannot be
 */
export const typedValue = (site: Site, breakpoint: string, typed: string): string =>
  isFluid(typed) ? fluidValue(site.breakpoints, breakpoint, typed) : storedValue(site, joinedUnits(typed));

/** A stored value as a person reads and types it: tokens by their names, a fluid size by its ends. */
export const shownValue = (site: Site, breakpoint: string, value: string): string =>
  fluidText(site.breakpoints, value) ?? namedValue(site, value, breakpoint);
