/** A leaf's room in the spread, in px of the editor's window. */
export interface LeafRoom {
  readonly width: number;
  readonly scale: number;
}

/** Below this scale 16 px of text on a phone cannot be read. */
const legible = 0.58;
const spine = 36;

/**
 * Divides the spread's width among its leaves: folded ones get a spine, narrow screens a scale at which they can be
 * read,
 * and the others one common scale for what is left. No leaf is drawn above its true size.
 */
export function leafRooms(
  available: number,
  leaves: readonly { readonly width: number; readonly folded: boolean }[],
  gap: number,
): LeafRoom[] {
  const open = leaves.filter((leaf) => !leaf.folded);
  const room = available - gap * leaves.length - spine * (leaves.length - open.length);
  const fair = room / open.reduce((sum, leaf) => sum + leaf.width, 0);
  const small = open.filter((leaf) => leaf.width <= 600 && fair < legible);
  const others = open.reduce((sum, leaf) => sum + (small.includes(leaf) ? 0 : leaf.width), 0);
  const taken = small.reduce((sum, leaf) => sum + leaf.width * legible, 0);
  const rest = others > 0 ? Math.max((room - taken) / others, 0.1) : 1;
  return leaves.map((leaf) => {
    if (leaf.folded) return { width: spine, scale: 0 };
    const scale = Math.min(small.includes(leaf) ? (others > 0 ? legible : Math.min(fair, 1)) : rest, 1);
    return { width: leaf.width * scale, scale };
  });
}
