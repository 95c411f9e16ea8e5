import { DataSource } from 'typeorm';
import { entities } from './entities';
import { FirstTables1700000000000 } from './first-tables';

/** An open connection to the database, migrated to the newest tables. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities,
    migrations: [FirstTables1700000000000],
    logging: false,
  });
  await source.initialize();
  await source.runMigrations({ transaction: 'all' });
  return source;
}
