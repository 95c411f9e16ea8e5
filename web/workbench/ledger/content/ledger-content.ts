import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Checkbox } from 'primeng/checkbox';
import { Select } from 'primeng/select';
import { frameOf } from '@core/document/frames/shown-frame';
import { kindOf } from '@core/document/kinds/registry';
import { canBeSlot } from '@core/document/commands/sharing/own-parts';
import { classesNamed } from '@core/document/commands/look/classes';
import { Problem } from '@core/document/problem';
import { baseOf, type Breakpoint } from '@core/document/breakpoint';
import { contentAt, contentFrom } from '@core/document/content';
import { inPlain } from '@core/document/text/words';
import { checkContents } from '@core/document/edits/check/check-part';
import type { ContentField, FieldEditor } from '@core/document/kinds/kind';
import { Attributes, PagePath, type Part } from '@core/document/page';
import { ClassName, classNamesOf, type Site } from '@core/document/site';
import { canvasAddresses } from '../../../services/addresses';
import { tagEdits, tagsFor } from '@core/document/commands/becoming/box-tag';
import { isWritten } from '@core/document/edits/check/texts-and-pictures';
import { PageSession } from '../../../services/page-session';
import { Dialogs } from '../../state/dialogs';
import { LedgerState } from '../../state/ledger-state';
import { Selection } from '../../state/selection';
import { SpreadState } from '../../state/spread-state';
import { Commands } from '../../commands/commands';
import { LinkCommands } from '../../commands/link-commands';
import { Requests } from '../../state/requests';
import { SitePages } from '../../state/site-pages';
import { leafGap } from '../../state/spread-state';
import { languages } from '../../../services/languages';
import { valueOf } from '../../../theme/from-event';
import { AttributesTable } from './attributes-table';
import { Differs } from './differs';
import { FoundAs } from './found-as';

interface Shown {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly address: string;
}
/** A field, with what it says and what it may be chosen from. */
type Said = ContentField & {
  readonly value: string;
  readonly picture: Shown | undefined;
  /** The choices. */
  readonly list: { readonly id: string; readonly word: string }[];
};

function pictureOf(site: Site, id: unknown): Shown | undefined {
  const picture = typeof id === 'string' && Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined;
  return (
    picture && {
      name: picture.name,
      width: picture.width,
      height: picture.height,
      address: canvasAddresses(site.id).pictures + picture.files[0]!.file,
    }
  );
}

/** What a field says as text. */
const asText = (value: unknown): string => (typeof value === 'object' ? inPlain(value) : String(value ?? ''));

/**
 * One field at one breakpoint: what it says there, where that stands, and what it would say without a wording of its
 * own.
 */
function columnOf(
  site: Site,
  part: Part,
  breakpoint: Breakpoint,
  key: string,
): {
  at: string;
  value: string;
  above: string;
  own: boolean;
  from: string;
  picture: Shown | undefined;
  /** It says more than plain words: it is written on the page alone. */
  structured: boolean;
} {
  const at = breakpoint.side === 'base' ? 'base' : breakpoint.id;
  const value = contentAt(site, part, breakpoint.id)[key];
  const source = contentFrom(site, part, breakpoint.id, key);
  const { [at]: own, ...others } = part.content;
  const above =
    at === 'base' ? '' : contentAt(site, { content: { ...others, base: part.content.base } }, breakpoint.id)[key];
  const from = source === 'base' ? baseOf(site.breakpoints) : site.breakpoints.find((one) => one.id === source);
  return {
    at,
    value: asText(value),
    above: asText(above),
    structured: typeof value === 'object' && value !== null,
    own: at !== 'base' && own !== undefined && Object.hasOwn(own, key),
    from: from && from.id !== breakpoint.id ? `← ${from.name}` : '',
    picture: pictureOf(site, value),
  };
}

/**
 * What a part says and is: what it says stands in a column under each leaf; its tag, name, classes and id are the
 * page's.
 */
