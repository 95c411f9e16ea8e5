/** Keeps text in this tab until it is sent, so that a reload does not lose it. */
export class DraftWords {
  constructor(private readonly key: string) {}

  /** Returns the stored draft, or an empty text. */
  read(): string {
    return sessionStorage.getItem(this.key) ?? '';
  }

  /** Replaces the kept text; an empty one is removed. Returns whether it is kept. */
  write(text: string): boolean {
    try {
      if (text === '') sessionStorage.removeItem(this.key);
      else sessionStorage.setItem(this.key, text);
      return true;
    } catch {
      return false; // the storage is full or forbidden
    }
  }
}
