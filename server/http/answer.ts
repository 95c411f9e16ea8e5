import type { NextFunction, Request, Response } from 'express';
import { MulterError } from 'multer';
import * as z from 'zod';
import { Problem } from '@core/document/problem';
import type { Logger } from 'pino';

/** An answer that refuses, with its status and a sentence for the person. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

export const notFound = (): Refusal =>
  new Refusal(404, 'There is nothing at this address, or it is not yours to open.');

/** Unknown data as a schema has it. @throws Refusal that names the field. */
export function read<T>(schema: z.ZodType<T>, data: unknown): T {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  const where = issue?.path.join('.') ?? '';
  throw new Refusal(400, where === '' ? `${issue?.message}` : `${where}: ${issue?.message}`);
}

const clientFault = z.object({ status: z.int().min(400).max(499), message: z.string() });

/** Turns what was thrown into an answer; what nobody foresaw is logged and answered without detail. */
export function answerErrors(log: Logger) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) return next(error);
    if (error instanceof Refusal) response.status(error.status).json({ problem: error.message });
    else if (error instanceof Problem) response.status(422).json({ problem: error.message, place: error.place });
    else if (error instanceof MulterError)
      response
        .status(400)
        .json({
          problem: error.code === 'LIMIT_FILE_SIZE' ? 'A picture has at most 20 MB.' : 'The upload could not be read.',
        });
    else {
      const fault = clientFault.safeParse(error);
      if (fault.success)
        response
          .status(fault.data.status)
          .json({
            problem: fault.data.status === 413 ? 'This is too much to save at once.' : 'The request could not be read.',
          });
      else {
        log.error(error);
        response.status(500).json({ problem: 'The server could not do this. Nothing was changed.' });
      }
    }
  };
}
