import { EventEmitter } from 'node:events';
import type { Stored } from '@core/api/pages';

/** Where a batch was stored, and whether it changed the site. */
interface Where {
  readonly page: string;
  readonly site: string;
  readonly ofSite: boolean;
}

/** Tells everybody who has a page open what was stored. */
export class PageFeed {
  private readonly events = new EventEmitter().setMaxListeners(0);

  /**
   * Tells of a batch those who have its page open and, when it changed the site, those who have another page of that
   * site open.
   */
  tell(where: Where, toldTo: (page: string) => Stored): void {
    this.pass(where, toldTo);
    this.events.emit('site', where.site);
  }

  /** Tells the same of a batch that another server stored: what follows from it is that server's work. */
  pass({ page, site, ofSite }: Where, toldTo: (page: string) => Stored): void {
    this.events.emit(page, toldTo(page));
    if (ofSite) this.events.emit(`${site} log`, page, toldTo);
  }

  /** Whether anybody listens to a page, or to its site. */
  isHeard({ page, site }: { readonly page: string | null; readonly site: string }): boolean {
    return this.events.listenerCount(`${site} log`) > 0 || (page !== null && this.events.listenerCount(page) > 0);
  }

  /** Calls back for every batch stored on a page or its site, until the returned function is called. */
  listen(
    { page, site }: { readonly page: string; readonly site: string },
    heard: (stored: Stored) => void,
  ): () => void {
    const elsewhere = (from: string, toldTo: (page: string) => Stored): void => {
      if (from !== page) heard(toldTo(page));
    };
    this.events.on(page, heard);
    this.events.on(`${site} log`, elsewhere);
    return () => {
      this.events.off(page, heard);
      this.events.off(`${site} log`, elsewhere);
    };
  }

  /** Calls back when a page is deleted. */
  listenToGone(page: string, heard: () => void): () => void {
    this.events.on(`${page} gone`, heard);
    return () => this.events.off(`${page} gone`, heard);
  }

  /** Tells that a page of a site has gone. */
  tellGone(site: string, page: string): void {
    this.events.emit('site', site);
    this.passGone(page);
  }

  /** The same where another server removed it. */
  passGone(page: string): void {
    this.events.emit(`${page} gone`);
  }

  /** Calls back when something was said on a page. */
  listenToSaid(page: string, heard: () => void): () => void {
    this.events.on(`${page} said`, heard);
    return () => this.events.off(`${page} said`, heard);
  }

  /** Tells that something was said on a page. */
  passSaid(page: string): void {
    this.events.emit(`${page} said`);
  }

  /** Calls back for every site of which something is another now. */
  listenToSites(heard: (site: string) => void): void {
    this.events.on('site', heard);
  }
}
