import { computed, effect, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { changesBetween, changesOfSite, type Naming } from '@core/document/changes';
import type { Page } from '@core/document/page';
import { stylingOf } from '@core/document/site';
import { settled } from '@core/document/seen/settled';
import { namingOf } from '@core/review/compared';
import { PageSession } from '../../services/page-session';
import { afterPaint } from '../../services/after-paint';

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
    const site = this.session.site();
    const live = this.session.release()?.page;
    return page ? changesBetween(live && site ? settled(site, live) : null, page, this.naming()) : [];
  });
  /** The same for what the site says of how its pages look; nothing where the page is not live. */
  readonly changesOfSite = computed(() => {
    const [site, release] = [this.session.site(), this.session.release()];
    return site && release?.page && this.painted()
      ? changesOfSite(release.styling, stylingOf(site), this.naming())
      : [];
  });
  private readonly naming = computed<Naming | undefined>(() => {
    const site = this.session.site();
    return site && namingOf(site);
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
