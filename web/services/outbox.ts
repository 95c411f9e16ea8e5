import { Injectable } from '@angular/core';
import * as z from 'zod';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { AnyEdit } from '@core/document/edits/site-edit';

/** Edits that are made but not yet stored by the server. */
export interface Waiting {
  readonly id: string;
  readonly page: string;
  readonly order: number;
  readonly edits: readonly AnyEdit[];
}

/** At most so many edits are sent as one batch: fewer than the server takes. */
const editsABatch = 1000;

/** Edits in as many batches as the server takes them. */
export function batchesOf(edits: readonly AnyEdit[]): (readonly AnyEdit[])[] {
  if (edits.length <= editsABatch) return [edits];
  return Array.from({ length: Math.ceil(edits.length / editsABatch) }, (_, at) =>
    edits.slice(at * editsABatch, (at + 1) * editsABatch),
  );
}

interface Boxes extends DBSchema {
  waiting: { key: string; value: Waiting; indexes: { page: string } };
  refused: { key: string; value: Waiting & { readonly problem: string } };
}

/** Starts the keys of edits in the local storage, which are followed by their id. */
const prefix = 'fold-waiting ';
const Left = z.object({ id: z.string(), page: z.string(), order: z.number(), edits: z.array(z.custom<AnyEdit>()) });

/** Keeps edits in the browser until the server has them, and those it refused. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly opened: Promise<IDBPDatabase<Boxes>> = openDB<Boxes>('fold-line', 1, {
    upgrade(database) {
      database.createObjectStore('waiting', { keyPath: 'id' }).createIndex('page', 'page');
      database.createObjectStore('refused', { keyPath: 'id' });
    },
  });

  async keep(waiting: Waiting): Promise<void> {
    await (await this.opened).put('waiting', waiting);
    localStorage.removeItem(prefix + waiting.id);
  }

  /**
   * Keeps edits before it returns, for a page that is left: a transaction of the database may not come to its end then.
   * Returns whether all are kept.
   */
  keepNow(all: readonly Waiting[]): boolean {
    try {
      for (const one of all) localStorage.setItem(prefix + one.id, JSON.stringify(one));
      return true;
    } catch {
      return false; // the storage is full or forbidden
    }
  }

  async waitingFor(page: string): Promise<Waiting[]> {
    for (const left of leftBehind()) if (left.page === page) await this.keep(left);
    const all = await (await this.opened).getAllFromIndex('waiting', 'page', page);
    return all.sort((a, b) => a.order - b.order);
  }

  async drop(id: string): Promise<void> {
    localStorage.removeItem(prefix + id);
    await (await this.opened).delete('waiting', id);
  }

  async refuse(waiting: Waiting, problem: string): Promise<void> {
    const database = await this.opened;
    await database.put('refused', { ...waiting, problem });
    localStorage.removeItem(prefix + waiting.id);
    await database.delete('waiting', waiting.id);
  }
}

/** Reads the edits that were kept when a page was left. What cannot be read is removed. */
function leftBehind(): Waiting[] {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
  return keys.flatMap((key) => {
    try {
      return Left.parse(JSON.parse(localStorage.getItem(key) ?? ''));
    } catch {
      localStorage.removeItem(key);
      return [];
    }
  });
}
