import * as z from 'zod';
import { Breakpoint } from '../breakpoint';
import { ClassName } from '../class-name';
import { Identifier } from '../identifier';
import { OldAddress } from '../links/old-address';
import { PageFrame } from '../frames/page-frame';
import { Menu } from '../menus/menu';
import { KeptSection } from '../sections/kept-section';
import { Download } from '../library/download';
import { Face } from '../library/face';
import { ElementName, Look, Picture, SiteClass } from '../site';
import { states } from '../style-map';
import { TokenName } from '../token';
import { AcrossEdit } from './across-edit';
import { Edit, Insert, Move, PropertyName, Remove, SetField } from './edit';

const onSite = { on: z.literal('site') };
const styled = [Identifier, z.enum(states), PropertyName] as const;

/** What only owners of a site set. */
export const ownersFields = ['name', 'language', 'unlisted', 'keeps', 'timeZone'] as const;

/** The field of a site a `set` addresses, as a path into its document. */
export const SiteField = z.union([
  z.tuple([z.enum(['fonts', 'dark', 'icon', 'budget', 'arranged', ...ownersFields, 'host'])]),
  z.tuple([z.literal('tokens'), TokenName]),
  z.tuple([z.literal('tokens'), TokenName, z.enum(['name', 'kind', 'gone'])]),
  z.tuple([z.literal('tokens'), TokenName, z.literal('values'), Identifier]),
  z.tuple([z.literal('elements'), ElementName, ...styled]),
  z.tuple([z.literal('classes'), ClassName, z.literal('name')]),
  z.tuple([z.literal('classes'), ClassName, z.literal('style'), ...styled]),
  z.tuple([z.literal('breakpoints'), Identifier, z.enum(['name', 'side', 'limit', 'preview'])]),
  z.tuple([z.literal('pictures'), Identifier, z.enum(['name', 'alt', 'tags', 'caption', 'credit'])]),
  // of another file that takes its place
  z.tuple([z.literal('pictures'), Identifier, z.enum(['width', 'height', 'type', 'files', 'avif', 'plain'])]),
  z.tuple([z.literal('downloads'), Identifier, z.literal('name')]),
  z.tuple([z.literal('sections'), Identifier, z.enum(['name', 'purpose'])]),
  z.tuple([z.literal('looks'), Identifier, z.literal('name')]),
  z.tuple([z.literal('frames'), Identifier, z.enum(['name', 'before', 'after'])]),
  z.tuple([z.literal('menus'), Identifier, z.literal('name')]),
  z.tuple([z.literal('menus'), Identifier, z.literal('entries'), Identifier]),
  z.tuple([z.literal('redirects'), OldAddress]),
]);
export type SiteField = z.infer<typeof SiteField>;

const place = { index: z.int().min(0) };
const SiteInsert = z.discriminatedUnion('into', [
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('classes'), ...place, item: SiteClass }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('breakpoints'), ...place, item: Breakpoint }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('sections'), ...place, item: KeptSection }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('looks'), ...place, item: Look }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('faces'), ...place, item: Face }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('frames'), ...place, item: PageFrame }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('menus'), ...place, item: Menu }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('pictures'), id: Identifier, item: Picture }),
  z.strictObject({ do: z.literal('insert'), ...onSite, into: z.literal('downloads'), id: Identifier, item: Download }),
]);
export type SiteInsert = z.infer<typeof SiteInsert>;
/** Enters something under an id of its own. */
export type RecordInsert = Extract<SiteInsert, { id: string }>;

/** What a site holds in order. */
export const siteLists = ['classes', 'breakpoints', 'sections', 'looks', 'faces', 'frames', 'menus'] as const;
export type SiteList = (typeof siteLists)[number];
/** What a site holds by id. */
export const siteRecords = ['pictures', 'downloads'] as const;
export type SiteRecord = (typeof siteRecords)[number];

const SiteRemove = z.strictObject({
  do: z.literal('remove'),
  ...onSite,
  from: z.enum([...siteLists, ...siteRecords]),
  id: z.union([Identifier, ClassName]),
  /** The breakpoint that takes over what is set at one that goes. */
  heir: Identifier.optional(),
});
export type SiteRemove = z.infer<typeof SiteRemove>;

const SiteMove = z.strictObject({
  do: z.literal('move'),
  ...onSite,
  within: z.enum(siteLists),
  id: z.union([Identifier, ClassName]),
  ...place,
});
export type SiteMove = z.infer<typeof SiteMove>;

const SiteSet = z.strictObject({ do: z.literal('set'), ...onSite, field: SiteField, value: z.json().optional() });
export type SiteSet = z.infer<typeof SiteSet>;

const inSection = { ...onSite, section: Identifier };
const SectionEdit = z.discriminatedUnion('do', [
  Insert.extend(inSection),
  Remove.extend(inSection),
  Move.extend(inSection),
  SetField.extend(inSection),
]);
/** One of the four primitives, on the parts of a section the site keeps. */
export type SectionEdit = (Insert | Move | Remove | SetField) & { readonly on: 'site'; readonly section: string };

/** One of the four primitives, on the site document. */
export const SiteEdit = z.discriminatedUnion('do', [SiteInsert, SiteRemove, SiteMove, SiteSet]);
export type SiteEdit = SiteInsert | SiteRemove | SiteMove | SiteSet | SectionEdit;
export const isInSection = (edit: SiteEdit): edit is SectionEdit => 'section' in edit;

/** A primitive: an edit of a page, or of its site. */
export type Primitive = Edit | SiteEdit;
/** What a batch may hold: primitives, and what goes from one document to the other. */
export type AnyEdit = Primitive | AcrossEdit;
export const isOnSite = (edit: AnyEdit): edit is SiteEdit => 'on' in edit && edit.on === 'site';
/** Whether an edit changes the host name of a site, which only the server does: what is live moves with it. */
export const isOfHost = (edit: AnyEdit): boolean =>
  isOnSite(edit) && !('section' in edit) && edit.do === 'set' && edit.field[0] === 'host';
/** Whether only owners may make an edit. */
export const isForOwners = (edit: AnyEdit): boolean =>
  isOnSite(edit) && !('section' in edit) && edit.do === 'set' && ownersFields.some((one) => one === edit.field[0]);
export const isOnPage = (edit: AnyEdit): edit is Edit => !('on' in edit);

/** The schema an edit is read by: which document it speaks of decides, so that what is wrong in it is named. */
function schemaFor(data: unknown): z.ZodType<AnyEdit> {
  const on = typeof data === 'object' && data !== null && 'on' in data ? data.on : undefined;
  if (on === undefined) return Edit;
  if (on === 'both') return AcrossEdit;
  return typeof data === 'object' && data !== null && 'section' in data ? SectionEdit : SiteEdit;
}

/** An edit of either document, or of both. */
const AnyEdit = z.unknown().transform((data, context): AnyEdit => {
  const read = schemaFor(data).safeParse(data);
  if (read.success) return read.data;
  for (const { path, message } of read.error.issues) context.addIssue({ code: 'custom', path: [...path], message });
  return z.NEVER;
});

/** So many edits are one batch at most. */
export const mostEdits = 2000;
/** What one batch may hold. */
export const AnyEdits = z.array(AnyEdit).min(1).max(mostEdits);
/** What a batch came to, as the log says it: more edits than it held, fewer, or none. */
export const LoggedEdits = z.array(AnyEdit);
