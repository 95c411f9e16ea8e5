import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import { Accounts, type AccountRow } from '../database/entities';
import { Account, SignIn } from '@core/api/accounts';
import { Refusal, type Refused } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf } from '../http/guard';
import type { Routes } from '../http/routes';
import { isPassword } from './passwords';

export const publicFacts = ({ id, email, name, studio }: AccountRow): Account => ({ id, email, name, studio });

/** A new session id, so that one known before signing in is worth nothing after. */
const renewed = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(error) : done())));

/** Until it is stored: who hears that they are signed in may ask through another server at once. */
const stored = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.save((error: unknown) => (error ? fail(error) : done())));

/** Signs an account in. */
export async function begin(request: Request, account: string): Promise<void> {
  await renewed(request);
  request.session.account = account;
  request.session.since = new Date().toISOString();
  request.session.browser = (request.get('user-agent') ?? '').slice(0, 200);
  await stored(request);
}

/**
 * So many attempts that fail a minute, from one address. Where statuses are named, those alone count: whatever else
 * is refused is no guess.
 */
export const fewAttempts = (failing?: readonly number[]): ReturnType<typeof rateLimit> =>
  rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    ...(failing && { requestWasSuccessful: (_request, response) => !failing.includes(response.statusCode) }),
    message: { code: 'too-many-attempts', problem: 'Too many attempts. Wait a minute.' } satisfies Refused,
  });

export const accountRoutes: Routes = (service) => {
  const router = Router();
  const accounts = service.database.getRepository(Accounts);

  router.post('/session', fewAttempts(), body('4kb'), async (request, response) => {
    const { email, password } = read(SignIn, request.body);
    const account = await accounts.findOneBy({ email: email.toLowerCase() });
    const right = await isPassword(account?.password, password);
    if (!account || !right) throw new Refusal('wrong-credentials', 'Wrong email or password.');
    await begin(request, account.id);
    answer(response, Account, publicFacts(account));
  });

  router.get('/session', async (request, response) => {
    const account = await accounts.findOneBy({ id: accountOf(request) });
    if (!account) throw new Refusal('signed-out', 'Please sign in.');
    answer(response, Account, publicFacts(account));
  });

  router.delete('/session', (request, response, next) => {
    const session = request.sessionID;
    request.session.destroy((error: unknown) => {
      if (error) return next(error);
      service.streams.endAll(session);
      response.status(204).end();
    });
  });
  return router;
};
