import * as z from 'zod';
import { Breakpoint } from '../../breakpoint';
import { Download } from '../../library/download';
import { SiteIcon } from '../../library/site-icon';
import { MenuEntry, MenuName } from '../../menus/menu';
import { PageFrame } from '../../frames/page-frame';
import { KeptSection } from '../../sections/kept-section';
import { Problem } from '../../problem';
import { Look, mostRedirects, Picture, RedirectTo, Site, SiteClass } from '../../site';
import { states } from '../../style-map';
import { checkValue } from '../../../style/value';
import { checkState } from './check-part';
import type { SiteSet } from '../site-edit';
import { checkCircle } from './check-redirects';

/** Refuses a value a field of the site cannot have. @throws Problem with the place */
export function checkSiteSet(site: Site, edit: SiteSet): void {
  const { field, value } = edit;
  const place = { field: field.join('.') };
  if (field[0] === 'elements') return checkStyleAt(site, field.slice(2), value, place.field);
  if (field[0] === 'classes' && field[2] === 'style') return checkStyleAt(site, field.slice(3), value, place.field);
  const parsed = schemaOf(field).safeParse(value);
  if (!parsed.success) throw new Problem(parsed.error.issues[0]?.message ?? 'This value does not fit.', place);
  if (field[0] === 'pictures' && !Object.hasOwn(site.pictures, field[1]))
    throw new Problem('The site has no such picture.', place);
  if (field[0] === 'downloads' && !Object.hasOwn(site.downloads ?? {}, field[1]))
    throw new Problem('The site has no such file.', place);
  if (field[0] === 'classes' && site.classes.some((one) => one.name === value && one.id !== field[1]))
    throw new Problem(`The site has a class called “${String(value)}” already.`, place);
  if (field[0] === 'redirects' && typeof value === 'string') checkRedirect(site, field[1], value);
  if (field[0] === 'icon' && value !== undefined && !Object.hasOwn(site.pictures, SiteIcon.parse(value).picture))
    throw new Problem('The site has no such picture.', place);
  if (field[0] === 'dark' && value !== undefined && !site.looks?.some((one) => one.id === value))
    throw new Problem('The site has no such look.', place);
}

/** @throws Problem where visitors would go round in a circle */
function checkRedirect(site: Site, from: string, to: string): void {
  const all = { ...site.redirects, [from]: to };
  checkCircle(all, from);
  if (Object.keys(all).length > mostRedirects)
    throw new Problem('A site has at most 1,000 redirects.', { field: 'redirects' });
}

function schemaOf(field: SiteSet['field']): z.ZodType {
  switch (field[0]) {
    case 'breakpoints':
      return Breakpoint.shape[field[2]];
    case 'pictures':
      return Picture.shape[field[2]];
    case 'downloads':
      return Download.shape.name;
    case 'sections':
      return KeptSection.shape[field[2]];
    case 'menus':
      return field[2] === 'name' ? MenuName : MenuEntry.optional();
    case 'frames':
      return PageFrame.shape[field[2]];
    case 'looks':
      return Look.shape.name;
    case 'classes':
      return SiteClass.shape.name;
    case 'redirects':
      return RedirectTo.optional();
    case 'tokens':
    case 'elements':
      return z.never();
    default:
      return Site.shape[field[0]];
  }
}

/**
 * Refuses a value at a breakpoint and in a state where it cannot be; a value may be unset at breakpoints that went,
 * too.
 */
function checkStyleAt(site: Site, path: readonly string[], value: unknown, field: string): void {
  const [breakpoint = '', state = '', property = ''] = path;
  const place = { field, breakpoint, state, property };
  if (
    !site.breakpoints.some((one) => one.id === breakpoint) &&
    !(value === undefined && Object.hasOwn(site.retired ?? {}, breakpoint))
  )
    throw new Problem('The site has no such breakpoint.', place);
  checkState(state, states, place);
  if (value === undefined) return;
  const checked =
    typeof value === 'string'
      ? checkValue(site, property, value)
      : { ok: false as const, problem: 'A value is a text.' };
  if (!checked.ok) throw new Problem(checked.problem, place);
  if (checked.value !== value) throw new Problem(`Write ${checked.value}.`, place);
}
