import { nanoid } from 'nanoid';

/**
 * Names a request, so that one that is sent again is stored once. A request with other contents, made after a try that
 * may have been stored, gets another name.
 */
export class OwnId {
  private id = nanoid();
  private tried: string | undefined;

  /** Returns the name of a request with these contents. */
  of(words: string): string {
    if (this.tried !== undefined && this.tried !== words) this.renew();
    this.tried = words;
    return this.id;
  }

  /** Called once it is stored, or given up. */
  renew(): void {
    this.id = nanoid();
    this.tried = undefined;
  }
}
