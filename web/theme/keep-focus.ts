import { afterNextRender, type Injector } from '@angular/core';

/** Does something that may move what has the focus within the document, and gives it the focus again once that is drawn. */
export function keepFocus(injector: Injector, work: () => void): void {
  const had = document.activeElement;
  work();
  afterNextRender(
    () => {
      if (had instanceof HTMLElement && had.isConnected && document.activeElement !== had) had.focus();
    },
    { injector },
  );
}
