import { createWriteStream, openAsBlob } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { Refused } from '@core/api/refusal';
import { TakenIn } from '@core/api/taking-away';
import { Begun, Work } from '@core/api/work';
import { Fault, reasonOf } from './fault';

/** A server, and who signs in to it. */
export interface SignIn {
  readonly server: string;
  readonly email: string;
}

/** Asks a server; what it refuses is the fault. */
async function ask(server: string, path: string, wanted: RequestInit & { cookie?: string } = {}): Promise<Response> {
  const { cookie = '', headers, ...rest } = wanted;
  const answer = await fetch(`${server}/api${path}`, {
    ...rest,
    headers: { origin: new URL(server).origin, cookie, ...headers },
  }).catch((error: unknown) => {
    throw new Fault(`${server}: cannot be reached (${reasonOf(error)})`);
  });
  if (answer.ok) return answer;
  const said: unknown = await answer.json().catch(() => undefined);
  throw new Fault(`${server}: ${Refused.safeParse(said).data?.problem ?? `it answers ${answer.status}`}`);
}

/** Signs in. @throws Fault */
async function signedIn({ server, email }: SignIn): Promise<string> {
  if (!URL.canParse(server)) throw new Fault(`--server: “${server}” is no address`);
  const password = process.env['FOLD_PASSWORD'];
  if (password === undefined) throw new Fault('FOLD_PASSWORD: the password is missing');
  const answer = await ask(server, '/session', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

/** Ends a session that was begun for one command. */
const signOut = (server: string, cookie: string): Promise<unknown> =>
  ask(server, '/session', { method: 'DELETE', cookie }).catch(() => undefined);

/** Saves the archive of a site, whole or not at all. @throws Fault */
export async function exportSite(site: string, out: string, at: SignIn): Promise<void> {
  const cookie = await signedIn(at);
  const unfinished = `${out}.unfinished`;
  try {
    const { body } = await ask(at.server, `/sites/${encodeURIComponent(site)}/archive`, { cookie });
    // both are streams of the Web; their types are declared twice
    await pipeline(Readable.fromWeb(body as ReadableStream), createWriteStream(unfinished)).catch((error: unknown) => {
      throw new Fault(`${out}: cannot be written (${reasonOf(error)})`);
    });
    await rename(unfinished, out);
  } finally {
    await rm(unfinished, { force: true });
    await signOut(at.server, cookie);
  }
}

/** How work ends. @throws Fault where it is refused */
async function endOf(server: string, cookie: string, work: string): Promise<unknown> {
  for (;;) {
    const { state } = Work.parse(await (await ask(server, `/work/${work}`, { cookie })).json());
    if (state.is === 'done') return state.result;
    if (state.is === 'refused') throw new Fault(`${server}: ${state.refusal.problem}`);
    await new Promise((go) => setTimeout(go, 200));
  }
}

/** Begins a client from an archive, and prints its site's id. @throws Fault */
export async function importArchive(
  file: string,
  facts: { readonly name: string; readonly host: string },
  at: SignIn,
): Promise<void> {
  const archive = await openAsBlob(file).catch((error: unknown) => {
    throw new Fault(`${file}: cannot be read (${reasonOf(error)})`);
  });
  const cookie = await signedIn(at);
  try {
    const body = new FormData();
    body.append('file', archive, basename(file));
    const answer = await ask(at.server, `/archives?${new URLSearchParams(facts)}`, { method: 'POST', cookie, body });
    const { work } = Begun.parse(await answer.json());
    console.log(TakenIn.parse(await endOf(at.server, cookie, work)).id);
  } finally {
    await signOut(at.server, cookie);
  }
}
