import type { Drafts } from '../../services/drafts';

/** Delay of the commit after the last key, in ms. */
const pause = 150;
/** Longest delay of the commit after the first key, in ms. */
const longest = 300;

/** Commits typed text after a pause of 150 ms, and every 300 ms while typing continues. Uncommitted text is a draft. */
export class TypingRhythm {
  private due: ReturnType<typeof setTimeout> | undefined;
  private since: number | undefined;
  private endDraft: (() => void) | undefined;

  constructor(
    private readonly drafts: Pick<Drafts, 'begin'>,
    private readonly store: () => void,
    /** Returns whether a commit would disturb the input, as during an input method's composition. */
    private readonly isBusy: () => boolean = () => false,
  ) {}

  /** Schedules a commit. Call it after each key. */
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

  /** Cancels the scheduled commit. Call it after each commit. */
  stored(): void {
    clearTimeout(this.due);
    this.since = undefined;
    this.endDraft?.();
    this.endDraft = undefined;
  }
}
