import { EventEmitter } from 'node:events';
import type { Stored } from '@core/api/pages';

/** Tells everybody who has a page open what was stored. */
export class PageFeed {
  private readonly events = new EventEmitter().setMaxListeners(0);

  tell(page: string, stored: Stored): void {
    this.events.emit(page, stored);
    this.events.emit('any page', page);
  }

  /** Calls back for every batch stored on a page, until the returned function is called. */
  listen(page: string, heard: (stored: Stored) => void): () => void {
    this.events.on(page, heard);
    return () => this.events.off(page, heard);
  }

  /** Tells that the site of a page has changed under it. */
  tellSite(page: string): void {
    this.events.emit(`${page} site`);
    this.events.emit('any page', page);
  }

  listenToSite(page: string, heard: () => void): () => void {
    this.events.on(`${page} site`, heard);
    return () => this.events.off(`${page} site`, heard);
  }

  /** Tells that the site of a page keeps other sections. */
  tellSections(page: string): void {
    this.events.emit(`${page} sections`);
  }

  listenToSections(page: string, heard: () => void): () => void {
    this.events.on(`${page} sections`, heard);
    return () => this.events.off(`${page} sections`, heard);
  }

  /** Tells that a page stands at another address. */
  tellMoved(page: string): void {
    this.events.emit('any page', page);
  }

  /** Tells that a page of a site has gone. */
  tellGone(site: string, page: string): void {
    this.events.emit('site', site);
    this.events.emit(`${page} site`);
  }

  listenToAll(heard: (page: string) => void): void {
    this.events.on('any page', heard);
  }

  /** Calls back for every site a page of which has gone. */
  listenToSites(heard: (site: string) => void): void {
    this.events.on('site', heard);
  }
}
