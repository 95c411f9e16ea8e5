import { hash, verify } from '@node-rs/argon2';
import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { Accounts, type AccountRow } from '../database/entities';
import { read, Refusal } from '../http/answer';
import { body } from '../http/body';
import { accountOf } from '../http/guard';
import type { Service } from '../http/service';

const SignIn = z.strictObject({
  email: z.email('Type an email address.').max(200),
  password: z.string().min(1).max(200),
});

/** A password's hash, argon2id with the library's settings. */
export const hashPassword = (password: string): Promise<string> => hash(password);

const shown = ({ id, email, name }: AccountRow): Omit<AccountRow, 'password'> => ({ id, email, name });

/** A new session id, so that one known before signing in is worth nothing after. */
const renewed = (request: Request): Promise<void> =>
  new Promise((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(error) : done())));

export function accountRoutes(service: Service): Router {
  const router = Router();
  const accounts = service.database.getRepository(Accounts);
  const limit = rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    message: { problem: 'Too many attempts. Wait a minute.' },
  });
  const decoy = hashPassword('nobody has this password');

  router.post('/session', limit, body('4kb'), async (request, response) => {
    const { email, password } = read(SignIn, request.body);
    const account = await accounts.findOneBy({ email: email.toLowerCase() });
    const right = await verify(account?.password ?? (await decoy), password);
    if (!account || !right) throw new Refusal(401, 'Wrong email or password.');
    await renewed(request);
    request.session.account = account.id;
    response.json(shown(account));
  });

  router.get('/session', async (request, response) => {
    const account = await accounts.findOneBy({ id: accountOf(request) });
    if (!account) throw new Refusal(401, 'Please sign in.');
    response.json(shown(account));
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
}
