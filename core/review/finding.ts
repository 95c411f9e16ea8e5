import type { Edit } from '../document/edits/edit';
import type { SiteEdit } from '../document/edits/site-edit';
import type { Widths } from '../document/breakpoint';

/** An error breaks the page for somebody; a warning is likely to; a note is worth a look. */
export const severities = ['error', 'warning', 'note'] as const;
export type Severity = (typeof severities)[number];

/** Edits that end a finding for certain. */
export interface Cure {
  /** What they do, as a command. */
  readonly says: string;
  readonly edits: readonly Edit[];
  /** Those of the site, where the page alone cannot be mended. */
  readonly onSite?: readonly SiteEdit[];
  /** What is there now and what will be, in a few letters each. */
  readonly before: string;
  readonly after: string;
}

/** What a check says of a part: where, and why, in a sentence for whoever builds the page. */
export interface Finding {
  readonly check: string;
  readonly severity: Severity;
  readonly part: string;
  /** The part it meets, where two are concerned. */
  readonly other?: string;
  /** The breakpoints it holds at; all when left out. */
  readonly breakpoints?: readonly string[];
  /** The widths of the screen it holds at, in px, where those were measured. */
  readonly widths?: readonly Widths[];
  readonly reason: string;
  readonly cure?: Cure;
  /** Another page on which it is put right, where no edit of this one can. */
  readonly elsewhere?: { readonly says: string; readonly page: string };
  /** How bad it is beside others of its kind: the worst speaks for all breakpoints. */
  readonly degree?: number;
}
