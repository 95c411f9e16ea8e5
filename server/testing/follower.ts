import { request } from 'node:http';
import { pageEvents } from '@core/api/events';
import type { Log, PageFacts, Stored } from '@core/api/pages';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import type { Client } from './running';

/**
 * Somebody who has a page open and knows it by what the event stream tells, and by the log where they missed
 * something.
 */
export class Follower {
  private known: (Documents & { revision: number; siteRevision: number }) | undefined;
  private stopped = false;
  private close: () => void = () => undefined;
  private work: Promise<void> = Promise.resolve();

  constructor(
    private readonly client: Client,
    private readonly port: number,
    private readonly page: string,
  ) {}

  async start(): Promise<void> {
    const facts = (await this.client.call('GET', `/pages/${this.page}`)).json<PageFacts>();
    this.known = facts;
    this.listen();
  }

  /** What it knows once it has caught up. */
  async documents(): Promise<Documents> {
    this.stopped = true;
    this.close();
    await this.work;
    await this.catchUp();
    const { site, page } = this.known!; // it was started
    return { site, page };
  }

  private listen(): void {
    if (this.stopped) return;
    const again = (): void => {
      if (!this.stopped) setTimeout(() => this.listen(), 100);
    };
    let rest = '';
    const sent = request(
      {
        host: '127.0.0.1',
        port: this.port,
        path: `/api/pages/${this.page}/feed`,
        headers: { host: `localhost:${this.port}`, cookie: this.client.cookies },
      },
      (response) => {
        this.later(() => this.catchUp());
        response.setEncoding('utf8').on('data', (text: string) => {
          const events = (rest + text).split('\n\n');
          rest = events.pop()!; // there is one at least
          for (const event of events) this.heard(event);
        });
        response.on('error', () => undefined).on('close', again);
      },
    );
    sent.on('error', again);
    this.close = () => sent.destroy();
    sent.end();
  }

  private heard(event: string): void {
    const data = /^event:message\nid:.*\ndata:(.*)$/.exec(event)?.[1];
    if (data !== undefined) this.later(() => this.take([pageEvents.message.parse(JSON.parse(data))]));
  }

  /** One after the other; what fails while a server is away is made up for later. */
  private later(work: () => Promise<void>): void {
    this.work = this.work.then(work).catch(() => undefined);
  }

  private async catchUp(): Promise<void> {
    const { revision, siteRevision } = this.known!; // it was started
    const answer = await this.client.call('GET', `/pages/${this.page}/log?since=${revision}&site=${siteRevision}`);
    if (answer.status === 200) await this.take(answer.json<Log>().log);
  }

  private async take(log: readonly Stored[]): Promise<void> {
    for (const stored of log) {
      const known = this.known!; // it was started
      const isNews = (stored.revision ?? -1) > known.revision || (stored.siteRevision ?? -1) > known.siteRevision;
      if (!isNews) continue;
      const isNext =
        (stored.revision ?? known.revision + 1) === known.revision + 1 &&
        (stored.siteRevision ?? known.siteRevision + 1) === known.siteRevision + 1;
      if (!isNext) return this.catchUp();
      const { site, page } = applyBatch(known, stored.edits);
      this.known = {
        ...{ site, page },
        revision: stored.revision ?? known.revision,
        siteRevision: stored.siteRevision ?? known.siteRevision,
      };
    }
  }
}
