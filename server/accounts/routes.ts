import { hash, verify } from '@node-rs/argon2';
import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import { Accounts, type AccountRow } from '../database/entities';
import { Account, SignIn } from '@core/api/accounts';
import { Refusal, type Refused } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf } from '../http/guard';
import type { Routes } from '../http/routes';

/** A password's hash, argon2id with the library's settings. */
export const hashPassword = (password: string): Promise<string> => hash(password);

const publicFacts = ({ id, email, name }: AccountRow): Account => ({ id, email, name });

/** A new session id, so that one known before signing in is worth nothing after. */
const renewed = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(error) : done())));

export const accountRoutes: Routes = (service) => {
  const router = Router();
  const accounts = service.database.getRepository(Accounts);
  const limit = rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    message: { code: 'too-many-attempts', problem: 'Too many attempts. Wait a minute.' } satisfies Refused,
  });
  const decoy = hashPassword('nobody has this password');

  router.post('/session', limit, body('4kb'), async (request, response) => {
    const { email, password } = read(SignIn, request.body);
    const account = await accounts.findOneBy({ email: email.toLowerCase() });
    const right = await verify(account?.password ?? (await decoy), password);
    if (!account || !right) throw new Refusal('wrong-credentials', 'Wrong email or password.');
    await renewed(request);
    request.session.account = account.id;
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
