import { pino } from 'pino';
import { assemble } from './assemble';
import { firstAccountAddress } from './accounts/single-links';
import { readConfig } from './config';
import { loadDemo } from './demo/load';
import { loggable } from './http/answer';
import { editorApp } from './http/app';
import { listen } from './http/listen';
import type { Service } from './http/service';
import { compactLog } from './pages/log';
import { clearUploads } from './uploads/clear-uploads';
import { FollowingPreviews } from './previews/previews';
import { emptyBins } from './sites/life';
import { restoreReleases } from './releases/restore';
import { restoreLinks } from './remarks/links';

/**
 * Lets go of what is old in the log and of work long ended, now and every six hours, until the returned function is
 * called.
 */
function compacting(service: Service): () => void {
  const { config, database, log, work } = service;
  let isOver = false;
  const failed = (error: unknown): void => {
    if (!isOver) log.warn(loggable(error), 'the log could not be compacted'); // or the server stops meanwhile
  };
  const compact = (): void =>
    void Promise.all([compactLog(database.manager, config.keepLog), work.forget(), emptyBins(service)]).catch(failed);
  compact();
  const timer = setInterval(compact, 6 * 3_600_000);
  return () => {
    isOver = true;
    clearInterval(timer);
  };
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const {
    service,
    startWork,
    stop: stopService,
  } = await assemble(config, pino({ level: process.env['FOLD_LOG'] ?? 'warn' }));
  const previews = new FollowingPreviews(service);
  if (!['no', '0'].includes(process.env['FOLD_DEMO'] ?? '')) await loadDemo(service);
  const first = await firstAccountAddress(service);
  await clearUploads(config.uploadFolder);
  await restoreReleases(service);
  await startWork();
  await previews.restore();
  await restoreLinks(service);
  const stopCompacting = compacting(service);
  const server = await listen(editorApp(service), config.port, 'FOLD_PORT');
  if (first !== undefined) console.log(`Nobody has an account yet. Make the first one within a day: ${first}`);
  process.send?.('ready');
  const ended = (): void => void stopService().finally(() => process.exit(0));
  const stop = (): void => {
    stopCompacting();
    previews.stop();
    server.closeAllConnections();
    server.close(ended);
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  process.once('disconnect', stop); // whoever started it is gone
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
