import type * as z from 'zod';
import type { Declarations, State } from '../style-map';
import type { Part } from '../page';
import type { Picture, Site } from '../site';
import type { Inside } from '../text/words';

/** What a kind's markup may look up while it is written. */
export interface MarkupContext {
  readonly site: Site;
  picture(id: string): Picture | undefined;
  pictureUrl(file: string): string;
  /** What an element made for a part is called on the page, from the part's id. */
  nameInPage(id: string): string;
  /** Whether this part's picture is the one seen first, which is loaded at once. */
  isFirstPicture(id: string | undefined): boolean;
  /** Whether visitors load this page. Leaves and previews show it in a frame instead. */
  readonly forVisitors: boolean;
  /** The address a link leads to; undefined where there is nothing at its end. */
  addressOf(link: string): string | undefined;
  /** The page that is written, by its id. */
  readonly page?: string;
  /** The page goes without its title where a frame would show it. */
  readonly hidesTitle?: boolean;
  /** Attributes of the main part of the page, as they are written. */
  readonly main?: string;
  /** The title of a page by its id; undefined where it is not known. */
  titleOf(page: string): string | undefined;
  /** The name of a class of the site, by its id. */
  className(id: string): string | undefined;
}

/** Attributes and inner HTML of a part; `children` stands for what the part holds. */
export interface Markup {
  readonly attributes?: Readonly<Record<string, string | undefined>>;
  readonly inner?: string;
  /** HTML that stands before what the part holds: the `summary` of a `details`. */
  readonly before?: string;
  /** A class beside the part's own. */
  readonly className?: string;
  /** Attributes of an element around what the part holds, where HTML needs one. */
  readonly holder?: Readonly<Record<string, string>>;
  /** `source` elements that stand before the element, with it in a `picture`. */
  readonly sources?: string;
}

export type FieldEditor =
  | 'line'
  | 'lines'
  | 'words'
  | 'blocks'
  | 'link'
  | 'picture'
  | 'switch'
  | 'code'
  | 'choice'
  | 'breakpoint'
  | 'frame'
  | 'language'
  | 'page'
  | 'menu';

/** One field of a kind's content, as the ledger offers it. */
export interface ContentField {
  readonly key: string;
  readonly label: string;
  readonly editor: FieldEditor;
  /** Typed straight on the page when the part is opened for writing. */
  readonly onPage?: boolean;
  /** What may be chosen, where the editor is a choice. */
  readonly choices?: readonly string[];
  /** The labels of choices on screen; by default, their values. */
  readonly choiceWords?: Readonly<Record<string, string>>;
  /** A breakpoint may say something else here. */
  readonly varies?: boolean;
  /** It says how the part works, and nothing that is read: a content editor leaves it as it is. */
  readonly works?: true;
  /** It is offered where the part has this tag alone. */
  readonly onlyFor?: string;
}

/** One of the things a part says, with the `media` condition under which it is not shown. */
export interface ShownVariant {
  readonly content: Record<string, unknown>;
  /** A class that hides it where it is not shown. */
  readonly className: string;
  /** The condition under which it is shown, for a `media` attribute. */
  readonly media: string;
}

/** Style a box lends to what it holds: to its first, third … child, and to the others. */
export interface Lent {
  readonly odd: Declarations;
  readonly even: Declarations;
}

/** What a part loads from elsewhere or runs, for the policy its page is served under. */
export interface Loads {
  /** The source of a frame. */
  readonly frame?: string | undefined;
  /** The source of a film. */
  readonly media?: string | undefined;
  /** It runs code of the site's own making. */
  readonly ownCode?: true;
}

/** Everything that makes a kind of part: adding one is adding a file. */
export interface Kind {
  readonly kind: string;
  readonly word: string;
  readonly purpose: string;
  /** Synonyms for the search in the parts drawer, separated by spaces. */
  readonly synonyms?: string;
  /** Its sign: an SVG path drawn in lines on 14 by 14. */
  readonly glyph: string;
  /** Visitors press, type or open something in it: it cannot stand in a link. */
  readonly interactive?: true;
  /** Its place in the parts drawer. */
  readonly order: number;
  /** What its text is read as: a title, running text, or the label of what is pressed. */
  readonly text?: 'title' | 'prose' | 'label';
  /** What it shows. */
  readonly shows?: 'picture' | 'film';
  /** What one may say, in examples; pages made at random for tests are filled with them. */
  readonly examples: readonly Record<string, unknown>[];
  readonly tags: readonly string[];
  /** The groups of kinds it may hold; empty for widgets. */
  readonly holds: readonly KindGroup[];
  readonly group: KindGroup;
  /** It says the titles of pages. */
  readonly namesPages?: true;
  /** It stands for something the site shares, and is put on a page by choosing that. */
  readonly refers?: true;
  readonly content: z.ZodType<Record<string, unknown>>;
  readonly fields: readonly ContentField[];
  /** A class that carries the kind's defaults where its tag alone does not tell it from others. */
  readonly mark?: string;
  /** The tags the mark is for; all of them where this is left out. */
  readonly markedTags?: readonly string[];
  /** Classes that carry the kind's defaults by tag, instead, where other kinds have these tags with another nature. */
  readonly marks?: Readonly<Record<string, string>>;
  /** Rules for the elements inside its markup, which are no parts; in the layer of the kinds. */
  readonly inside?: string;
  /** Rules a page needs for what its parts of this kind say, at some breakpoints alone; in the layer of the kinds. */
  rulesFor?(site: Site, contents: readonly Record<string, unknown>[]): string;
  /** States of its own, beside those every part has. */
  readonly states?: readonly State[];
  /**
   * The tag of a part that says this, base and breakpoints, where what it says decides; whoever changes the one
   * changes the other.
   */
  tagFor?(contents: readonly Record<string, unknown>[]): string;
  /** What stands inside its element and is no part, from one of the things it says. */
  uses?(content: Record<string, unknown>): Inside;
  /** Style the kind has by nature, the weakest origin of the cascade. */
  defaults(tag: string): Declarations;
  /**
   * Style lent to what a part of this kind holds, by breakpoint; weaker than element styles, classes and own values.
   */
  lends?(content: Record<string, unknown>): Readonly<Record<string, Lent>>;
  /**
   * The fields of its content that change when breakpoints go, each to its heir, where content itself speaks of
   * breakpoints.
   */
  leaving?(
    content: Record<string, unknown>,
    gone: readonly { readonly id: string; readonly heir: string | undefined }[],
  ): Record<string, unknown>;
  markup(content: Record<string, unknown>, context: MarkupContext, id?: string, tag?: string): Markup;
  /** What it says varies by `source` elements, so that nothing of it has to be hidden. */
  readonly variesBySource?: true;
  /** Whether it is offered by `source` elements besides, in whichever form a browser reads. */
  hasSources?(content: Record<string, unknown>, site: Site): boolean;
  /**
   * The markup of a part that says different things at different breakpoints; without it, each stands in a span of
   * its own. The base's comes first.
   */
  varied?(variants: readonly ShownVariant[], context: MarkupContext, id?: string, tag?: string): Markup;
  /** What it loads from elsewhere, or runs; nothing where it is left out. */
  loads?(content: Record<string, unknown>): Loads;
  /** Content and style a newly added part begins with. */
  fresh(site: Site): Pick<Part, 'content' | 'style' | 'tag'>;
}

export type KindGroup = 'page' | 'section' | 'box' | 'column' | 'widget' | 'fill';
