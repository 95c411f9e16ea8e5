import type * as z from 'zod';
import type { Declarations } from '../style-map';
import type { Part } from '../page';
import type { Picture, Site } from '../site';

/** What a kind's markup may look up while it is written. */
export interface MarkupContext {
  readonly site: Site;
  picture(id: string): Picture | undefined;
  pictureUrl(file: string): string;
}

/** Attributes and inner HTML of a part; `children` stands for what the part holds. */
export interface Markup {
  readonly attributes?: Readonly<Record<string, string | undefined>>;
  readonly inner?: string;
}

export type FieldEditor = 'line' | 'lines' | 'link' | 'picture';

/** One field of a kind's content, as the ledger offers it. */
export interface ContentField {
  readonly key: string;
  readonly label: string;
  readonly editor: FieldEditor;
  /** Typed straight on the page when the part is opened for writing. */
  readonly onPage?: boolean;
}

/** Style a box lends to what it holds: to its first, third … child, and to the others. */
export interface Lent {
  readonly odd: Declarations;
  readonly even: Declarations;
}

/** Everything that makes a kind of part: adding one is adding a file. */
export interface Kind {
  readonly kind: string;
  readonly word: string;
  readonly purpose: string;
  readonly tags: readonly string[];
  /** The groups of kinds it may hold; empty for widgets. */
  readonly holds: readonly KindGroup[];
  readonly group: KindGroup;
  readonly content: z.ZodType<Record<string, unknown>>;
  readonly fields: readonly ContentField[];
  /** A class that carries the kind's defaults where its tag alone does not tell it from others. */
  readonly mark?: string;
  /** Style the kind has by nature, the weakest origin of the cascade. */
  defaults(tag: string): Declarations;
  /** Style lent to what a part of this kind holds, by breakpoint; weaker than element styles, classes and own values. */
  lends?(content: Record<string, unknown>): Readonly<Record<string, Lent>>;
  markup(content: Record<string, unknown>, context: MarkupContext): Markup;
  /** Content and style a newly added part begins with. */
  fresh(site: Site): Pick<Part, 'content' | 'style' | 'tag'>;
}

export type KindGroup = 'page' | 'section' | 'box' | 'column' | 'widget';
