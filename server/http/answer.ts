import type { NextFunction, Request, Response } from 'express';
import { MulterError } from 'multer';
import { QueryFailedError } from 'typeorm';
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

export const notFound = (): Refusal => new Refusal(404, 'There is nothing at this address, or you don’t have access.');

/** Unknown data as a schema has it. @throws Refusal that names the field. */
export function read<T>(schema: z.ZodType<T>, data: unknown): T {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  const where = issue?.path.join('.') ?? '';
  throw new Refusal(400, where === '' ? `${issue?.message}` : `${where}: ${issue?.message}`);
}

const clientFault = z.object({ status: z.int().min(400).max(499), message: z.string() });
const coded = z.object({ code: z.string() });
const codeOf = (error: unknown): string =>
  coded.safeParse(error instanceof QueryFailedError ? error.driverError : error).data?.code ?? '';

/** PostgreSQL is away, going or coming (classes 08 and 57P), full (53), or nobody answered in time. */
const away = /^(08...|57P0[1-5]|53...|ECONNREFUSED|ECONNRESET|ENOENT|EPIPE|ETIMEDOUT)$/;
const awayWords =
  /^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|Query read timeout|Driver not Connected)/i;
/** Somebody else holds what is needed (a lock not to be had, a deadlock), or it took too long. */
const busy = /^(55P03|40P01|40001|57014)$/;

/** Why the database could not be asked just now; undefined where that is not what went wrong. */
export function whyUnavailable(error: unknown): string | undefined {
  const code = codeOf(error);
  if (busy.test(code)) return 'Too much is being saved at once just now. Nothing was changed; try again in a moment.';
  const words = error instanceof Error && awayWords.test(error.message);
  return away.test(code) || words
    ? 'The database is not available just now. Nothing was changed; try again in a moment.'
    : undefined;
}

/** What may be logged of an error: where it happened and of what kind, but no value of a statement and no content. */
export function loggable(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { type: typeof error };
  const where = error.stack
    ?.split('\n')
    .filter((line) => line.startsWith('    at '))
    .slice(0, 12);
  if (!(error instanceof QueryFailedError))
    return { type: error.name, code: codeOf(error), message: error.message.slice(0, 300), where };
  const { constraint, table, routine } = z
    .object({ constraint: z.string().optional(), table: z.string().optional(), routine: z.string().optional() })
    .catch({})
    .parse(error.driverError);
  return {
    type: error.name,
    code: codeOf(error),
    statement: error.query.slice(0, 300),
    constraint,
    table,
    routine,
    where,
  };
}

/** The answer to what was thrown: its status and sentence, with the place where it has one; undefined for what nobody foresaw. */
function answerTo(error: unknown): { status: number; problem: string; place?: object } | undefined {
  if (error instanceof Refusal) return { status: error.status, problem: error.message };
  if (error instanceof Problem) return { status: 422, problem: error.message, place: error.place };
  if (error instanceof MulterError)
    return {
      status: 400,
      problem: error.code === 'LIMIT_FILE_SIZE' ? 'This file is too large.' : 'The upload could not be read.',
    };
  if (codeOf(error) === 'ENOSPC') return { status: 507, problem: 'The server’s disk is full. Nothing was changed.' };
  const unavailable = whyUnavailable(error);
  if (unavailable !== undefined) return { status: 503, problem: unavailable };
  const fault = clientFault.safeParse(error);
  if (!fault.success) return undefined;
  const { status } = fault.data;
  return { status, problem: status === 413 ? 'This is too much to save at once.' : 'The request could not be read.' };
}

/** Turns what was thrown into an answer; what nobody foresaw is logged and answered without detail. */
export function answerErrors(log: Logger) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    const answer = answerTo(error);
    if (!answer || answer.status >= 500) log.error(loggable(error), 'a request failed');
    if (response.headersSent) return next(error);
    if (answer?.status === 503) response.set('retry-after', '2');
    const { status, ...said } = answer ?? {
      status: 500,
      problem: 'The server could not do this. Nothing was changed.',
    };
    response.status(status).json(said);
  };
}
