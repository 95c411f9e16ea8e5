import * as z from 'zod';

/**
 * Names a request that makes something, so that its second try, after an answer that was lost, makes nothing twice.
 */
export const RequestId = z.string().regex(/^[A-Za-z0-9_-]{16,40}$/);
