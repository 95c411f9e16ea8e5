/** A frame of a true viewport with HTML in its body, for tests. */
export interface TestFrame {
  readonly document: Document;
  readonly view: Window;
  find(part: string): HTMLElement;
  remove(): void;
}

/** Opens a frame whose body, the part `root`, holds this HTML; parts are marked by `data-part`. */
export function frameWith(body: string, width = 400, height = 400, css = ''): TestFrame {
  const frame = document.createElement('iframe');
  frame.style.cssText = `width:${width}px;height:${height}px;border:0;position:absolute;left:0;top:0`;
  document.body.append(frame);
  const inside = frame.contentDocument!;
  inside.open();
  inside.write(
    `<!doctype html><style>html{scrollbar-width:none}body{margin:0;font:14px/1.2 monospace}*{box-sizing:border-box}p{margin:0}${css}</style><body data-part="root">${body}</body>`,
  );
  inside.close();
  return {
    document: inside,
    view: frame.contentWindow!,
    find: (part) => inside.querySelector<HTMLElement>(`[data-part="${part}"]`)!,
    remove: () => frame.remove(),
  };
}
