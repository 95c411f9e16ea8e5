const ways: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * The way an arrow key moves what is held, ten times as far with Shift; nothing for other keys, or where they are
 * commands. The key goes no further.
 */
export function arrowWay(event: KeyboardEvent): { readonly x: number; readonly y: number } | undefined {
  const way = ways[event.key];
  if (!way || event.ctrlKey || event.metaKey) return undefined;
  event.preventDefault();
  event.stopPropagation();
  const by = event.shiftKey ? 10 : 1;
  return { x: way[0] * by, y: way[1] * by };
}

/** Takes hold of what is pressed, until it is let go of, wherever the pointer goes. */
export function takeHold(event: PointerEvent): void {
  const held = event.currentTarget;
  if (!(held instanceof HTMLElement)) return;
  held.setPointerCapture(event.pointerId);
  held.focus();
  event.preventDefault();
}

/** What is held by a pointer that moves; nothing where it only passes. */
export function heldBy(event: PointerEvent): HTMLElement | undefined {
  const held = event.currentTarget;
  return held instanceof HTMLElement && held.hasPointerCapture(event.pointerId) ? held : undefined;
}
