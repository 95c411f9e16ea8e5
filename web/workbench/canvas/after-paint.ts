/** Longest wait for a frame, in ms: a tab out of sight paints none. */
const patience = 150;

/** Does something once the next frame is painted; the function returned calls it off. */
export function afterPaint(run: () => void): () => void {
  let over = false;
  const once = (): void => {
    if (over) return;
    over = true;
    run();
  };
  const late = setTimeout(once, patience);
  const frame = requestAnimationFrame(() => {
    const painted = new MessageChannel(); // its message comes after the frame's paint, a timer's may come later
    painted.port1.onmessage = once;
    painted.port2.postMessage(0);
  });
  return () => {
    over = true;
    clearTimeout(late);
    cancelAnimationFrame(frame);
  };
}
