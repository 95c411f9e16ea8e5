import { resolve } from 'node:path';
import * as z from 'zod';

const port = (fallback: number): z.ZodDefault<z.ZodCoercedNumber> =>
  z.coerce.number().int().min(1).max(65535).default(fallback);

const Environment = z.object({
  FOLD_DATABASE: z.url(),
  FOLD_PORT: port(4200),
  FOLD_LIVE_PORT: port(4300),
  FOLD_DATA: z.string().default('var'),
  FOLD_SECRET: z.string().min(32),
});

/** What the server is told by its environment. */
export interface Config {
  readonly database: string;
  readonly port: number;
  readonly livePort: number;
  /** The folder releases and previews are written to. */
  readonly liveFolder: string;
  readonly webFolder: string;
  readonly secret: string;
}

/** The configuration, or an error that names the variable at fault. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const parsed = Environment.safeParse(environment);
  if (!parsed.success) throw new Error(`${parsed.error.issues[0]?.path.join('.')}: ${parsed.error.issues[0]?.message}`);
  const { FOLD_DATABASE, FOLD_PORT, FOLD_LIVE_PORT, FOLD_DATA, FOLD_SECRET } = parsed.data;
  return {
    database: FOLD_DATABASE,
    port: FOLD_PORT,
    livePort: FOLD_LIVE_PORT,
    liveFolder: resolve(FOLD_DATA, 'live'),
    webFolder: resolve('dist/web/browser'),
    secret: FOLD_SECRET,
  };
}
