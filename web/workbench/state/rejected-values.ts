import { Injectable, signal } from '@angular/core';

/** A typed value that was not accepted, and why. */
export interface Rejected {
  readonly typed: string;
  readonly problem: string;
}

/**
 * Keeps typed values that were not accepted until they are corrected or dropped: each belongs to the parts or holder,
 * property, breakpoint and state it was typed for.
 */
@Injectable()
export class RejectedValues {
  private readonly all = signal<ReadonlyMap<string, Rejected>>(new Map());

  /** Returns the value that was rejected for a target. */
  of(target: string): Rejected | undefined {
    return this.all().get(target);
  }

  /** Keeps a rejected value for a target; without one, none is left. */
  set(target: string, rejected?: Rejected): void {
    if (rejected === undefined && !this.all().has(target)) return;
    const others = [...this.all()].filter(([one]) => one !== target);
    this.all.set(new Map(rejected ? [...others, [target, rejected]] : others));
  }
}
