import type { Drafts } from '../../services/drafts';

/** So long after the last key what is typed is stored, in ms. */
const pause = 150;
/** So long after the first key at most, in ms, while typing goes on. */
const longest = 300;

/** Stores what is typed in pauses of typing and at least every 300 ms; until then it is a draft of the page. */
export class TypingRhythm {
  private due: ReturnType<typeof setTimeout> | undefined;
  private since: number | undefined;
  private endDraft: (() => void) | undefined;

  constructor(
    private readonly drafts: Pick<Drafts, 'begin'>,
    private readonly store: () => void,
    /** Whether storing would disturb what is being typed, as while a word is composed from several keys. */
    private readonly isBusy: () => boolean = () => false,
  ) {}

  /** Something was typed. */
  typed(): void {
    this.endDraft ??= this.drafts.begin(this.store);
    this.since ??= Date.now();
    clearTimeout(this.due);
    this.due = setTimeout(this.look, Math.max(0, Math.min(pause, this.since + longest - Date.now())));
  }

  private readonly look = (): void => {
    if (this.isBusy()) this.due = setTimeout(this.look, pause);
    else this.store();
  };

  /** All that was typed is stored. */
  stored(): void {
    clearTimeout(this.due);
    this.since = undefined;
    this.endDraft?.();
    this.endDraft = undefined;
  }
}
