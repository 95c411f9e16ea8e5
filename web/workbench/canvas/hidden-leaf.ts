import { compileCanvas } from '@core/compile/canvas';
import type { Addresses } from '@core/compile/declarations';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { LeafPainter } from './leaf-painter';

/** A leaf for measuring. */
export interface HiddenLeaf {
  readonly painter: LeafPainter;
  size(width: number, height: number): void;
  remove(): void;
}

/** A frame that nobody sees, as wide and high as a screen, with a page painted in it. */
export function hiddenLeaf(
  site: Site,
  page: Page,
  screen: { width: number; height: number },
  addresses: Addresses,
): HiddenLeaf {
  const frame = document.createElement('iframe');
  frame.setAttribute('sandbox', 'allow-same-origin');
  frame.setAttribute('aria-hidden', 'true');
  frame.tabIndex = -1;
  frame.style.cssText = `position:fixed;left:-10000px;top:0;border:0;visibility:hidden;width:${screen.width}px;height:${screen.height}px`;
  document.body.append(frame);
  const painter = new LeafPainter(frame.contentDocument!);
  const { html, sheets } = compileCanvas(site, page, addresses, false);
  painter.load(html, sheets);
  const size = (width: number, height: number): void => {
    frame.style.width = `${width}px`;
    frame.style.height = `${height}px`;
  };
  return { painter, size, remove: () => frame.remove() };
}
