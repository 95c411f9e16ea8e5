import pLimit from 'p-limit';
import { pino } from 'pino';
import { loadDemo } from './demo/load';
import { readConfig } from './config';
import { openDatabase } from './database/open';
import { editorApp } from './http/app';
import { listen } from './http/listen';
import { OneByOne } from './http/one-by-one';
import { OpenStreams } from './http/open-streams';
import { PageFeed } from './pages/feed';
import { clearUploads } from './pictures/routes';
import { FollowingPreviews } from './previews/previews';
import { restoreReleases } from './releases/publish';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const database = await openDatabase(config.database);
  const service = {
    config,
    database,
    feed: new PageFeed(),
    log: pino({ level: process.env['FOLD_LOG'] ?? 'warn' }),
    writing: new OneByOne(2),
    scaling: pLimit(2),
    streams: new OpenStreams(),
  };
  const previews = new FollowingPreviews(service);
  if (process.env['FOLD_DEMO'] !== 'no') await loadDemo(service);
  await clearUploads(config.uploadFolder);
  await restoreReleases(service);
  await previews.restore();
  const server = await listen(editorApp(service, previews), config.port, 'FOLD_PORT');
  process.send?.('ready');
  const stop = (): void => {
    previews.stop();
    server.closeAllConnections();
    server.close(() => void database.destroy().finally(() => process.exit(0)));
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  process.once('disconnect', stop); // whoever started it is gone
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
