/** Longest wait for a frame, in ms: a tab out of sight paints none. */
const patience = 150;

/**
 * Does something once the next frame is painted, or at once where the page is left before; the function returned
 * calls it off.
 */
export function afterPaint(run: () => void): () => void {
  const over = new AbortController();
  const once = (): void => {
    if (over.signal.aborted) return;
    over.abort();
    run();
  };
  const late = setTimeout(once, patience);
  const frame = requestAnimationFrame(() => {
    const painted = new MessageChannel(); // its message comes after the frame's paint, a timer's may come later
    painted.port1.onmessage = once;
    painted.port2.postMessage(0);
  });
  over.signal.addEventListener('abort', () => {
    clearTimeout(late);
    cancelAnimationFrame(frame);
  });
  addEventListener('pagehide', once, { signal: over.signal });
  return () => over.abort();
}
