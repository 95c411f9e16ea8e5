import { Problem } from '../problem';
import { commonStates, type State } from '../style-map';
import { allKinds } from './all';
import type { Part } from '../page';
import { nothingInside, type Inside } from '../text/words';
import type { FieldEditor, Kind } from './kind';

/** Every kind of part, in the order the parts drawer shows them. */
export const kinds: readonly Kind[] = [...allKinds].sort((a, b) => a.order - b.order);

/** Finds kinds by their word, purpose and synonyms: those whose word begins so come first. */
export function kindsFound(typed: string): readonly Kind[] {
  const words = typed.trim().toLowerCase();
  const found = kinds.filter((kind) =>
    `${kind.word} ${kind.purpose} ${kind.synonyms ?? ''}`.toLowerCase().includes(words),
  );
  const rank = ({ word }: Kind): number => (word.toLowerCase().startsWith(words) ? 0 : 1);
  return found.sort((one, other) => rank(one) - rank(other));
}

const byName = new Map(kinds.map((kind) => [kind.kind, kind]));

/** The kind of this name. @throws Problem when there is none. */
export function kindOf(name: string): Kind {
  const kind = byName.get(name);
  if (!kind) throw new Problem(`There is no kind of part called "${name}".`, { field: 'kind' });
  return kind;
}

/** Fields that are called the same are of the same sort, whichever kind has them. */
const editors = new Map(kinds.flatMap((kind) => kind.fields.map(({ key, editor }) => [key, editor] as const)));

/** The field a key of content speaks of: in a use of an own part, it stands behind the part within. */
export const fieldOfKey = (key: string): string => key.slice(key.indexOf('.') + 1);

/** What a field of a kind is edited by; of a use of an own part, the field of the part within. */
export const editorOf = (kind: string, key: string): FieldEditor | undefined =>
  kindOf(kind).refers ? editors.get(fieldOfKey(key)) : kindOf(kind).fields.find((one) => one.key === key)?.editor;

/** The states a part of a kind can be in. */
export const statesOf = (kind: string): readonly State[] => [...commonStates, ...(kindOf(kind).states ?? [])];

/** Whether a part of kind `outer` may hold one of kind `inner`. */
export const mayHold = (outer: string, inner: string): boolean => kindOf(outer).holds.includes(kindOf(inner).group);

const groupWords: Readonly<Record<Kind['group'], string>> = {
  page: 'pages',
  section: 'sections',
  box: 'boxes',
  column: 'columns',
  widget: 'widgets',
  fill: 'what stands in slots',
};

/** What a kind of part may hold, in words: `boxes and widgets`; empty for what holds nothing. */
export const whatFits = (kind: string): string =>
  kindOf(kind)
    .holds.map((group) => groupWords[group])
    .join(' and ');

/** What stands inside a part's element and is no part, at whichever breakpoint. */
export function insideOf({ kind, content }: Pick<Part, 'kind' | 'content'>): Inside {
  const { uses } = kindOf(kind);
  if (!uses) return nothingInside;
  const all = Object.values(content).map((said) => uses(said));
  if (all.length === 1) return all[0]!;
  return {
    tags: [...new Set(all.flatMap(({ tags }) => tags))],
    classes: [...new Set(all.flatMap(({ classes }) => classes))],
    values: [...new Set(all.flatMap(({ values }) => values))],
  };
}

/** A part with the tag that what it says asks for; itself where it has that. */
export function tagged(part: Part): Part {
  const tag = kindOf(part.kind).tagFor?.(Object.values(part.content));
  return tag === undefined || tag === part.tag ? part : { ...part, tag };
}

/** Whether a kind's parts of a tag carry its mark. */
export const isMarked = ({ marks, markedTags }: Kind, tag: string): boolean =>
  marks ? Object.hasOwn(marks, tag) : (markedTags?.includes(tag) ?? true);

/** The class that carries a kind's defaults on parts of a tag; undefined where the tag alone tells it from others. */
export const markOf = (kind: Kind, tag: string): string | undefined =>
  isMarked(kind, tag) ? (kind.marks?.[tag] ?? kind.mark) : undefined;

/** What a part is called: its own name, or its kind's word. */
export const nameOf = (part: { readonly kind: string; readonly name?: string | undefined }): string =>
  part.name || kindOf(part.kind).word;
