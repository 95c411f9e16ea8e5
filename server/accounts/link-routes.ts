import { Router, type Request } from 'express';
import type { EntityManager } from 'typeorm';
import { Forgotten, LinkFacts, LinkRead, LinkUse, LinkUsed, Password } from '@core/api/accounts';
import { newIdentifier } from '@core/document/identifier';
import { notFound, Refusal } from '@core/api/refusal';
import { Accounts, Memberships, SingleLinks, type AccountRow, type SingleLinkRow } from '../database/entities';
import { noteAct } from '../database/acts';
import { answer, loggable, read } from '../http/answer';
import { body } from '../http/body';
import { nameOfAccount } from '../http/guard';
import { accountNamed, limited } from '../http/limits';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { isUniqueViolation } from '../sites/paths';
import { changePassword } from './own-routes';
import { hashPassword, isPassword } from './passwords';
import { begin, publicFacts } from './routes';
import { findLink, linkAddress, makeLink, takeLink } from './single-links';

const accountWith = (manager: EntityManager, email: string | null): Promise<AccountRow | null> =>
  email === null ? Promise.resolve(null) : manager.getRepository(Accounts).findOneBy({ email: email.toLowerCase() });

/** Makes an account. @throws Refusal where what it needs is missing */
async function newAccount(
  manager: EntityManager,
  { email, studio }: { email: string | null | undefined; studio: boolean },
  { name, password }: LinkUse,
): Promise<AccountRow> {
  if (!email || name === undefined) throw new Refusal('bad-input', 'An account needs a name and an email address.');
  const account = { id: newIdentifier(), email: email.toLowerCase(), name, studio };
  const row = { ...account, password: await hashPassword(read(Password, password)) };
  await manager.getRepository(Accounts).insert(row);
  return row;
}

/** Makes the very first account; two who begin at once make one. @throws Refusal */
async function firstAccount(manager: EntityManager, wanted: LinkUse): Promise<AccountRow> {
  await manager.query('LOCK TABLE accounts IN SHARE ROW EXCLUSIVE MODE');
  if (await manager.getRepository(Accounts).exists()) throw new Refusal('not-allowed', 'There is an account already.');
  return newAccount(manager, { email: wanted.email, studio: true }, wanted);
}

/** Lets somebody onto a site: with a new account, or with the one they have, by its password. @throws Refusal */
async function join(manager: EntityManager, link: SingleLinkRow, wanted: LinkUse): Promise<AccountRow> {
  const { site, role, email } = link;
  if (site === null || role === null) throw notFound();
  const known = await accountWith(manager, email);
  if (known && !(await isPassword(known.password, wanted.password)))
    throw new Refusal('wrong-credentials', `This is not the password of ${known.email}.`);
  const account = known ?? (await newAccount(manager, link, wanted));
  if (known && link.studio) await manager.getRepository(Accounts).update({ id: known.id }, { studio: true });
  // who is on the site already keeps the role they have by now
  await manager
    .createQueryBuilder()
    .insert()
    .into(Memberships)
    .values({ account: account.id, site, role })
    .orIgnore()
    .execute();
  await noteAct(manager, { site, account: account.id, what: 'joined', about: { role } });
  return { ...account, studio: account.studio || link.studio };
}

async function newPassword(
  service: Service,
  manager: EntityManager,
  link: SingleLinkRow,
  wanted: LinkUse,
): Promise<AccountRow> {
  const account = link.account === null ? null : await manager.getRepository(Accounts).findOneBy({ id: link.account });
  if (!account) throw notFound();
  const password = await hashPassword(read(Password, wanted.password));
  await changePassword(service, manager, { account: account.id, password });
  return { ...account, password };
}

/** Uses a link up; whoever is refused may try again with it. @throws Refusal */
const used = (service: Service, wanted: LinkUse): Promise<{ account: AccountRow; site: string | null }> =>
  service.database.transaction(async (manager) => {
    const link = await takeLink(manager, wanted.key);
    const account =
      link.for === 'first account'
        ? await firstAccount(manager, wanted)
        : link.for === 'invitation'
          ? await join(manager, link, wanted)
          : await newPassword(service, manager, link, wanted);
    return { account, site: link.site };
  });

/** So many ways to a new password may be on their way to one person. */
const mostWays = 3;

/** Makes a way to a new password, unless so many are there that somebody may be filling a letter box. */
const wayToNewPassword = (service: Service, { id, email }: AccountRow): Promise<string | undefined> =>
  service.database.transaction(async (manager) => {
    // whoever asks at the same moment is counted one after another
    await manager.getRepository(Accounts).findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
    const there = await manager.getRepository(SingleLinks).countBy({ for: 'password', account: id });
    return there < mostWays ? makeLink(manager, { for: 'password', email, account: id }) : undefined;
  });

/** Sends whoever has forgotten a password the way to a new one; who has no account is sent nothing. */
async function sendNewPassword(service: Service, email: string, from: Request): Promise<void> {
  const account = await accountWith(service.database.manager, email);
  const key = account ? await wayToNewPassword(service, account) : undefined;
  if (!account || key === undefined) return;
  await service.post.send({
    to: account.email,
    subject: 'A new password for Fold Line',
    lines: [
      `Hello ${account.name},`,
      '',
      'somebody asked for a new password for your account. If it was you, choose one here within an hour:',
      '',
      linkAddress(service, key),
      '',
      `If it was not you, there is nothing to do: your password stays. The request came from ${from.ip ?? 'an unknown address'}.`,
    ],
  });
}

const emailTaken = (): Refusal =>
  new Refusal('does-not-fit', 'There is an account with this email address by now. Open the link again.');

/** Links that are used once: the first account, invitations, forgotten passwords. */
export const linkRoutes: Routes = (service) => {
  const router = Router();
  const limit = limited({ requests: 120, failures: 20 });
  const forgotten = limited({ requests: 20, failures: 20 });
  const perAccount = limited({ requests: 5, failures: 5, countedBy: accountNamed });

  router.post('/links/read', limit, body('4kb'), async (request, response) => {
    const { manager } = service.database;
    const link = await findLink(manager, read(LinkRead, request.body).key);
    const site = link.site === null ? undefined : await service.documents.site(manager, link.site);
    answer(response, LinkFacts, {
      for: link.for,
      email: link.email,
      known: (await accountWith(manager, link.email)) !== null,
      site: site?.document.name ?? null,
      role: link.role,
      by: link.for === 'invitation' && link.account !== null ? await nameOfAccount(service, link.account) : null,
    });
  });

  router.post('/links/use', limit, body('4kb'), async (request, response) => {
    const { account, site } = await used(service, read(LinkUse, request.body)).catch((error: unknown) => {
      throw isUniqueViolation(error, 'accounts') ? emailTaken() : error;
    });
    await begin(service, request, account);
    answer(response, LinkUsed, { account: publicFacts(account), site }, 201);
  });

  router.post('/password/forgotten', forgotten, body('4kb'), perAccount, (request, response) => {
    const { email } = read(Forgotten, request.body);
    // answered before anything is looked up: how long it takes says nothing of who has an account
    response.status(204).end();
    void sendNewPassword(service, email, request).catch((error: unknown) =>
      service.log.warn(loggable(error), 'a new password could not be sent'),
    );
  });
  return router;
};
