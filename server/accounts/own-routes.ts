import { createHash } from 'node:crypto';
import { Router } from 'express';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { Account, AccountChange, PasswordChange, Sessions } from '@core/api/accounts';
import { notFound, Refusal } from '@core/api/refusal';
import { Accounts, SingleLinks } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, parameter } from '../http/guard';
import { limited } from '../http/limits';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { hashPassword, isPassword } from './passwords';
import { publicFacts } from './routes';

/** What a session is called outside: its own id would sign whoever knows it in. */
const nameOf = (sid: string): string => `s${createHash('sha256').update(sid).digest('hex').slice(0, 30)}`;

const Rows = z.array(
  z.object({
    sid: z.string(),
    sess: z.object({ since: z.string().optional(), browser: z.string().optional() }),
    expire: z.coerce.date(),
  }),
);
const openOf = async (manager: EntityManager, account: string): Promise<z.infer<typeof Rows>> =>
  Rows.parse(
    await manager.query(
      `SELECT sid, sess, expire AT TIME ZONE current_setting('TimeZone') AS expire FROM sessions
       WHERE sess ->> 'account' = $1 AND expire > now() ORDER BY expire DESC LIMIT 200`,
      [account],
    ),
  );

/** Ends every session of an account but one, and what was open in them here; other servers look by themselves. */
async function endSessions(
  { streams }: Service,
  manager: EntityManager,
  account: string,
  but: string | undefined,
): Promise<void> {
  const rows: unknown = await manager.query(
    `WITH ended AS (DELETE FROM sessions WHERE sess ->> 'account' = $1 AND sid IS DISTINCT FROM $2 RETURNING sid)
     SELECT sid FROM ended`,
    [account, but ?? null],
  );
  for (const { sid } of z.array(z.object({ sid: z.string() })).parse(rows)) streams.endAll(sid);
}

const notYours = (): Refusal => new Refusal('wrong-credentials', 'This is not your present password.');

interface NewPassword {
  readonly account: string;
  readonly password: string;
  /** The one it takes the place of, where it has to be that still. */
  readonly was?: string;
  readonly but?: string;
}

/**
 * Another password: the sessions begun with the former end, all but one, and ways to a new one that are still open.
 * @throws Refusal where the former is another by now
 */
export async function changePassword(
  service: Service,
  manager: EntityManager,
  { account, password, was, but }: NewPassword,
): Promise<void> {
  const where = { id: account, ...(was !== undefined && { password: was }) };
  const { affected } = await manager.getRepository(Accounts).update(where, { password });
  if (affected !== 1) throw notYours();
  await manager.getRepository(SingleLinks).delete({ for: 'password', account });
  await endSessions(service, manager, account, but);
}

/** Where one is signed in, and signing out there. */
function sessionRoutes(service: Service, router: Router): void {
  const { manager } = service.database;

  router.get('/account/sessions', async (request, response) => {
    const rows = await openOf(manager, accountOf(request));
    answer(response, Sessions, {
      sessions: rows.map(({ sid, sess, expire }) => ({
        id: nameOf(sid),
        browser: sess.browser ?? '',
        since: sess.since ?? null,
        used: new Date(Math.min(Date.now(), expire.getTime() - service.config.sessionLasts)).toISOString(),
        here: sid === request.sessionID,
      })),
    });
  });

  router.delete('/account/sessions', async (request, response) => {
    await endSessions(service, manager, accountOf(request), request.sessionID);
    response.status(204).end();
  });

  router.delete('/account/sessions/:session', async (request, response) => {
    const wanted = parameter(request, 'session');
    const found = (await openOf(manager, accountOf(request))).find(({ sid }) => nameOf(sid) === wanted);
    if (!found) throw notFound();
    await manager.query('DELETE FROM sessions WHERE sid = $1', [found.sid]);
    service.streams.endAll(found.sid);
    response.status(204).end();
  });
}

/** Of one’s own account: the name, the password, and where one is signed in. */
export const ownRoutes: Routes = (service) => {
  const router = Router();
  const { manager } = service.database;
  const accounts = manager.getRepository(Accounts);

  router.patch('/account', body('4kb'), async (request, response) => {
    const id = accountOf(request);
    await accounts.update({ id }, read(AccountChange, request.body));
    answer(response, Account, publicFacts(await accounts.findOneByOrFail({ id })));
  });

  router.put(
    '/account/password',
    limited({ requests: 60, failures: 20, countedBy: accountOf }),
    body('4kb'),
    async (request, response) => {
      const id = accountOf(request);
      const { now, next } = read(PasswordChange, request.body);
      const account = await accounts.findOneBy({ id });
      if (!account || !(await isPassword(account.password, now))) throw notYours();
      const changed = {
        account: id,
        password: await hashPassword(next),
        was: account.password,
        but: request.sessionID,
      };
      await service.database.transaction((held) => changePassword(service, held, changed));
      response.status(204).end();
    },
  );

  sessionRoutes(service, router);
  return router;
};
