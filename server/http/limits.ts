import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, MemoryStore, rateLimit, type Options } from 'express-rate-limit';
import type { Refused } from '@core/api/refusal';
import { statusOf } from './answer';

const windowMs = 60_000;

/** The limits of a route, per minute. */
interface Limits {
  /** The most requests. */
  readonly requests: number;
  /** The most requests that are answered as failed. */
  readonly failures: number;
  /** Whether an answer counts as failed; by default, every refusal does. */
  readonly isFailure?: (status: number) => boolean;
  /** Returns the key of a request's counter; by default, the client's address. */
  readonly countedBy?: (request: Request) => string;
}

/** The address of a client; of IPv6, the network it is in. */
const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? '');

function refuse(response: Response): void {
  const refused: Refused = { code: 'too-many-attempts', problem: 'Too many attempts. Wait a minute.' };
  response.status(statusOf[refused.code]).json(refused);
}

/** The seconds until a time, for `Retry-After` (RFC 9110, section 10.2.3). */
const secondsUntil = (time: Date): string => `${Math.max(1, Math.ceil((time.getTime() - Date.now()) / 1000))}`;

/** Reads the field `email` of a body, to count requests by account. */
export const accountNamed = ({ body }: Request): string => {
  const email: unknown = typeof body === 'object' && body !== null && 'email' in body ? body.email : undefined;
  return typeof email === 'string' ? email.trim().toLowerCase().slice(0, 320) : ''; // as long as RFC 5321 allows
};

/**
 * Limits requests, and failures among them. A failure counts once it is answered: requests in progress would else keep
 * others at the same address out.
 */
export function limited({
  requests,
  failures,
  isFailure = (status) => status >= 400,
  ...more
}: Limits): RequestHandler {
  const { countedBy = addressOf } = more;
  const all = rateLimit({
    windowMs,
    limit: requests,
    keyGenerator: countedBy,
    validate: { xForwardedForHeader: false }, // anybody can send one; it counts only behind a known proxy
    handler: (_request, response) => refuse(response), // after it has set Retry-After
  });
  const failed = new MemoryStore();
  failed.init({ windowMs } as Options); // it reads no more of them
  return async (request, response, next) => {
    const key = countedBy(request);
    const known = await failed.get(key);
    if (known && known.totalHits >= failures) {
      response.set('retry-after', secondsUntil(known.resetTime ?? new Date()));
      return refuse(response);
    }
    response.once('finish', () => {
      const { statusCode } = response;
      if (statusCode !== statusOf['too-many-attempts'] && isFailure(statusCode)) void failed.increment(key);
    });
    await all(request, response, next);
  };
}
