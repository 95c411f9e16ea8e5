import { createSession } from 'better-sse';
import type { Request, Response } from 'express';
import * as z from 'zod';
import { loggable } from './answer';
import { accountOf } from './guard';
import type { Service } from './service';

/** Writes an event of a stream, as WHATWG HTML, "Server-sent events", has it. */
export type Say = (name: string, data: unknown) => unknown;

interface Stream {
  /** Whether whoever opened it may still hear it. */
  stillAllowed(): Promise<boolean>;
  /** Begins to tell; what it returns is called when the stream ends. */
  open(say: Say): readonly (() => void)[];
}

/**
 * An answer that stays open and tells what happens, as long as whoever opened it is signed in and allowed to hear it.
 */
export async function openStream(
  service: Service,
  request: Request,
  response: Response,
  stream: Stream,
): Promise<void> {
  const owner = { session: request.sessionID, account: accountOf(request) };
  service.streams.checkRoom(owner);
  const session = await createSession(request, response, {
    retry: 1000,
    keepAlive: null, // each check sends a comment
    headers: { 'cache-control': 'no-store' },
  });
  if (response.destroyed) return; // the client disconnected meanwhile
  const check = async (): Promise<void> => {
    const rows: unknown = await service.database.query(
      'SELECT 1 AS there FROM sessions WHERE sid = $1 AND expire > now()',
      [request.sessionID],
    );
    const isSignedIn = z.array(z.unknown()).parse(rows).length > 0;
    if (!isSignedIn || !(await stream.stillAllowed())) response.end();
    else if (session.isConnected) await session.batch((buffer) => void buffer.comment('still here').dispatch());
  };
  const beat = setInterval(
    () => void check().catch((error: unknown) => service.log.warn(loggable(error), 'a stream could not be checked')),
    service.config.listenersChecked,
  );
  const stops = [
    () => clearInterval(beat),
    // a session that has just ended throws
    ...stream.open((name, data) => session.isConnected && session.push(data, name)),
    service.streams.open(owner, () => response.end()),
  ];
  response.on('close', () => stops.forEach((stop) => stop()));
}
