import * as z from 'zod';
import { DraftWords } from '../remarks/draft-words';
import { Picked } from './framed-page';

const Draft = z.object({ words: z.string(), by: z.string(), picked: Picked });
/** A remark that is not sent yet, and the place it is about. */
export type Draft = z.infer<typeof Draft>;

/** Keeps the remark that somebody types on a preview link in this tab, so that a reload does not lose it. */
export class RemarkDraft {
  private readonly kept: DraftWords;

  /** `key` is the key of the preview link. */
  constructor(key: string) {
    this.kept = new DraftWords(`fold remark ${key}`);
  }

  /** Returns the kept remark; undefined if there is none that can be read. */
  read(): Draft | undefined {
    try {
      return Draft.parse(JSON.parse(this.kept.read()));
    } catch {
      return undefined;
    }
  }

  /** Replaces the kept remark. Returns whether it is kept. */
  write(draft: Draft | undefined): boolean {
    return this.kept.write(draft ? JSON.stringify(draft) : '');
  }
}
