import { pino } from 'pino';
import { readConfig } from './config';
import { serve } from './serve';

async function main(): Promise<void> {
  const log = pino({ level: process.env['FOLD_LOG'] ?? 'warn' });
  const demo = !['no', '0'].includes(process.env['FOLD_DEMO'] ?? '');
  const serving = await serve(readConfig(process.env), log, { demo });
  if (serving.first !== undefined)
    console.log(`Nobody has an account yet. Make the first one within a day: ${serving.first}`);
  process.send?.('ready');
  const stop = (): void => void serving.stop().finally(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  process.once('disconnect', stop); // whoever started it is gone
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
