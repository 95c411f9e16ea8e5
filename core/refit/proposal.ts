import type { Edit } from '../document/edits/edit';
import { styleEdit } from '../document/commands/style';
import { nameOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { subtree } from '../document/tree';
import type { Slice } from '../review/sweep/slice';
import { resolve } from '../style/cascade';

/** A few overrides of one part, or of it and what it holds, at one smaller breakpoint. */
export interface Proposal {
  readonly rule: string;
  readonly part: string;
  readonly breakpoint: string;
  readonly edits: readonly Edit[];
  /** What it does, as a command. */
  readonly says: string;
  /** Why, in a sentence with the measure that led to it. */
  readonly reason: string;
  readonly before: string;
  readonly after: string;
}

/**
 * What a rule looks at: the page as it is now, at one breakpoint, laid out at a few widths it decides on, the
 * narrowest first.
 */
export interface Situation {
  readonly site: Site;
  readonly page: Page;
  readonly breakpoint: string;
  readonly slices: readonly Slice[];
  /** Width of this breakpoint's screen over that of the base's. */
  readonly ratio: number;
  /** Values people set at this very breakpoint may be replaced. */
  readonly overwrite: boolean;
}

/** Something that can be proposed for a part: each list holds ways to do one thing, of which one may be taken. */
export interface Rule {
  readonly name: string;
  /** Where it comes from. */
  readonly source: string;
  /** When it is tried: what changes the structure of a layout first, then what follows from it. */
  readonly order: number;
  /** Whether its proposals are common practice. The search accepts those wherever they cause no fault. */
  readonly isPractice?: boolean;
  propose(situation: Situation, part: string): readonly Proposal[];
}

export const valueAt = ({ site, page, breakpoint }: Situation, part: string, property: string): string =>
  resolve(site, page, part, breakpoint, 'normal', property).value;

/** Px of a plain length in px, or undefined. */
export const px = (value: string): number | undefined =>
  /^-?\d*\.?\d+px$/.test(value) ? Number.parseFloat(value) : undefined;

/**
 * Whether a value may be proposed: nobody has set it at this breakpoint, on the part, its classes or its element, or
 * replacing was asked for.
 */
export function mayWrite({ site, page, breakpoint, overwrite }: Situation, part: string, property: string): boolean {
  if (overwrite) return true;
  const { source } = resolve(site, page, part, breakpoint, 'normal', property);
  return !(
    (source.from === 'own' || source.from === 'class' || source.from === 'element') &&
    source.breakpoint === breakpoint
  );
}

/** Edits for values that differ from those there are, as far as all of them may be written; none where one may not. */
export function overrides(situation: Situation, part: string, values: Readonly<Record<string, string>>): Edit[] {
  const changed = Object.entries(values).filter(([property, value]) => valueAt(situation, part, property) !== value);
  if (changed.some(([property]) => !mayWrite(situation, part, property))) return [];
  return changed.map(([property, value]) => styleEdit(part, situation.breakpoint, 'normal', property, value));
}

/** A proposal for a part, or none where it would change nothing. */
export function proposed(
  situation: Situation,
  part: string,
  edits: readonly Edit[],
  says: Omit<Proposal, 'part' | 'breakpoint' | 'edits'>,
): Proposal[] {
  return edits.length > 0 ? [{ ...says, part, breakpoint: situation.breakpoint, edits }] : [];
}

/** Values as they would be written, for people to compare. */
export const written = (properties: readonly string[], valueOf: (property: string) => string): string =>
  properties.map((property) => `${property} ${valueOf(property)}`).join(', ');

/**
 * A part and those like it: of the same kind, tag and classes, with the same style of their own; what is proposed for
 * one is proposed for all, so that they stay alike.
 */
export function alike({ page }: Situation, part: string): string[] {
  const one = page.parts[part]!;
  const look = JSON.stringify(one.style);
  if (look === '{}' && one.classes.length === 0) return [part];
  return subtree(page, page.root).filter((id) => {
    const other = page.parts[id]!;
    return (
      id === part ||
      (other.kind === one.kind &&
        other.tag === one.tag &&
        other.classes.join(' ') === one.classes.join(' ') &&
        JSON.stringify(other.style) === look)
    );
  });
}

/** The same overrides for a part and all that are like it. */
export const overridesOfAll = (situation: Situation, part: string, values: Readonly<Record<string, string>>): Edit[] =>
  alike(situation, part).flatMap((one) => overrides(situation, one, values));

/** A part by name, and how many others go with it. */
export function calledWith(situation: Situation, part: string): string {
  const others = alike(situation, part).length - 1;
  return others > 0
    ? `${nameOf(situation.page.parts[part]!)} and ${others} like it`
    : nameOf(situation.page.parts[part]!);
}
