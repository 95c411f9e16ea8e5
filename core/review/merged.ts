import type { Edit } from '../document/edits/edit';
import type { Widths } from '../document/breakpoint';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import type { Finding } from './finding';

/**
 * What a finding says, apart from its numbers and the names of breakpoints: the same for the same trouble on other
 * screens.
 */
function keyOf(site: Site, { check, severity, part, other, reason }: Finding): string {
  const names = site.breakpoints.map((one) => one.name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  const said = reason.replace(new RegExp(`\\b(?:${names.join('|')})\\b`, 'g'), '@').replace(/\d[\d.,]*/g, '#');
  return [check, severity, part, other ?? '', said].join(' ');
}

/**
 * One finding for those that say the same of one part at several breakpoints: it names them all, speaks for the
 * worst, and its cure cures each.
 */
export function mergedAcross(site: Site, page: Page, findings: readonly Finding[]): Finding[] {
  const groups = new Map<string, Finding[]>();
  findings.forEach((finding, index) => {
    const key = finding.breakpoints === undefined ? `${index}` : keyOf(site, finding);
    groups.set(key, [...(groups.get(key) ?? []), finding]);
  });
  return [...groups.values()].map((same) => merged(page, same));
}

function merged(page: Page, same: readonly Finding[]): Finding {
  const [first] = same;
  if (!first || same.length === 1) return first!;
  const worst = same.reduce((sofar, one) => ((one.degree ?? 0) > (sofar.degree ?? 0) ? one : sofar));
  const { cure: own, ...rest } = worst;
  const cures = same.flatMap((one) => one.cure ?? []);
  const cure =
    own && cures.length === same.length
      ? {
          ...own,
          edits: withoutRepeats(
            page,
            cures.flatMap((one) => one.edits),
          ),
        }
      : undefined;
  const widths = joined(same.flatMap((one) => one.widths ?? []));
  return {
    ...rest,
    breakpoints: [...new Set(same.flatMap((one) => one.breakpoints ?? []))],
    ...(widths.length > 0 && { widths }),
    ...(cure && { cure }),
  };
}

/** Reaches of widths in order, those that meet as one. */
function joined(widths: readonly Widths[]): Widths[] {
  const out: Widths[] = [];
  for (const one of [...widths].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && one.from <= last.to + 1) out[out.length - 1] = { from: last.from, to: Math.max(last.to, one.to) };
    else out.push(one);
  }
  return out;
}

/** Edits without those that would set at a narrower breakpoint what it inherits from a wider one anyway. */
function withoutRepeats(page: Page, edits: readonly Edit[]): Edit[] {
  const said = new Set<string>();
  return edits.filter((edit) => {
    if (edit.do !== 'set' || edit.field[0] !== 'style') return true;
    const [, breakpoint, state, property] = edit.field;
    const key = JSON.stringify([edit.part, state, property, edit.value]);
    const hasOwn = page.parts[edit.part]?.style[breakpoint]?.[state]?.[property] !== undefined;
    if (said.has(key) && !hasOwn) return false;
    said.add(key);
    return true;
  });
}
