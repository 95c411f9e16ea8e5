import { afterNextRender, type Injector } from '@angular/core';

/** Focuses the first element within another that matches a selector, after the next render. */
export function focusNext(injector: Injector, within: ParentNode, css: string): void {
  afterNextRender({ write: () => within.querySelector<HTMLElement>(css)?.focus() }, { injector });
}
