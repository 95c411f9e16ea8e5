import type { Logger } from 'pino';
import { firstAccountAddress } from './accounts/single-links';
import { assemble } from './assemble';
import type { Config } from './config';
import { loadDemo } from './demo/load';
import { loggable } from './http/answer';
import { editorApp } from './http/app';
import { listen } from './http/listen';
import type { Service } from './http/service';
import { compactLog } from './pages/log';
import { FollowingPreviews } from './previews/previews';
import { restoreReleases } from './releases/restore';
import { restoreLinks } from './remarks/links';
import { emptyBins } from './sites/life';
import { clearUploads } from './uploads/clear-uploads';

/** A server of the editor that listens on its port. */
export interface Serving {
  /** The address at which the first account is created; undefined once there is an account. */
  readonly first: string | undefined;
  /** Closes every connection and returns once all work has ended. */
  stop(): Promise<void>;
}

/** Deletes old log entries and finished work now and every six hours, until the returned function is called. */
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

/** Starts a server of the editor; several may run in one process. @throws if the database or the port is unavailable */
export async function serve(
  config: Config,
  log: Logger,
  { demo, onlyHomes }: { readonly demo: boolean; readonly onlyHomes?: boolean },
): Promise<Serving> {
  const { service, startWork, stop: stopService } = await assemble(config, log);
  const previews = new FollowingPreviews(service);
  if (demo) await loadDemo(service, onlyHomes);
  const first = await firstAccountAddress(service);
  await clearUploads(config.uploadFolder);
  await restoreReleases(service);
  await startWork();
  await previews.restore();
  await restoreLinks(service);
  const stopCompacting = compacting(service);
  const server = await listen(editorApp(service), config.port, 'FOLD_PORT');
  const stop = async (): Promise<void> => {
    stopCompacting();
    previews.stop();
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    await stopService();
  };
  return { first, stop };
}
