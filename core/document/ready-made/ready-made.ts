import type { Purpose } from '../sections/purpose';
import type { Tree } from '../sections/planting';

/** A section to copy from. */
export interface ReadyMade {
  readonly id: string;
  readonly name: string;
  readonly purpose: Purpose;
  /** More words it is found by. */
  readonly words: string;
  readonly tree: Tree;
}
