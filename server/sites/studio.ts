import type { Request } from 'express';
import { Refusal } from '@core/api/refusal';
import { Accounts } from '../database/entities';
import { accountOf } from '../http/guard';
import type { Service } from '../http/service';

/** Who asks, where they work at the studio. @throws Refusal */
export async function studioAccount({ database }: Service, request: Request): Promise<string> {
  const id = accountOf(request);
  if (!(await database.getRepository(Accounts).existsBy({ id, studio: true })))
    throw new Refusal('not-allowed', 'Only who works at the studio begins clients.');
  return id;
}
