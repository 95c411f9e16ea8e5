import { computed, signal } from '@angular/core';
import type { AnyEdit } from '@core/document/edits/site-edit';

/** A step of history: what was done and what undoes it. */
export interface Step {
  readonly edits: readonly AnyEdit[];
  readonly inverses: readonly AnyEdit[];
  readonly merge: string | undefined;
  /** How many batches of others were known when it was done. */
  readonly knew: number;
}

const most = 500;

/** The steps of a session that can be undone, and those that can be done again. */
export class History {
  private readonly done = signal<readonly Step[]>([]);
  private readonly undone = signal<readonly Step[]>([]);
  private mergeUntil = 0;

  readonly canUndo = computed(() => this.done().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);

  /** A step that was made; with the same `merge` as the last, within its time, it is one with it. */
  made(step: Step, within: number): void {
    const last = this.done().at(-1);
    const joins = step.merge !== undefined && last?.merge === step.merge && Date.now() < this.mergeUntil;
    const whole = joins
      ? { ...step, edits: [...last.edits, ...step.edits], inverses: [...step.inverses, ...last.inverses] }
      : step;
    this.mergeUntil = Date.now() + within;
    this.done.update((steps) => [...(joins ? steps.slice(0, -1) : steps), whole].slice(-most));
    this.undone.set([]);
  }

  /** Takes the last step to be undone off. */
  toUndo(): Step | undefined {
    const step = this.done().at(-1);
    if (step) this.done.update((steps) => steps.slice(0, -1));
    return step;
  }

  toRedo(): Step | undefined {
    const step = this.undone().at(-1);
    if (step) this.undone.update((steps) => steps.slice(0, -1));
    return step;
  }

  undid = (step: Step): void => this.undone.update((steps) => [...steps, step]);
  redid = (step: Step): void => this.done.update((steps) => [...steps, { ...step, merge: undefined }]);
}
