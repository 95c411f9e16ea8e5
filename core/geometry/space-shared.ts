import { flexLengths, type FlexItem } from './flex-lengths';
import { expanded, readTracks, trackSizes } from './grid-tracks';
import { contentBox, isOutOfFlow, type Measured } from './measured';

/**
 * How a flex item came to its size: where it started, what it took of the free space or gave when there was too
 * little, in px.
 */
export interface FlexStory {
  readonly basis: number;
  readonly share: number;
  readonly free: number;
  readonly stopped: 'min' | 'max' | undefined;
}

const lengthOf = (value: string, whole: number): number | undefined =>
  value.endsWith('px')
    ? Number.parseFloat(value)
    : value.endsWith('%')
      ? (Number.parseFloat(value) / 100) * whole
      : undefined;

/**
 * How the free space of a single-line flex box was shared (CSS Flexbox 1 §9.7), told for one of its items; undefined
 * where a size hangs on contents, lines wrap,
 * or the story would not end at the size that was measured.
 */
export function flexStory(item: Measured, parent: Measured, siblings: readonly Measured[]): FlexStory | undefined {
  if (!/flex$/.test(parent.style.display) || parent.style['flex-wrap'] !== 'nowrap') return undefined;
  const across = parent.style['flex-direction'].startsWith('row');
  const room = across ? contentBox(parent).width : contentBox(parent).height;
  const flow = siblings.filter((one) => !isOutOfFlow(one) && one.style.display !== 'none');
  const items: FlexItem[] = [];
  for (const one of flow) {
    const around = across ? one.margin.left + one.margin.right : one.margin.top + one.margin.bottom;
    const basis = lengthOf(one.style['flex-basis'], room);
    const inside = across
      ? one.padding.left + one.padding.right + one.border.left + one.border.right
      : one.padding.top + one.padding.bottom + one.border.top + one.border.bottom;
    if (basis === undefined) return undefined;
    const limit = (name: 'min-width' | 'max-width' | 'min-height' | 'max-height', none: number): number =>
      lengthOf(one.style[name], room) ?? none;
    items.push({
      basis: Math.max(basis - inside, 0), // parts count padding and border into their size
      grow: Number(one.style['flex-grow']),
      shrink: Number(one.style['flex-shrink']),
      around: around + inside,
      min: Math.max(limit(across ? 'min-width' : 'min-height', 0) - inside, 0),
      max: limit(across ? 'max-width' : 'max-height', Infinity) - inside,
    });
  }
  const gaps = (Number.parseFloat(parent.style[across ? 'column-gap' : 'row-gap']) || 0) * Math.max(flow.length - 1, 0);
  const at = flow.findIndex((one) => one.id === item.id);
  const own = flexLengths(items, room, gaps)[at];
  if (!own || !items[at]) return undefined;
  const size = across
    ? item.box.width - item.padding.left - item.padding.right - item.border.left - item.border.right
    : item.box.height - item.padding.top - item.padding.bottom - item.border.top - item.border.bottom;
  if (Math.abs(own.size - size) > 1) return undefined;
  const free = room - gaps - items.reduce((sum, one) => sum + one.basis + one.around, 0);
  return { basis: items[at].basis, share: own.share, free, stopped: own.stopped };
}

/**
 * What one fr came to in a grid's columns or rows, in px (CSS Grid 1 §11.7); undefined where the list has none, or
 * contents had a say.
 */
export function sizeOfFr(list: string, sizes: readonly number[], room: number, gap: number): number | undefined {
  const read = readTracks(list, (number, unit) => (unit === 'px' ? number : undefined));
  if (!read) return undefined;
  const tracks = expanded(read, room, gap);
  const worked = trackSizes(tracks, room, gap);
  if (worked.length !== sizes.length || worked.some((size, index) => Math.abs(size - sizes[index]!) > 1))
    return undefined;
  const index = tracks.findIndex((one) => one.max.kind === 'flex' && one.max.factor > 0);
  const track = tracks[index];
  return track?.max.kind === 'flex' ? worked[index]! / track.max.factor : undefined;
}
