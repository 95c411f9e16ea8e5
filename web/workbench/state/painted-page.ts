import { computed, effect, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { changesBetween } from '@core/document/changes';
import type { Page } from '@core/document/page';
import { PageSession } from '../../services/page-session';
import { afterPaint } from '../canvas/after-paint';

/** The page as the leaves last painted it: what can wait until an edit is seen on them reads this one. */
@Injectable()
export class PaintedPage implements OnDestroy {
  private readonly session = inject(PageSession);
  private readonly painted = signal<Page | undefined>(undefined);
  private callOff: (() => void) | undefined;
  readonly page = this.painted.asReadonly();
  /** What differs from the last release. */
  readonly changes = computed(() => {
    const page = this.painted();
    const names = new Map(this.session.site()?.breakpoints.map((one) => [one.id, one.name]));
    return page ? changesBetween(this.session.release()?.page ?? null, page, (id) => names.get(id) ?? id) : [];
  });

  constructor() {
    effect(() => {
      const page = this.session.page();
      this.callOff?.();
      this.callOff = afterPaint(() => this.painted.set(page));
    });
  }

  ngOnDestroy(): void {
    this.callOff?.();
  }
}
