import { Refusal } from '@core/api/refusal';

/** The most streams of one session and of one account, on each server; a page and a list of work have one each. */
export const mostStreams = { session: 40, account: 100 } as const;

/** The owner of a stream. */
export interface StreamOwner {
  readonly session: string;
  readonly account: string;
}

/** Answers that stay open: they end with the session they belong to. */
export class OpenStreams {
  private readonly bySession = new Map<string, Set<() => void>>();
  private readonly byAccount = new Map<string, number>();

  /** Refuses a stream more than one session or account may have. @throws Refusal 429 */
  checkRoom({ session, account }: StreamOwner): void {
    const isFull =
      (this.bySession.get(session)?.size ?? 0) >= mostStreams.session ||
      (this.byAccount.get(account) ?? 0) >= mostStreams.account;
    if (isFull) throw new Refusal('too-many-attempts', 'You have too many pages open at once. Close some of them.');
  }

  /** Keeps how a stream is ended; the returned function forgets it. */
  open({ session, account }: StreamOwner, end: () => void): () => void {
    const own = this.bySession.get(session) ?? new Set();
    this.bySession.set(session, own.add(end));
    this.byAccount.set(account, (this.byAccount.get(account) ?? 0) + 1);
    return () => {
      own.delete(end);
      if (own.size === 0 && this.bySession.get(session) === own) this.bySession.delete(session);
      const left = (this.byAccount.get(account) ?? 1) - 1;
      if (left > 0) this.byAccount.set(account, left);
      else this.byAccount.delete(account);
    };
  }

  endAll(session: string): void {
    for (const end of this.bySession.get(session) ?? []) end();
    this.bySession.delete(session);
  }
}
