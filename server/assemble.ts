import type { Logger } from 'pino';
import type { Config } from './config';
import { Channel } from './database/channel';
import { openDatabase } from './database/open';
import { loggable } from './http/answer';
import { openSessions } from './http/session-store';
import { OneByOne } from './http/one-by-one';
import { OpenStreams } from './http/open-streams';
import type { Service } from './http/service';
import { Post } from './mail/post';
import { DocumentStore } from './pages/documents';
import { People } from './pages/people';
import { PageFeed } from './pages/feed';
import { Notices } from './pages/notices';
import { allWork } from './work/all-work';
import type { WorkKind } from './work/kinds';
import { LongWork } from './work/long-work';

/** A server's parts put together, and how they are started and stopped. */
export interface Assembled {
  readonly service: Service;
  readonly channel: Channel;
  /** Starts to listen to other servers, without running jobs. */
  listen(): Promise<void>;
  /** Starts to listen to other servers and to run jobs; to be called once the data is loaded. */
  startWork(): Promise<void>;
  stop(): Promise<void>;
}

/** Ends a server's parts, the connection to the database last. */
async function end(service: Service, channel: Channel): Promise<void> {
  void service.sessions.close(); // stops deleting old sessions at intervals
  service.people.stop();
  service.post.stop();
  await service.work.stop();
  await channel.stop();
  await service.notices.stop();
  await service.documents.stop();
  await service.database.destroy();
}

export async function assemble(config: Config, log: Logger): Promise<Assembled> {
  const database = await openDatabase(config.database);
  const warn =
    (what: string) =>
    (error: unknown): void =>
      log.warn(loggable(error), what);
  const feed = new PageFeed();
  const channel = new Channel(config.database, warn('other servers could not be heard'));
  const notices = new Notices(database, channel, feed, warn('what other servers stored could not be told'));
  const service: Service = {
    config,
    database,
    documents: new DocumentStore(database, warn('a snapshot could not be written')),
    feed,
    notices,
    work: new LongWork(database, channel, config.database, warn('work could not be done')),
    people: new People(database, channel, warn('who is here could not be told')),
    post: new Post(config, warn('a letter could not be sent')),
    storing: new OneByOne(8),
    log,
    sessions: openSessions(database, config.sessionLasts, log),
    streams: new OpenStreams(),
  };
  const start = async (kinds: readonly WorkKind[]): Promise<void> => {
    await notices.start();
    await channel.start();
    await service.work.start(kinds);
  };
  return {
    service,
    channel,
    listen: () => start([]),
    startWork: () => start(allWork.map((of) => of(service))),
    stop: () => end(service, channel),
  };
}
