import { Problem } from '../problem';
import { applyBatch, type Documents } from './batch';
import type { AnyEdit } from './site-edit';

/**
 * Of edits, those that still fit the documents, one after the other; all of them where they fit as a whole. `problem`
 * says why the first of the others does not.
 */
export function whatFits(
  documents: Documents,
  edits: readonly AnyEdit[],
): { readonly fits: readonly AnyEdit[]; readonly problem?: string } {
  try {
    applyBatch(documents, edits);
    return { fits: edits };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
  }
  let current = documents;
  let problem: string | undefined;
  const fits = edits.filter((edit) => {
    try {
      current = applyBatch(current, [edit]);
      return true;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      problem ??= error.message;
      return false;
    }
  });
  return { fits, ...(problem !== undefined && { problem }) };
}
