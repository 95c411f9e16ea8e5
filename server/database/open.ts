import type { ClientBase, Pool } from 'pg';
import { DataSource } from 'typeorm';
import * as z from 'zod';
import { ClassIds1764180000000 } from './class-ids';
import { entities } from './entities';
import { Hosts1764640000000 } from './hosts';
import { FirstTables1700000000000 } from './first-tables';
import { FormerPaths1764100000000 } from './former-paths';
import { People1764420000000 } from './people';
import { HeldRoles1764470000000 } from './held-roles';
import { LongWork1764260000000 } from './long-work';
import { Paths1764270000000 } from './paths';
import { Reach1764280000000 } from './reach';
import { TokenReach1764360000000 } from './token-reach';
import { ReleaseNotes1764440000000 } from './release-notes';
import { DueWork1764460000000 } from './due-work';
import { Remarks1764450000000 } from './remarks';
import { SiteLife1764430000000 } from './site-life';
import { References1764250000000 } from './references';
import { SiteLog1764180100000 } from './site-log';
import { Snapshots1764250100000 } from './snapshots';

/** In the order they are made. */
const migrations = [
  FirstTables1700000000000,
  FormerPaths1764100000000,
  ClassIds1764180000000,
  SiteLog1764180100000,
  References1764250000000,
  Snapshots1764250100000,
  LongWork1764260000000,
  Paths1764270000000,
  Reach1764280000000,
  TokenReach1764360000000,
  People1764420000000,
  SiteLife1764430000000,
  ReleaseNotes1764440000000,
  Remarks1764450000000,
  DueWork1764460000000,
  HeldRoles1764470000000,
  Hosts1764640000000,
];

/** How long anything may take before the server gives it up, in ms, and how many connections it holds. */
export const bounds = { connections: 20, connect: 10_000, statement: 30_000, lock: 10_000, idleInTransaction: 60_000 };

/**
 * For a pool: keeps the error of a connection that breaks in the moment it is handed out, before whoever asked for it
 * listens, from ending the process.
 * Whoever uses it then hears that it is broken.
 */
export const heldFromTheStart = (client: Pick<ClientBase, 'on'>): unknown => client.on('error', () => undefined);

/** An open connection to the database, migrated to the newest tables. No wait in it is without an end. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations,
    logging: false,
    poolErrorHandler: () => undefined, // an idle connection that ends is replaced when the next one is asked for
    extra: {
      max: bounds.connections,
      connectionTimeoutMillis: bounds.connect,
      statement_timeout: bounds.statement,
      lock_timeout: bounds.lock,
      idle_in_transaction_session_timeout: bounds.idleInTransaction,
      query_timeout: bounds.statement + 5000,
      keepAlive: true,
      onConnect: heldFromTheStart,
    },
  });
  await source.initialize();
  await source.runMigrations({ transaction: 'all' });
  return source;
}

const driver = z.object({
  master: z.custom<Pool>((pool) => typeof pool === 'object' && pool !== null && 'connect' in pool),
});

/** The pool of connections a data source holds, for what speaks to PostgreSQL beside it. */
export const poolOf = (source: DataSource): Pool => driver.parse(source.driver).master;
