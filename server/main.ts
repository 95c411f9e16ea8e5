import { pino } from 'pino';
import { loadDemo } from './demo/load';
import { readConfig } from './config';
import { openDatabase } from './database/open';
import { editorApp } from './http/app';
import { listen } from './http/listen';
import { PageFeed } from './pages/feed';
import { FollowingPreviews } from './previews/previews';
import { restoreReleases } from './releases/publish';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const database = await openDatabase(config.database);
  const service = { config, database, feed: new PageFeed(), log: pino({ level: process.env['FOLD_LOG'] ?? 'warn' }) };
  const previews = new FollowingPreviews(service);
  if (process.env['FOLD_DEMO'] !== 'no') await loadDemo(service);
  await restoreReleases(service);
  const server = await listen(editorApp(service, previews), config.port, 'FOLD_PORT');
  process.send?.('ready');
  const stop = (): void => {
    previews.stop();
    server.closeAllConnections();
    server.close(() => void database.destroy().finally(() => process.exit(0)));
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
