import { resolve } from 'node:path';
import * as z from 'zod';

const port = (fallback: number): z.ZodDefault<z.ZodCoercedNumber> =>
  z.coerce.number().int().min(1).max(65535).default(fallback);

/** The number of trusted proxies, or their addresses and networks. */
const Proxies = z.union([
  z.coerce.number().int().min(1).max(10),
  z
    .string()
    .transform((said) => said.split(/[\s,]+/).filter((one) => one !== ''))
    .pipe(z.array(z.union([z.ipv4(), z.ipv6(), z.cidrv4(), z.cidrv6()])).min(1)),
]);

const Environment = z.object({
  FOLD_DATABASE: z.url(),
  FOLD_PORT: port(4200),
  FOLD_ADDRESS: z.url().optional(),
  FOLD_PROXY: Proxies.optional(),
  FOLD_LIVE_PORT: port(4300),
  FOLD_DATA: z.string().default('var'),
  FOLD_SECRET: z.string().min(32),
  FOLD_SMTP: z.url({ protocol: /^smtps?$/ }).default('smtp://127.0.0.1:4325'),
  FOLD_STOCK: z.url({ protocol: /^https?$/ }).default('http://127.0.0.1:4450'),
  FOLD_MAIL_FROM: z.email().default('fold-line@localhost.example'),
  FOLD_KEEP_RELEASES: z.coerce.number().int().min(1).max(10_000).default(50),
  FOLD_KEEP_LOG_DAYS: z.coerce.number().int().min(1).max(10_000).default(90),
  FOLD_SESSION_DAYS: z.coerce.number().min(0.01).max(400).default(14),
});

/** What the server is told by its environment. */
export interface Config {
  readonly database: string;
  readonly port: number;
  /** The address the editor is reached at, where a proxy stands before it. */
  readonly address?: string;
  /** The trusted proxies, whose `X-Forwarded-…` headers are read: their number, or their addresses and networks. */
  readonly proxies?: number | readonly string[];
  readonly livePort: number;
  /** The folder releases and previews are written to. */
  readonly liveFolder: string;
  /** The folder uploads wait in until they are read. */
  readonly uploadFolder: string;
  readonly webFolder: string;
  /** How many releases of a site are kept, the live one among them. */
  readonly keepReleases: number;
  /** For how many days the log tells each step, once a snapshot holds them. */
  readonly keepLog: number;
  /** How long a session lasts without a visit, in ms. */
  readonly sessionLasts: number;
  /** How often it is asked whether whoever listens to a page still may, in ms. */
  readonly listenersChecked: number;
  /** The mail server, and whom letters come from. */
  readonly mail: { readonly server: string; readonly from: string };
  /** Where stock pictures come from. */
  readonly stock: string;
  readonly secret: string;
}

/** The configuration, or an error that names the variable at fault. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const parsed = Environment.safeParse(environment);
  if (!parsed.success) throw new Error(`${parsed.error.issues[0]?.path.join('.')}: ${parsed.error.issues[0]?.message}`);
  const said = parsed.data;
  return {
    database: said.FOLD_DATABASE,
    port: said.FOLD_PORT,
    ...(said.FOLD_ADDRESS !== undefined && { address: said.FOLD_ADDRESS }),
    ...(said.FOLD_PROXY !== undefined && { proxies: said.FOLD_PROXY }),
    livePort: said.FOLD_LIVE_PORT,
    liveFolder: resolve(said.FOLD_DATA, 'live'),
    uploadFolder: resolve(said.FOLD_DATA, 'uploads'),
    webFolder: resolve('dist/web/browser'),
    keepReleases: said.FOLD_KEEP_RELEASES,
    keepLog: said.FOLD_KEEP_LOG_DAYS,
    sessionLasts: said.FOLD_SESSION_DAYS * 86_400_000,
    listenersChecked: 20_000,
    mail: { server: said.FOLD_SMTP, from: said.FOLD_MAIL_FROM },
    stock: said.FOLD_STOCK,
    secret: said.FOLD_SECRET,
  };
}
