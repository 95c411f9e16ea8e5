import { readdirSync } from 'node:fs';
import type { Running } from './running';

/** Waits until something holds, for forty seconds at most: a machine others work on may be slow for a while. */
export async function until(holds: () => boolean | Promise<boolean>, what: string, tries = 1600): Promise<void> {
  for (let count = 0; count < tries; count++) {
    if (await holds()) return;
    await new Promise((go) => setTimeout(go, 25));
  }
  throw new Error(what);
}

/** Waits until no upload is left: each is removed once its end is stored, and so told: a moment after the answer. */
export const noUploadLeft = ({ service }: Pick<Running, 'service'>): Promise<void> =>
  until(() => readdirSync(service.config.uploadFolder).length === 0, 'an upload is left');
