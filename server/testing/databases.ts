import { randomBytes } from 'node:crypto';
import { DataSource } from 'typeorm';

/** The cluster (by default that of the tests), the database to copy and the name of a new database. */
interface Wanted {
  readonly cluster?: string;
  readonly likeness?: string;
  readonly name?: string;
}

/** Creates a database for one suite and returns its address. */
export async function freshDatabase({ cluster, likeness, name }: Wanted = {}): Promise<string> {
  const root = cluster ?? process.env['FOLD_TEST_DATABASE'];
  if (root === undefined) throw new Error('FOLD_TEST_DATABASE is not set: run npm test.');
  const database = name ?? `trial_${randomBytes(6).toString('hex')}`;
  const admin = await new DataSource({ type: 'postgres', url: root }).initialize();
  await admin.query(`CREATE DATABASE ${database}${likeness === undefined ? '' : ` TEMPLATE ${likeness}`}`);
  await admin.destroy();
  const address = new URL(root);
  address.pathname = `/${database}`;
  return address.href;
}

/** Deletes a database that {@link freshDatabase} created and closes its connections. */
export async function dropDatabase(address: string, cluster = process.env['FOLD_TEST_DATABASE']): Promise<void> {
  const admin = await new DataSource({ type: 'postgres', url: cluster! }).initialize();
  await admin.query(`DROP DATABASE IF EXISTS ${new URL(address).pathname.slice(1)} WITH (FORCE)`);
  await admin.destroy();
}
