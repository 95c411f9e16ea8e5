/** A flex item along the main axis, all in px: what it starts from and how it gives and takes. */
export interface FlexItem {
  readonly basis: number;
  readonly grow: number;
  readonly shrink: number;
  /** Padding, border and margin along the axis, which do not shrink. */
  readonly around: number;
  readonly min: number;
  readonly max: number;
}

/** Where an item's length comes from. */
export interface FlexLength {
  /** The used size of its content box, in px. */
  readonly size: number;
  /** What it took of the free space, or gave (negative). */
  readonly share: number;
  /** It was stopped by its minimum or maximum. */
  readonly stopped: 'min' | 'max' | undefined;
}

interface State {
  size: number;
  frozen: boolean;
  violation: 'min' | 'max' | undefined;
}

const clamp = (item: FlexItem, size: number): number => Math.max(Math.min(size, item.max), item.min, 0);

/**
 * The lengths of one flex line's items: CSS Flexbox 1 §9.7, “Resolving Flexible Lengths”, step by step.
 * @param room the line's inner length, in px
 * @param gaps the sum of the gaps between items, in px
 */
export function flexLengths(items: readonly FlexItem[], room: number, gaps = 0): FlexLength[] {
  const states: State[] = items.map((item) => ({ size: item.basis, frozen: false, violation: undefined }));
  const hypothetical = items.reduce((sum, item) => sum + clamp(item, item.basis) + item.around, gaps);
  const growing = hypothetical < room; // step 1
  items.forEach((item, index) => {
    const state = states[index]!;
    const factor = growing ? item.grow : item.shrink;
    const target = clamp(item, item.basis);
    if (factor === 0 || (growing ? item.basis > target : item.basis < target))
      Object.assign(state, { size: target, frozen: true }); // step 2
  });
  const spaceNow = (): number =>
    room -
    gaps -
    items.reduce(
      (sum, item, index) => sum + item.around + (states[index]!.frozen ? states[index]!.size : item.basis),
      0,
    );
  const initial = spaceNow(); // step 3
  while (states.some((state) => !state.frozen)) round(items, states, growing, initial, spaceNow()); // step 4
  return items.map((item, index) => {
    const { size, violation } = states[index]!;
    return { size, share: size - item.basis, stopped: violation };
  });
}

function round(
  items: readonly FlexItem[],
  states: readonly State[],
  growing: boolean,
  initial: number,
  remaining: number,
): void {
  const open = items.map((item, index) => ({ item, state: states[index]! })).filter(({ state }) => !state.frozen);
  const factors = open.reduce((sum, { item }) => sum + (growing ? item.grow : item.shrink), 0);
  let free = remaining;
  if (factors < 1 && Math.abs(initial * factors) < Math.abs(free)) free = initial * factors; // 4b
  const scaled = open.reduce((sum, { item }) => sum + item.shrink * item.basis, 0);
  for (const { item, state } of open) {
    const ratio = growing ? item.grow / factors : scaled === 0 ? 0 : (item.shrink * item.basis) / scaled;
    state.size = item.basis + (free === 0 ? 0 : ratio * (growing ? free : -Math.abs(free))); // 4c
  }
  let total = 0;
  for (const { item, state } of open) {
    const clamped = clamp(item, state.size); // 4d
    state.violation = clamped > state.size ? 'min' : clamped < state.size ? 'max' : undefined;
    total += clamped - state.size;
    state.size = clamped;
  }
  for (const { state } of open)
    if (total === 0 || (total > 0 ? state.violation === 'min' : state.violation === 'max')) state.frozen = true; // 4e
}
