/** Answers that stay open, by the session they belong to: they end when it does. */
export class OpenStreams {
  private readonly bySession = new Map<string, Set<() => void>>();

  /** Keeps how a stream is ended; the returned function forgets it. */
  open(session: string, end: () => void): () => void {
    const own = this.bySession.get(session) ?? new Set();
    this.bySession.set(session, own.add(end));
    return () => {
      own.delete(end);
      if (own.size === 0) this.bySession.delete(session);
    };
  }

  endAll(session: string): void {
    for (const end of this.bySession.get(session) ?? []) end();
    this.bySession.delete(session);
  }
}
