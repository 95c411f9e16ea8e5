import { nanoid } from 'nanoid';

/**
 * Names what somebody says: what is sent again is stored once, and other words, written after a try that may have been
 * stored, are not taken for those.
 */
export class OwnId {
  private id = nanoid();
  private tried: string | undefined;

  /** The name under which these words are sent. */
  of(words: string): string {
    if (this.tried !== undefined && this.tried !== words) this.renew();
    this.tried = words;
    return this.id;
  }

  /** Once they are stored, or let be. */
  renew(): void {
    this.id = nanoid();
    this.tried = undefined;
  }
}
