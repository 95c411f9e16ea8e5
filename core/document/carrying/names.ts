import { plainValue, withIds } from '../../style/tokens/tokens';
import { checkValue } from '../../style/value';
import { baseOf } from '../breakpoint';
import { isClassId } from '../class-name';
import { editorOf, fieldOfKey } from '../kinds/registry';
import { pageOfLink } from '../kinds/link';
import type { Part } from '../page';
import type { Site } from '../site';
import { withValues, type StyleMap } from '../style-map';
import { isText, withLinks, withPhrases } from '../text/words';

type Names = ReadonlyMap<string, string>;

/** By what another site goes for what is named here: classes, tokens, what is in the library, menus, and pages. */
export interface NamesThere {
  readonly classes: Names;
  readonly tokens: Names;
  readonly pictures: Names;
  readonly downloads: Names;
  readonly menus: Names;
  /** Links in the place of those that name a page. */
  readonly pages: Names;
}

/** Both sites, and what is called how at the other. */
export interface Ways {
  readonly from: Site;
  readonly to: Site;
  readonly names: NamesThere;
}

/** A value or link with what it names of the library by its names at the other site. */
const inLibrary = (names: Pick<NamesThere, 'pictures' | 'downloads'>, text: string): string =>
  text.replace(/\b(picture|download):([a-z][a-z0-9-]{0,39})/g, (whole, what: string, id: string) => {
    const there = what === 'picture' ? names.pictures.get(id) : names.downloads.get(id);
    return there === undefined ? whole : `${what}:${there}`;
  });

/** A link as it leads at the other site; to a page there is none of, by the path it had. */
export function linkThere({ names }: Ways, link: string): string {
  const named = pageOfLink(link);
  if (!named) return inLibrary(names, link);
  const there = names.pages.get(named.page);
  if (there === undefined) return link;
  return named.place === undefined ? there : `${there}#${named.place}`;
}

/** A value as the other site can mean it; undefined where it cannot. */
export function valueThere({ from, to, names }: Ways, property: string, value: string, at: string): string | undefined {
  const named = inLibrary(
    names,
    withIds(value, (id) => names.tokens.get(id) ?? id),
  );
  const checked = checkValue(to, property, named);
  if (checked.ok) return checked.value;
  const plain = checkValue(to, property, inLibrary(names, plainValue(from, value, at)));
  return plain.ok ? plain.value : undefined;
}

/** A style as the other site can mean it. */
export function styleThere(ways: Ways, style: StyleMap): StyleMap {
  const out: StyleMap = {};
  for (const [at, byState] of Object.entries(style))
    for (const [state, values] of Object.entries(byState)) {
      const kept = Object.entries(values).flatMap(([property, value]) => {
        const there = valueThere(ways, property, value, at);
        return there === undefined ? [] : [[property, there] as const];
      });
      if (kept.length > 0) out[at] = { ...out[at], [state]: Object.fromEntries(kept) };
    }
  return out;
}

/** A class as the other site calls it; words of no class stand for themselves. */
const classThere = ({ from, names }: Ways, id: string): string | undefined =>
  names.classes.get(id) ?? (from.classes.some((one) => one.id === id) || isClassId(id) ? undefined : id);

/** What a field says, by the other site's names. */
function fieldThere(ways: Ways, key: string, editor: string | undefined, value: unknown): unknown {
  const { from, names } = ways;
  if (typeof value === 'string') {
    if (editor === 'picture') return names.pictures.get(value);
    if (editor === 'menu') return names.menus.get(value) ?? '';
    if (editor === 'link') return linkThere(ways, value);
    return value;
  }
  if (key !== 'text' || !isText(value)) return value;
  return withPhrases(value, ({ class: held, color, link, ...rest }) => {
    const name = held === undefined ? undefined : classThere(ways, held);
    const ink = color === undefined ? undefined : valueThere(ways, 'color', color, baseOf(from.breakpoints).id);
    return {
      ...rest,
      ...(link && { link: { ...link, to: linkThere(ways, link.to) } }),
      ...(name !== undefined && { class: name }),
      ...(ink !== undefined && { color: ink }),
    };
  });
}

/** A part as the other site can hold it. */
export function partThere(ways: Ways, part: Part): Part {
  const content = Object.fromEntries(
    Object.entries(part.content).map(([at, said]) => [
      at,
      Object.fromEntries(
        Object.entries(said).flatMap(([key, value]) => {
          const there = fieldThere(ways, key, editorOf(part.kind, key), value);
          return there === undefined ? [] : [[key, there] as const];
        }),
      ),
    ]),
  );
  return {
    ...part,
    classes: part.classes.flatMap((id) => classThere(ways, id) ?? []),
    style: styleThere(ways, part.style),
    content: { ...content, base: content['base'] ?? {} },
  };
}

const noDownloads: Names = new Map();

/** A style that names pictures as another site does. */
export const styleWithPictures = (style: StyleMap, pictures: Names): StyleMap =>
  withValues(style, (value) => inLibrary({ pictures, downloads: noDownloads }, value));

/** A part that names pictures as another site does, and is what it was besides. */
export function withPictures(part: Part, pictures: Names): Part {
  const names = { pictures, downloads: noDownloads };
  const said = (key: string, value: unknown): unknown => {
    if (fieldOfKey(key) === 'text' && isText(value)) return withLinks(value, (to) => inLibrary(names, to));
    if (typeof value !== 'string') return value;
    const editor = editorOf(part.kind, key);
    return editor === 'picture' ? (pictures.get(value) ?? value) : editor === 'link' ? inLibrary(names, value) : value;
  };
  const { base, ...others } = part.content;
  const fields = (all: Record<string, unknown>): Record<string, unknown> =>
    Object.fromEntries(Object.entries(all).map(([key, value]) => [key, said(key, value)]));
  return {
    ...part,
    style: styleWithPictures(part.style, pictures),
    content: {
      ...Object.fromEntries(Object.entries(others).map(([at, all]) => [at, fields(all)])),
      base: fields(base),
    },
  };
}
