import type { PGStore } from 'connect-pg-simple';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config';
import type { DocumentStore } from '../pages/documents';
import type { Post } from '../mail/post';
import type { PageFeed } from '../pages/feed';
import type { People } from '../pages/people';
import type { Notices } from '../pages/notices';
import type { LongWork } from '../work/long-work';
import type { OneByOne } from './one-by-one';
import type { OpenStreams } from './open-streams';

/** What every route works with. */
export interface Service {
  readonly config: Config;
  readonly database: DataSource;
  readonly documents: DocumentStore;
  readonly feed: PageFeed;
  /** What other servers store. */
  readonly notices: Notices;
  /** Who has which page open. */
  readonly people: People;
  /** What takes a while. */
  readonly work: LongWork;
  /** Letters. */
  readonly post: Post;
  readonly log: Logger;
  /** The store of sessions. */
  readonly sessions: PGStore;
  /** Storing edits, in turn for each page. */
  readonly storing: OneByOne;
  /** Event streams that end with the session they were opened in. */
  readonly streams: OpenStreams;
}