@Component({
  selector: 'fold-ledger-content',
  providers: [LinkCommands],
  imports: [AttributesTable, Differs, FoundAs, Checkbox, FormsModule, Select],
  templateUrl: './ledger-content.html',
  styleUrl: './ledger-content.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerContent {
  private readonly session = inject(PageSession);
  protected readonly mayBuild = this.session.mayBuild;
  private readonly selection = inject(Selection);
  protected readonly spread = inject(SpreadState);
  private readonly commands = inject(Commands);
  protected readonly dialogs = inject(Dialogs);
  private readonly requests = inject(Requests);
  private readonly ledgerState = inject(LedgerState);
  private readonly linking = inject(LinkCommands);
  private readonly sitePages = inject(SitePages);
  protected readonly problem = signal<{ readonly key: string; readonly sentence: string } | undefined>(undefined);

  protected readonly gap = leafGap;

  /** From which breakpoint down something may fold. */
  protected readonly menusOfSite = computed(() => [
    { word: 'none', id: '' },
    ...(this.session.site()?.menus ?? []).map(({ id, name }) => ({ word: name, id })),
  ]);
  /** The name of the frame the page stands in. */
  protected readonly frameName = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? frameOf(site, page)?.name : undefined;
  });
  /** The languages a page may be in; the site's own where it says none. */
  protected readonly languages = computed(() => {
    const site = this.session.site()?.language ?? '';
    const own = asText(this.session.page()?.parts[this.session.page()!.root]?.content.base['language']);
    const known = languages.map(({ tag, word }) => ({ id: tag, word: `${word} · ${tag}` }));
    const other = own !== '' && !languages.some((one) => one.tag === own) ? [{ id: own, word: own }] : [];
    return [{ id: '', word: `The site’s own · ${site}` }, ...other, ...known];
  });
  /** The pages this one may say the same as. */
  protected readonly otherPages = computed(() => {
    const own = this.session.page()?.id;
    const others = Object.entries(this.session.titles()).filter(([id]) => id !== own);
    return [{ id: '', word: 'no page' }, ...others.map(([id, word]) => ({ id, word }))];
  });
  protected readonly foldsAt = computed(() => [
    { id: '', word: 'never' },
    ...this.spread
      .breakpoints()
      .flatMap(({ id, name, side }) => (side === 'down' ? [{ id, word: `${name} down` }] : [])),
  ]);

  /** How high a field is, in lines. */
  protected readonly linesOf: Partial<Record<FieldEditor, number>> = { code: 6, lines: 2, words: 2, blocks: 2 };

  protected placeholderOf(field: Said): string {
    if (field.key === 'alt' && field.picture) return 'From the library';
    return field.editor === 'link' ? '/fares, #contact, https://…' : '';
  }

  protected readonly shown = computed(() => {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site) return undefined;
    const { id, part, page } = chosen;
    const kind = kindOf(part.kind);
    const all = this.mayBuild() ? kind.fields : kind.fields.filter(isWritten);
    const field = (one: ContentField): Said => ({
      ...one,
      value:
        one.editor === 'link'
          ? this.sitePages.inWords(asText(part.content.base[one.key]))
          : asText(part.content.base[one.key]),
      list: (one.choices ?? []).map((id) => ({ id, word: one.choiceWords?.[id] ?? id })),
      picture: pictureOf(site, part.content.base[one.editor === 'picture' ? one.key : 'picture']),
    });
    return {
      id,
      kind,
      part,
      tags: kind.tagFor ? [] : [...tagsFor(page, id)],
      fields: all.filter((one) => !one.varies && (one.onlyFor === undefined || one.onlyFor === part.tag)).map(field),
      rows: all
        .filter((one) => one.varies)
        .map((one) => ({
          ...one,
          columns: this.spread.leaves().map((leaf) => ({ ...leaf, ...columnOf(site, part, leaf.breakpoint, one.key) })),
        })),
      /** Of the page itself. */
      path: id === page.root ? page.path : undefined,
      /** Of a box within an own part: the slot it is, if any. */
      slot: canBeSlot(site, page, id) ? (part.slot ?? '') : undefined,
      classes: classNamesOf(site, part.classes).join(' '),
      known: site.classes.map((one) => one.name),
    };
  });

  /** Writes a field everywhere, or at one breakpoint; what equals the wording above is no wording of its own. */
  protected setField(event: Event, key: string, at = 'base', above?: string): void {
    const { editor } = this.shown()?.kind.fields.find((one) => one.key === key) ?? {};
    this.say(editor === 'link' ? this.sitePages.fromWords(valueOf(event)) : valueOf(event), key, at, above);
  }

  protected say(value: string, key: string, at = 'base', above?: string): void {
    const shown = this.shown();
    const stored = shown?.part.content[at]?.[key];
    if (!shown || value === (typeof stored === 'object' ? undefined : String(stored ?? (at === 'base' ? '' : above))))
      return this.problem.set(undefined);
    if (typeof stored === 'object')
      return this.problem.set({
        key: `${key}@${at}`,
        sentence: 'This text has more than plain words by now: write it on the page.',
      });
    if (at !== 'base' && value === above) return this.takeBack(key, at);
    const site = this.session.site();
    try {
      if (site)
        checkContents(
          site,
          shown.part.kind,
          { ...shown.part.content, [at]: { ...shown.part.content[at], [key]: value } },
          shown.id,
        );
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return this.problem.set({ key: `${key}@${at}`, sentence: error.message });
    }
    this.problem.set(undefined);
    this.commands.setContent(shown.id, key, value, at);
  }

  /** Says what was chosen, or nothing. */
  protected choose(value: string, key: string): void {
    const id = this.shown()?.id;
    if (id !== undefined) this.commands.setContent(id, key, value === '' ? undefined : value);
  }

  /** Opens the text for writing on the leaf of a breakpoint. */
  protected write(breakpoint: string): void {
    const id = this.shown()?.id;
    if (id !== undefined) this.requests.writings.next({ part: id, breakpoint });
  }

  protected chooseLink(): void {
    void this.linking.open();
  }

  /** What a button says that chooses a picture, as it is read out. */
  protected inPictureWords = (shown: Shown | undefined): string =>
    shown ? `${shown.name} ${shown.width} × ${shown.height}` : 'Choose a picture …';

  /** Leads to where it is drawn what of the picture is seen at a breakpoint. */
  protected crop(breakpoint: string): void {
    this.ledgerState.group.set('box');
    this.ledgerState.drawn.set({ property: 'object-position', breakpoint });
  }

  protected takeBack(key: string, at: string): void {
    const shown = this.shown();
    this.problem.set(undefined);
    if (shown) this.commands.setContent(shown.id, key, undefined, at);
  }

  protected setTag(tag: string): void {
    const shown = this.shown();
    if (shown) this.commands.attempt((_site, page) => tagEdits(page, shown.id, tag));
  }

  protected setName(event: Event): void {
    const value = valueOf(event).trim();
    const shown = this.shown();
    if (shown && value !== (shown.part.name ?? ''))
      this.commands.attempt(() => [{ do: 'set', part: shown.id, field: ['name'], ...(value !== '' && { value }) }]);
  }

  protected setPath(event: Event): void {
    const typed = PagePath.safeParse(valueOf(event).trim());
    const shown = this.shown();
    if (!typed.success)
      return this.problem.set({ key: 'path', sentence: typed.error.issues[0]?.message ?? 'This is no path.' });
    this.problem.set(undefined);
    if (shown && typed.data !== shown.path)
      this.commands.attempt(() => [{ do: 'set', part: shown.id, field: ['path'], value: typed.data }]);
  }

  protected setSlot(event: Event): void {
    const value = valueOf(event).trim();
    const shown = this.shown();
    if (shown && value !== (shown.part.slot ?? ''))
      this.commands.attempt(() => [{ do: 'set', part: shown.id, field: ['slot'], ...(value !== '' && { value }) }]);
  }

  protected setClasses(event: Event): void {
    const names = valueOf(event)
      .split(/[\s,.]+/)
      .filter((name) => name !== '');
    const wrong = names.find((name) => !ClassName.safeParse(name).success);
    const shown = this.shown();
    if (wrong !== undefined)
      return this.problem.set({
        key: 'classes',
        sentence: `“${wrong}” isn’t a valid class name: a letter, then letters, digits or hyphens.`,
      });
    this.problem.set(undefined);
    if (!shown || names.join() === classNamesOf(this.session.site() ?? { classes: [] }, shown.part.classes).join())
      return;
    const known = new Set(this.session.site()?.classes.map((one) => one.name));
    const made = names.filter((name) => !known.has(name) && !shown.part.classes.includes(name));
    const done = this.commands.attempt((site, page) => classesNamed(site, page, shown.id, names));
    if (done && made.length > 0)
      this.session.notices.next(
        `Created the ${made.length === 1 ? 'class' : 'classes'} “${made.join('”, “')}”, which ${made.length === 1 ? 'has' : 'have'} no values yet.`,
      );
  }

  protected setId(event: Event): void {
    const value = valueOf(event).trim();
    const shown = this.shown();
    if (!shown) return;
    if (value !== '' && !(/^[A-Za-z][\w-]*$/.test(value) && Attributes.safeParse({ id: value }).success))
      return this.problem.set({
        key: 'id',
        sentence: 'An id is a letter followed by letters, digits, hyphens or underscores.',
      });
    this.problem.set(undefined);
    if (value !== (shown.part.attributes['id'] ?? ''))
      this.commands.attempt(() => [
        { do: 'set', part: shown.id, field: ['attributes', 'id'], ...(value !== '' && { value }) },
      ]);
  }

  protected setSwitch(on: boolean, key: string): void {
    const shown = this.shown();
    if (shown) this.commands.setContent(shown.id, key, on ? true : undefined);
  }

  protected async pick(at: string, key = 'picture'): Promise<void> {
    const id = this.shown()?.id;
    const picture = await this.dialogs.open('pictures');
    if (id !== undefined && typeof picture === 'string') this.commands.setContent(id, key, picture, at);
  }
}
