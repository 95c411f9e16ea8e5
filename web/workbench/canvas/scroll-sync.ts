import { Injectable } from '@angular/core';
import type { Page } from '@core/document/page';
import type { LeafPainter } from './leaf-painter';

/** Keeps the leaves scrolled to the same place: the section at the top of one stands at the top of all. */
@Injectable()
export class ScrollStep {
  private readonly leaves = new Map<string, LeafPainter>();
  private leader = '';

  register(name: string, painter: LeafPainter): () => void {
    this.leaves.set(name, painter);
    return () => {
      if (this.leaves.get(name) === painter) this.leaves.delete(name);
    };
  }

  /** The leaf a person works in leads; the scrolling it causes in the others is not followed back. */
  lead(name: string): void {
    this.leader = name;
  }

  scrolled(name: string, page: Page): void {
    if (name !== this.leader) return;
    const painter = this.leaves.get(name);
    const view = painter?.document.defaultView;
    if (!painter || !view) return;
    const anchor = this.anchor(painter, page);
    const atStart = view.scrollY <= 0;
    const atEnd = !atStart && view.scrollY + view.innerHeight >= painter.document.documentElement.scrollHeight - 1;
    for (const [other, follower] of this.leaves)
      if (other !== name) this.follow(follower, atStart ? 'start' : atEnd ? 'end' : anchor);
  }

  /** The section at the top edge and how much of it is scrolled past. */
  private anchor(painter: LeafPainter, page: Page): { id: string; share: number } | undefined {
    for (const id of page.parts[page.root]?.children ?? []) {
      const box = painter.element(id)?.getBoundingClientRect();
      if (box && box.bottom > 0 && box.height > 0 && getComputedPosition(painter, id) !== 'sticky')
        return { id, share: -box.top / box.height };
    }
    return undefined;
  }

  private follow(follower: LeafPainter, anchor: { id: string; share: number } | 'start' | 'end' | undefined): void {
    const view = follower.document.defaultView;
    if (!view) return;
    if (anchor === 'start') return view.scrollTo(0, 0);
    if (anchor === 'end') return view.scrollTo(0, follower.document.documentElement.scrollHeight);
    const box = anchor && follower.element(anchor.id)?.getBoundingClientRect();
    if (anchor && box) view.scrollTo(0, view.scrollY + box.top + anchor.share * box.height);
  }
}

const getComputedPosition = (painter: LeafPainter, id: string): string => {
  const element = painter.element(id);
  return element ? (painter.document.defaultView?.getComputedStyle(element).position ?? '') : '';
};
