import * as z from 'zod';
import { Identifier } from '../identifier';
import { AttributeName, Part, type Parts } from '../page';
import { states } from '../style-map';

export const PropertyName = z
  .string()
  .max(60)
  .regex(/^-{0,2}[a-z][a-z0-9-]*$/, 'A property’s name is lower-case letters, digits and hyphens.');
const FieldName = z
  .string()
  .max(81)
  // of a part within an own part, its id and a point stand before it
  .regex(/^([a-z][a-z0-9-]{0,39}\.)?[a-z][A-Za-z0-9-]{0,39}$/, 'A field’s name is letters, digits and hyphens.')
  .refine((name) => !/(^|\.)(constructor|prototype)$/.test(name), 'This word is reserved.');

/** The field a `set` addresses, as a path into the part; `path` is the page's, addressed by its root. */
export const Field = z.union([
  z.tuple([z.enum(['name', 'tag', 'classes', 'off', 'backdrop', 'differs', 'slot'])]),
  z.tuple([z.literal('path')]),
  z.tuple([z.literal('style'), Identifier, z.enum(states), PropertyName]),
  z.tuple([z.literal('content'), Identifier, FieldName]),
  /** One block of a running text. */
  z.tuple([z.literal('content'), Identifier, FieldName, Identifier]),
  z.tuple([z.literal('attributes'), AttributeName]),
]);
export type Field = z.infer<typeof Field>;

export const Insert = z.strictObject({
  do: z.literal('insert'),
  parent: Identifier,
  index: z.int().min(0),
  root: Identifier,
  parts: z.record(Identifier, Part),
});
export const Remove = z.strictObject({ do: z.literal('remove'), part: Identifier });
export const Move = z.strictObject({
  do: z.literal('move'),
  part: Identifier,
  parent: Identifier,
  index: z.int().min(0),
});
export const SetField = z.strictObject({
  do: z.literal('set'),
  part: Identifier,
  field: Field,
  value: z.json().optional(),
});

/** One of the four primitives everything else is made of. */
export const Edit = z.discriminatedUnion('do', [Insert, Remove, Move, SetField]);
export type Insert = Omit<z.infer<typeof Insert>, 'parts'> & { readonly parts: Parts };
export type Remove = z.infer<typeof Remove>;
export type Move = z.infer<typeof Move>;
export type SetField = z.infer<typeof SetField>;
/** Whether something is data as a document holds it: whatever was read from one is. */
const isData = (value: unknown): value is NonNullable<SetField['value']> => value !== undefined;
/** What stands in a document as the value of a `set`. */
export const asValue = (data: unknown): SetField['value'] => (isData(data) ? data : undefined);
/** What stood in a document as the value of the `set` that brings it back; no value where nothing stood there. */
export const valueOf = (before: unknown): Pick<SetField, 'value'> => (isData(before) ? { value: before } : {});
export type Edit = Insert | Remove | Move | SetField;

export const Edits = z.array(Edit).min(1).max(2000);
