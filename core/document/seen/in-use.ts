import { kindOf, tagged } from '../kinds/registry';
import type { Content, Part } from '../page';

/** Under which key a use says something for itself of a part within its own part. */
export const keyInUse = (part: string, field: string): string => `${part}.${field}`;

/** The part and the field a key of a use speaks of; undefined for any other field. */
export function ofKey(key: string): { readonly part: string; readonly field: string } | undefined {
  const at = key.indexOf('.');
  return at === -1 ? undefined : { part: key.slice(0, at), field: key.slice(at + 1) };
}

const says = (said: Readonly<Record<string, unknown>> | undefined, key: string): boolean =>
  said !== undefined && Object.hasOwn(said, key);

/** Whether a use says a field for itself, at whichever breakpoint. */
export const saysForItself = (use: Part, part: string, field: string): boolean =>
  Object.values(use.content).some((said) => says(said, keyInUse(part, field)));

/** Content with one field as a use says it: where it says it at the base, nothing else of that field holds. */
function withField(content: Content, use: Content, field: string, key: string): Content {
  const everywhere = says(use.base, key);
  const out: Content = { base: {} };
  for (const at of new Set([...Object.keys(content), ...Object.keys(use)])) {
    const { [field]: generic, ...others } = content[at] ?? {};
    const value = says(use[at], key) ? use[at]![key] : everywhere ? undefined : generic;
    const said = value === undefined ? others : { ...others, [field]: value };
    if (at === 'base' || Object.keys(said).length > 0) out[at] = said;
  }
  return out;
}

/** Whether a kind can say this, base and breakpoints. */
function canSay(kind: string, content: Content): boolean {
  const schema = kindOf(kind).content;
  return Object.entries(content).every(
    ([at, said]) => schema.safeParse(at === 'base' ? said : { ...content.base, ...said }).success,
  );
}

/** What a part within an own part says in a use, be it more than its kind can say. */
export function contentInUse({ differs = [], content }: Part, id: string, use: Part): Content {
  let out = content;
  for (const field of differs)
    if (saysForItself(use, id, field)) out = withField(out, use.content, field, keyInUse(id, field));
  return out;
}

/** A part within an own part as a use shows it; itself where the use says nothing else, or what it cannot say. */
export function inUse(part: Part, id: string, use: Part): Part {
  const content = contentInUse(part, id, use);
  return content === part.content || !canSay(part.kind, content) ? part : tagged({ ...part, content });
}
