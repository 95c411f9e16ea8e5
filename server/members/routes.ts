import { Router } from 'express';
import { In, MoreThan, Not, type EntityManager } from 'typeorm';
import { HistoryRequest, SiteHistory } from '@core/api/history';
import { Invitation, Invited, Members, RoleChange } from '@core/api/members';
import { notFound, Refusal } from '@core/api/refusal';
import { mayDo, roleWords, whyNot, type Ability, type Role } from '@core/api/roles';
import { linkAddress, makeLink } from '../accounts/single-links';
import { noteAct } from '../database/acts';
import { Accounts, Memberships, SingleLinks } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { nameOfAccount, nameOfSite, parameter, reachSite, type Reaching } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { historyOf } from './history';

/** So many may be invited to a site at once. */
const mostInvited = 100;

async function membersOf(service: Service, { site, account, role }: Reaching): Promise<Members> {
  const { manager } = service.database;
  const rows = await manager.getRepository(Memberships).findBy({ site });
  const links = await manager
    .getRepository(SingleLinks)
    .find({ where: { site, ends: MoreThan(new Date()) }, order: { made: 'ASC' } });
  const ids = [...rows.map((one) => one.account), ...links.flatMap((one) => one.account ?? [])];
  const accounts = new Map((await manager.getRepository(Accounts).findBy({ id: In(ids) })).map((one) => [one.id, one]));
  const people = rows.flatMap(({ account: id, role: theirs }) => {
    const known = accounts.get(id);
    return known ? [{ id, name: known.name, email: known.email, role: theirs, own: id === account }] : [];
  });
  return {
    site: await nameOfSite(service, site),
    mine: role,
    studio: accounts.get(account)?.studio ?? false,
    people: people.sort((a, b) => a.name.localeCompare(b.name)),
    invited: links.flatMap((link) =>
      link.email === null || link.role === null
        ? []
        : {
            ...{ id: link.id, email: link.email, role: link.role, studio: link.studio },
            by: accounts.get(link.account ?? '')?.name ?? 'Somebody',
            ends: link.ends.toISOString(),
          },
    ),
  };
}

/**
 * Holds who is on a site until the transaction ends: two who go at once never leave it without an owner. @throws
 * Refusal where whoever asks may not do so any more
 */
async function holdMembers(manager: EntityManager, { site, account }: Reaching, ability: Ability): Promise<void> {
  await manager.query('SELECT 1 FROM memberships WHERE site = $1 ORDER BY account FOR UPDATE', [site]);
  const member = await manager.getRepository(Memberships).findOneBy({ site, account });
  if (!member) throw notFound();
  if (!mayDo(member.role, ability)) throw new Refusal('not-allowed', whyNot(member.role));
}

/** @throws Refusal where nobody else could decide who works on the site */
async function checkOwners(manager: EntityManager, site: string, without: string): Promise<void> {
  if (!(await manager.getRepository(Memberships).existsBy({ site, role: 'owner', account: Not(without) })))
    throw new Refusal('does-not-fit', 'A site keeps an owner. Make somebody else one first.');
}

/** Makes an invitation, in the place of one the same person has. @throws Refusal */
async function invite(service: Service, by: Reaching, { email, role, studio = false }: Invitation): Promise<boolean> {
  const { site, account } = by;
  const to = email.toLowerCase();
  const key = await service.database.transaction(async (manager) => {
    await holdMembers(manager, by, 'own');
    const there = await manager.getRepository(Accounts).findOneBy({ email: to });
    if (there && (await manager.getRepository(Memberships).existsBy({ site, account: there.id })))
      throw new Refusal('does-not-fit', `${there.name} is on this site already.`);
    const links = manager.getRepository(SingleLinks);
    await links.delete({ site, email: to });
    if ((await links.countBy({ site })) >= mostInvited)
      throw new Refusal('does-not-fit', 'So many invitations are open already. Take some back first.');
    const inviter = await manager.getRepository(Accounts).findOneByOrFail({ id: account });
    if (studio && !inviter.studio)
      throw new Refusal('not-allowed', 'Who doesn’t work at the studio can’t invite somebody to it.');
    await noteAct(manager, { site, account, what: 'invited', about: { email: to, role } });
    return makeLink(manager, { for: 'invitation', email: to, site, role, studio, account });
  });
  const name = await nameOfSite(service, site);
  return service.post.send({
    to,
    subject: `${await nameOfAccount(service, account)} invites you to ${name}`,
    lines: [
      'Hello,',
      '',
      `you are invited to work on the site of ${name} as ${roleWords[role].name.toLowerCase()}: you may ${roleWords[role].may}.`,
      'Take the invitation up here within a week:',
      '',
      linkAddress(service, key),
    ],
  });
}

/** Gives somebody another role, or takes them off the site where none is said. @throws Refusal */
async function change(service: Service, by: Reaching, member: string, role: Role | undefined): Promise<void> {
  const { site, account } = by;
  await service.database.transaction(async (manager) => {
    // everybody may leave; whoever takes somebody else off the site owns it
    await holdMembers(manager, by, role === undefined && member === account ? 'look' : 'own');
    const members = manager.getRepository(Memberships);
    const there = await members.findOneBy({ site, account: member });
    if (!there) throw notFound();
    if (there.role === 'owner' && role !== 'owner') await checkOwners(manager, site, member);
    const { name } = await manager.getRepository(Accounts).findOneByOrFail({ id: member });
    if (role === undefined) await members.delete({ site, account: member });
    else await members.update({ site, account: member }, { role });
    const what = role === undefined ? 'removed' : 'changed a role';
    await noteAct(manager, { site, account, what, about: { name, ...(role && { role }) } });
  });
}

/** Who works on a site. */
export const memberRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/people', async (request, response) => {
    const by = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, Members, await membersOf(service, by));
  });

  router.get('/sites/:site/history', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const { before } = read(HistoryRequest, request.query);
    answer(response, SiteHistory, await historyOf(service, site, before === undefined ? new Date() : new Date(before)));
  });

  router.post('/sites/:site/invitations', body('4kb'), async (request, response) => {
    const by = await reachSite(service, request, parameter(request, 'site'), 'own');
    answer(response, Invited, { sent: await invite(service, by, read(Invitation, request.body)) }, 201);
  });

  router.delete('/sites/:site/invitations/:invitation', async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'own');
    const id = parameter(request, 'invitation');
    await service.database.transaction(async (manager) => {
      const links = manager.getRepository(SingleLinks);
      const link = await links.findOneBy({ id, site });
      if (!link) throw notFound();
      // taken up in this moment, it is no invitation any more: who took it up stands among the people
      if ((await links.delete({ id })).affected !== 1) throw notFound();
      const about = { email: link.email ?? '' };
      await noteAct(manager, { site, account, what: 'took an invitation back', about });
    });
    response.status(204).end();
  });

  router.patch('/sites/:site/people/:account', body('4kb'), async (request, response) => {
    const by = await reachSite(service, request, parameter(request, 'site'), 'own');
    await change(service, by, parameter(request, 'account'), read(RoleChange, request.body).role);
    response.status(204).end();
  });

  router.delete('/sites/:site/people/:account', async (request, response) => {
    const by = await reachSite(service, request, parameter(request, 'site'), 'look');
    await change(service, by, parameter(request, 'account'), undefined);
    response.status(204).end();
  });
  return router;
};
