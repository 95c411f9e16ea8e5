import type { Request, Response } from 'express';
import * as z from 'zod';
import { loggable } from './answer';
import type { Service } from './service';

/** Writes an event of a stream, as WHATWG HTML, "Server-sent events", has it. */
export type Say = (name: string, data: unknown) => void;

interface Stream {
  /** Whether whoever opened it may still hear it. */
  stillAllowed(): Promise<boolean>;
  /** Begins to tell; what it returns is called when the stream ends. */
  open(say: Say): readonly (() => void)[];
}

/**
 * An answer that stays open and tells what happens, as long as whoever opened it is signed in and allowed to hear it.
 */
export function openStream(service: Service, request: Request, response: Response, stream: Stream): void {
  response.writeHead(200, {
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  response.write('retry: 1000\n\n');
  const check = async (): Promise<void> => {
    const rows: unknown = await service.database.query(
      'SELECT 1 AS there FROM sessions WHERE sid = $1 AND expire > now()',
      [request.sessionID],
    );
    const session = z.array(z.unknown()).parse(rows).length > 0;
    if (!session || !(await stream.stillAllowed())) response.end();
    else response.write(': still here\n\n');
  };
  const beat = setInterval(
    () => void check().catch((error: unknown) => service.log.warn(loggable(error), 'a stream could not be checked')),
    service.config.listenersChecked,
  );
  const stops = [
    () => clearInterval(beat),
    ...stream.open((name, data) => response.write(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`)),
    service.streams.open(request.sessionID, () => response.end()),
  ];
  response.on('close', () => stops.forEach((stop) => stop()));
}
