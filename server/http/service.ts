import type { LimitFunction } from 'p-limit';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config';
import type { PageFeed } from '../pages/feed';
import type { OneByOne } from './one-by-one';
import type { OpenStreams } from './open-streams';

/** What every route works with. */
export interface Service {
  readonly config: Config;
  readonly database: DataSource;
  readonly feed: PageFeed;
  readonly log: Logger;
  /** Publishing and writing previews, in turn for each site. */
  readonly writing: OneByOne;
  /** Reading pictures, few at once. */
  readonly scaling: LimitFunction;
  /** Event streams that end with the session they were opened in. */
  readonly streams: OpenStreams;
}
