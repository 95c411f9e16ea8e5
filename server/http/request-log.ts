import { nanoid } from 'nanoid';
import type { Logger } from 'pino';
import { pinoHttp, type HttpLogger } from 'pino-http';

/** The path of an address: what stands behind it may hold what people typed. */
const pathOf = (url: string | undefined): string => (url ?? '').split('?')[0] ?? '';

/**
 * Logs each request under an id of its own, which the answer carries as `X-Request-Id`: its method, path, status and
 * time. No header, query or body is logged.
 * What was refused is `info`, what failed `error`.
 */
export const requestLog = (logger: Logger): HttpLogger =>
  pinoHttp({
    logger,
    genReqId: (_request, response) => {
      const id = nanoid(12);
      response.setHeader('x-request-id', id);
      return id;
    },
    serializers: {
      req: ({ id, method, url }: { id: string; method: string; url?: string }) => ({ id, method, path: pathOf(url) }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: ({ type, code }: { type?: string; code?: string }) => ({ type, code }), // its words may hold values
    },
    customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'error' : 'info'),
  });
