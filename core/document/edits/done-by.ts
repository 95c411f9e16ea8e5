import { inWords } from '../kinds/in-words';
import type { Page, Part, Parts } from '../page';
import type { Site } from '../site';
import type { Edit } from './edit';
import { isInSection, isOnPage, isOnSite, type AnyEdit, type SiteEdit } from './site-edit';

/** What is known of the documents by now: parts that have gone are told of by no name. */
interface Known {
  readonly site: Site;
  readonly page: Page | undefined;
}

/** So many names, and so many lines, are told; the rest are counted. */
const [mostNames, mostLines] = [4, 12];

const listed = (names: readonly string[]): string =>
  names.length <= mostNames
    ? names.join(', ')
    : `${names.slice(0, mostNames).join(', ')} and ${names.length - mostNames} more`;

const part = (parts: Parts, id: string): string =>
  Object.hasOwn(parts, id) ? inWords(parts[id]!) : 'a part that has gone';

const rootOf = ({ root, parts }: Extract<Edit, { do: 'insert' }>): Part | undefined => parts[root];

const fieldWords: Readonly<Record<string, string>> = { differs: 'what differs in each use', slot: 'the slot' };

/** What an edit of parts does, and to what. */
function ofParts(parts: Parts, edit: Edit): readonly [does: string, to: string] {
  switch (edit.do) {
    case 'insert': {
      const root = rootOf(edit);
      return ['added', root ? inWords(root) : 'a part'];
    }
    case 'remove':
      return ['removed', part(parts, edit.part)];
    case 'move':
      return ['moved', part(parts, edit.part)];
    case 'set': {
      const [of, , , property] = edit.field;
      const name = part(parts, edit.part);
      if (of === 'style') return [`styled ${name}:`, property];
      if (of === 'content') return ['wrote', name];
      if (of === 'attributes') return [`set attributes of ${name}:`, edit.field[1]];
      return [`changed ${fieldWords[of] ?? of} of`, name];
    }
  }
}

const lists: Readonly<Record<string, string>> = {
  ...{ classes: 'class', breakpoints: 'breakpoint', sections: 'section', looks: 'look', faces: 'typeface' },
  ...{
    pictures: 'picture',
    downloads: 'file',
    tokens: 'token',
    elements: 'style of every',
    redirects: 'redirect from',
    frames: 'page frame',
    menus: 'menu',
  },
};

const settings: Readonly<Record<string, string>> = {
  ...{ dark: 'the look for dark pages', unlisted: 'whether search engines list the site', host: 'the host name' },
  ...{ keeps: 'how many releases are kept', timeZone: 'the time zone' },
};

/** Something a site keeps, by its name as far as it has one. */
function named(site: Site, list: string, id: string): string {
  const kept: unknown = Reflect.get(site, list);
  const found: unknown = Array.isArray(kept)
    ? kept.find((one: { id?: string; family?: string }) => one.id === id)
    : typeof kept === 'object' && kept !== null && Object.hasOwn(kept, id)
      ? Reflect.get(kept, id)
      : undefined;
  const name: unknown = typeof found === 'object' && found !== null ? Reflect.get(found, 'name') : undefined;
  return typeof name === 'string' ? name : id;
}

function ofSite(site: Site, edit: SiteEdit): readonly [does: string, to: string] {
  if (isInSection(edit)) {
    const section = site.sections?.find((one) => one.id === edit.section);
    return section ? ofParts(section.parts, edit) : ['changed', 'a section that has gone'];
  }
  switch (edit.do) {
    case 'insert':
      return [`added the ${lists[edit.into]}`, 'id' in edit ? edit.item.name : nameOfItem(edit.item)];
    case 'remove':
      return [`removed the ${lists[edit.from]}`, named(site, edit.from, edit.id)];
    case 'move':
      return [`moved the ${lists[edit.within]}`, named(site, edit.within, edit.id)];
    case 'set': {
      const [of, id] = edit.field;
      if (id === undefined) return ['changed', settings[of] ?? `the site’s ${of}`];
      return [`changed the ${lists[of] ?? of}`, of === 'elements' ? id : named(site, of, id)];
    }
  }
}

const nameOfItem = (item: object): string => {
  const name: unknown = Reflect.get(item, 'name') ?? Reflect.get(item, 'family');
  return typeof name === 'string' ? name : '';
};

function toldOf({ site, page }: Known, edit: AnyEdit): readonly [does: string, to: string] {
  if (isOnSite(edit)) return ofSite(site, edit);
  if (isOnPage(edit)) return ofParts(page?.parts ?? {}, edit);
  return edit.do === 'share' ? ['shared the section', edit.section.name] : ['took out of what is shared', 'a section'];
}

/** What edits did, a line for each kind of thing, in the words of whoever builds a site. */
export function doneBy(edits: readonly AnyEdit[], known: Known): string[] {
  const done = new Map<string, Set<string>>();
  for (const edit of edits) {
    const [does, to] = toldOf(known, edit);
    done.set(does, (done.get(does) ?? new Set()).add(to));
  }
  const lines = [...done].map(([does, to]) => `${does} ${listed([...to])}`);
  return lines.length <= mostLines
    ? lines
    : [...lines.slice(0, mostLines), `and ${lines.length - mostLines} more changes`];
}
