import { In, type EntityManager } from 'typeorm';
import type { Remark, StudioAnswer } from '@core/api/remarks';
import { notFound, Refusal } from '@core/api/refusal';
import { Answers, PreviewLinks, Remarks, type AnswerRow, type RemarkRow } from '../database/entities';
import type { Service } from '../http/service';
import { noticeRemarks } from '../pages/notices';
import { linkGone } from './links';

/** So many remarks a link takes, and so many answers a remark. */
const most = { remarks: 500, answers: 100 };

const answerOf = ({ id, words, by, account, at }: AnswerRow): Remark['answers'][number] => ({
  ...{ id, words, by },
  studio: account !== null,
  at: at.toISOString(),
});

/** Remarks with what was said to them, the newest first; of a site, of one of its pages, or of one link. */
export async function remarksOf(
  manager: EntityManager,
  where: { readonly site: string; readonly page?: string; readonly link?: string; readonly id?: string },
): Promise<Remark[]> {
  const rows = await manager.getRepository(Remarks).find({ where, order: { at: 'DESC', id: 'DESC' } });
  const ids = rows.map((one) => one.id);
  const answers = await manager.getRepository(Answers).find({ where: { remark: In(ids) }, order: { at: 'ASC' } });
  const links = await manager.getRepository(PreviewLinks).find({
    select: { id: true, name: true },
    where: { site: where.site },
  });
  const names = new Map(links.map((one) => [one.id, one.name]));
  return rows.map(({ site: _site, link, settled, settledBy, at, ...row }) => ({
    ...row,
    at: at.toISOString(),
    link: (link === null ? undefined : names.get(link)) ?? null,
    settled: settled && { at: settled.toISOString(), by: settledBy ?? '' },
    answers: answers.filter((one) => one.remark === row.id).map(answerOf),
  }));
}

/** One remark as it is now. @throws Refusal 404 */
async function remarkNow(manager: EntityManager, site: string, id: string): Promise<Remark> {
  const [remark] = await remarksOf(manager, { site, id });
  if (!remark) throw notFound();
  return remark;
}

/** Keeps what a client said; said twice under one id, it is kept once. @throws Refusal */
export const keepRemark = (
  service: Service,
  row: Omit<RemarkRow, 'at' | 'settled' | 'settledBy'> & { readonly link: string },
): Promise<Remark> =>
  service.database.transaction(async (manager) => {
    const links = manager.getRepository(PreviewLinks);
    // whoever takes the link back, or says something on it too, waits
    const link = await links.findOne({ where: { id: row.link }, lock: { mode: 'pessimistic_write' } });
    if (!link) throw linkGone();
    const remarks = manager.getRepository(Remarks);
    const known = await remarks.findOneBy({ id: row.id });
    if (known && known.link !== row.link) throw new Refusal('bad-input', 'This remark has been made elsewhere.');
    if (!known) {
      if ((await remarks.countBy({ link: row.link })) >= most.remarks)
        throw new Refusal('does-not-fit', `A link takes at most ${most.remarks} remarks. Ask for a new one.`);
      await remarks.insert(row);
      await manager.query(...noticeRemarks(row.site, row.page));
    }
    return remarkNow(manager, row.site, row.id);
  });

/** Keeps what somebody said to a remark, once. @throws Refusal */
export const keepAnswer = (
  service: Service,
  at: { readonly site: string; readonly remark: string; readonly link?: string },
  { id, words, by, account }: StudioAnswer & { readonly by: string; readonly account: string | null },
): Promise<Remark> =>
  service.database.transaction(async (manager) => {
    const where = { id: at.remark, site: at.site, ...(at.link !== undefined && { link: at.link }) };
    const remark = await manager.getRepository(Remarks).findOne({ where, lock: { mode: 'pessimistic_write' } });
    if (!remark) throw notFound();
    const answers = manager.getRepository(Answers);
    const known = await answers.findOneBy({ id });
    if (known && known.remark !== remark.id) throw new Refusal('bad-input', 'This answer has been given elsewhere.');
    if (!known) {
      if ((await answers.countBy({ remark: remark.id })) >= most.answers)
        throw new Refusal('does-not-fit', `A remark takes at most ${most.answers} answers.`);
      await answers.insert({ id, remark: remark.id, account, words, by });
      await manager.query(...noticeRemarks(at.site, remark.page));
    }
    return remarkNow(manager, at.site, remark.id);
  });

/** Settles a remark, or opens it again. @throws Refusal */
export const settleRemark = (
  service: Service,
  at: { readonly site: string; readonly remark: string },
  by: string | null,
): Promise<Remark> =>
  service.database.transaction(async (manager) => {
    const set = by === null ? { settled: null, settledBy: null } : { settled: new Date(), settledBy: by };
    await manager.getRepository(Remarks).update({ id: at.remark, site: at.site }, set);
    const remark = await remarkNow(manager, at.site, at.remark);
    await manager.query(...noticeRemarks(at.site, remark.page));
    return remark;
  });

/** Deletes a remark with what was said to it. @throws Refusal */
export const deleteRemark = (service: Service, at: { readonly site: string; readonly remark: string }): Promise<void> =>
  service.database.transaction(async (manager) => {
    const { page } = await remarkNow(manager, at.site, at.remark);
    await manager.getRepository(Remarks).delete({ id: at.remark, site: at.site });
    await manager.query(...noticeRemarks(at.site, page));
  });
