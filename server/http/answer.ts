import type { NextFunction, Request, Response } from 'express';
import { MulterError } from 'multer';
import { QueryFailedError } from 'typeorm';
import * as z from 'zod';
import { Refusal, type RefusalCode, type Refused } from '@core/api/refusal';
import { Problem } from '@core/document/problem';
import type { Logger } from 'pino';

/** The HTTP status of each refusal. */
export const statusOf: Readonly<Record<RefusalCode, number>> = {
  'bad-input': 400,
  'signed-out': 401,
  'wrong-credentials': 401,
  'foreign-origin': 403,
  'not-allowed': 403,
  'not-found': 404,
  'path-taken': 409,
  'host-taken': 409,
  'too-large': 413,
  'compressed-body': 415,
  'does-not-fit': 422,
  'too-many-attempts': 429,
  failed: 500,
  unavailable: 503,
  'log-gone': 410,
  'disk-full': 507,
};

/** Answers with what a schema of the API says; the compiler checks it, since it is our own. */
export function answer<Schema extends z.ZodType>(
  response: Response,
  _schema: Schema,
  value: z.input<Schema>,
  status = 200,
): void {
  response.status(status).json(value);
}

/** Unknown data as a schema has it. @throws Refusal that names the field. */
export function read<T>(schema: z.ZodType<T>, data: unknown): T {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  const where = issue?.path.join('.') ?? '';
  throw new Refusal('bad-input', where === '' ? `${issue?.message}` : `${where}: ${issue?.message}`);
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

/**
 * The answer to what was thrown: a code and a sentence, with the place where it has one; undefined for what nobody
 * foresaw.
 */
export function refusedBy(error: unknown): Refused | undefined {
  if (error instanceof Refusal) return { code: error.code, problem: error.message };
  if (error instanceof Problem) return { code: 'does-not-fit', problem: error.message, place: error.place };
  if (error instanceof MulterError)
    return error.code === 'LIMIT_FILE_SIZE'
      ? { code: 'bad-input', problem: 'This file is too large.' }
      : { code: 'bad-input', problem: 'The upload could not be read.' };
  if (codeOf(error) === 'ENOSPC')
    return { code: 'disk-full', problem: 'The server’s disk is full. Nothing was changed.' };
  const unavailable = whyUnavailable(error);
  if (unavailable !== undefined) return { code: 'unavailable', problem: unavailable };
  const fault = clientFault.safeParse(error);
  if (!fault.success) return undefined;
  if (fault.data.status === 413) return { code: 'too-large', problem: 'This is too much to save at once.' };
  const code = fault.data.status === 415 ? 'compressed-body' : 'bad-input';
  return { code, problem: 'The request could not be read.' };
}

/** Turns what was thrown into an answer; what nobody foresaw is logged and answered without detail. */
export function answerErrors(log: Logger) {
  return (error: unknown, request: Request, response: Response, next: NextFunction): void => {
    const refused = refusedBy(error);
    if (!refused || statusOf[refused.code] >= 500)
      log.error({ ...loggable(error), request: request.id }, 'a request failed');
    if (response.headersSent) return next(error);
    response.removeHeader('content-type'); // of what would have been sent
    response.set('cache-control', 'no-store');
    if (refused?.code === 'unavailable') response.set('retry-after', '2');
    const said: Refused = refused ?? {
      code: 'failed',
      problem: 'The server could not do this. Nothing was changed.',
    };
    response.status(statusOf[said.code]).json(said);
  };
}
