import { Router, type Request } from 'express';
import * as z from 'zod';
import { Accounts, type AccountRow } from '../database/entities';
import { Account, SignIn } from '@core/api/accounts';
import { Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf } from '../http/guard';
import { accountNamed, limited } from '../http/limits';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { isPassword } from './passwords';

export const publicFacts = ({ id, email, name, studio }: AccountRow): Account => ({ id, email, name, studio });

/** A new session id, so that one known before signing in is worth nothing after. */
const renewed = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(error) : done())));

/** Until it is stored: who hears that they are signed in may ask through another server at once. */
const stored = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.save((error: unknown) => (error ? fail(error) : done())));

const ended = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.destroy((error: unknown) => (error ? fail(error) : done())));

/**
 * Signs an account in. Where its password is another by the time the session is stored, the session ends: whoever
 * changed it has ended those there were, and this one was not among them. @throws Refusal
 */
export async function begin(
  { database }: Service,
  request: Request,
  { id, password }: Pick<AccountRow, 'id' | 'password'>,
): Promise<void> {
  await renewed(request);
  request.session.account = id;
  request.session.since = new Date().toISOString();
  request.session.browser = (request.get('user-agent') ?? '').slice(0, 200);
  await stored(request);
  // waits for whoever is changing it; who changes it later finds the session
  const rows: unknown = await database.query('SELECT 1 FROM accounts WHERE id = $1 AND password = $2 FOR SHARE', [
    id,
    password,
  ]);
  if (z.array(z.unknown()).parse(rows).length > 0) return;
  await ended(request);
  throw new Refusal('wrong-credentials', 'The password was changed in this moment. Sign in with the new one.');
}

export const accountRoutes: Routes = (service) => {
  const router = Router();
  const accounts = service.database.getRepository(Accounts);

  const perAddress = limited({ requests: 120, failures: 20 });
  const perAccount = limited({ requests: 60, failures: 20, countedBy: accountNamed });

  router.post('/session', perAddress, body('4kb'), perAccount, async (request, response) => {
    const { email, password } = read(SignIn, request.body);
    const account = await accounts.findOneBy({ email: email.toLowerCase() });
    const right = await isPassword(account?.password, password);
    if (!account || !right) throw new Refusal('wrong-credentials', 'Wrong email or password.');
    await begin(service, request, account);
    answer(response, Account, publicFacts(account));
  });

  router.get('/session', async (request, response) => {
    const account = await accounts.findOneBy({ id: accountOf(request) });
    if (!account) throw new Refusal('signed-out', 'Please sign in.');
    answer(response, Account, publicFacts(account));
  });

  router.delete('/session', limited({ requests: 120, failures: 120 }), (request, response, next) => {
    const session = request.sessionID;
    request.session.destroy((error: unknown) => {
      if (error) return next(error);
      service.streams.endAll(session);
      response.status(204).end();
    });
  });
  return router;
};
