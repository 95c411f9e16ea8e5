import { baseOf, type Breakpoint } from '../breakpoint';
import { kindOf, tagged } from '../kinds/registry';
import type { Part } from '../page';
import { states, type StyleMap } from '../style-map';

type Breakpoints = readonly Breakpoint[];

/** Which breakpoint of another site takes over what is set at each, the farthest first. */
export interface Screens {
  readonly heirs: readonly (readonly [from: string, to: string])[];
  /** The names of those that have none. */
  readonly without: readonly string[];
}

const apart = (one: Breakpoint, other: Breakpoint): number =>
  one.id === other.id ? -1 : Math.abs((one.limit ?? 0) - (other.limit ?? 0));

/** The base for the base; else the one of the same side that is the same still, or whose limit lies nearest. */
export function screensBetween(from: Breakpoints, to: Breakpoints): Screens {
  const found = from.map((one) => {
    const same = to.filter(({ side }) => side === one.side).sort((a, b) => apart(one, a) - apart(one, b));
    return { one, heir: one.side === 'base' ? baseOf(to) : same[0] };
  });
  const heirs = found.flatMap(({ one, heir }) =>
    heir ? [{ ids: [one.id, heir.id] as const, far: apart(one, heir) }] : [],
  );
  heirs.sort((a, b) => b.far - a.far);
  return {
    heirs: heirs.map(({ ids }) => ids),
    without: found.flatMap(({ one, heir }) => (heir ? [] : [one.name])),
  };
}

/** A style with what is set at each breakpoint at its heir; where two have one, what was set nearer wins. */
export function styleOn({ heirs }: Screens, style: StyleMap): StyleMap {
  const out: StyleMap = {};
  for (const [from, to] of heirs) {
    const own = Object.hasOwn(style, from) ? style[from] : undefined;
    if (!own) continue;
    const at = out[to] ?? {};
    out[to] = Object.fromEntries(
      states.flatMap((state) => (own[state] || at[state] ? [[state, { ...at[state], ...own[state] }]] : [])),
    );
  }
  return out;
}

/** A part as it is meant on the screens of another site. */
export function partOn(screens: Screens, part: Part): Part {
  const { base, ...others } = part.content;
  const content: Part['content'] = { base };
  for (const [from, to] of screens.heirs)
    if (Object.hasOwn(others, from) && to !== undefined) content[to] = { ...content[to], ...others[from] };
  const gone = screens.heirs.flatMap(([id, heir]) => (id === heir ? [] : [{ id, heir }]));
  const said = gone.length === 0 ? {} : (kindOf(part.kind).leaving?.(base, gone) ?? {});
  const { backdrop: _measured, ...rest } = part; // on other screens
  return tagged({
    ...rest,
    style: styleOn(screens, part.style),
    content: { ...content, base: { ...base, ...said } },
  });
}
