import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config';
import type { PageFeed } from '../pages/feed';

/** What every route works with. */
export interface Service {
  readonly config: Config;
  readonly database: DataSource;
  readonly feed: PageFeed;
  readonly log: Logger;
}
