import type { Response } from 'express';
import { Refusal } from '@core/api/refusal';
import { Begun } from '@core/api/work';
import { answer } from '../http/answer';
import type { Service } from '../http/service';
import type { NewWork } from './long-work';

/** Begins work, and answers by which id its end is heard of. @throws Refusal */
export async function answerBegun(response: Response, { work, database }: Service, wanted: NewWork): Promise<void> {
  const begun = await database.transaction((manager) => work.begin(manager, wanted));
  if (begun === undefined) throw new Refusal('unavailable', 'This is being done already.');
  answer(response, Begun, { work: begun }, 202);
}
