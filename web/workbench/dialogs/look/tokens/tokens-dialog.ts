import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import { TabsModule } from 'primeng/tabs';
import { outwards } from '@core/document/breakpoint';
import {
  checkedTokenName,
  deleteToken,
  newToken,
  renameToken,
  setTokenKind,
  setTokenValue,
} from '@core/document/commands/look/tokens';
import { deleteType, renameType } from '@core/document/commands/look/types';
import { checkSetToken } from '@core/document/edits/check/check-token';
import { applyToSite } from '@core/document/edits/apply-site';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { inWords } from '@core/document/kinds/in-words';
import { titleOf } from '@core/document/page';
import { problemOf } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { tokenKinds, type TokenKind } from '@core/document/token';
import { mixed, remixed, written } from '@core/style/colour/notation';
import { naming, tokensOfStyle } from '@core/style/reach';
import { kindOfValue, plainValue, tokensIn, tokensOf, tokenValue, type NamedToken } from '@core/style/tokens/tokens';
import { typesOf, type Type } from '@core/style/tokens/types';
import { shownValue, typedValue } from '@core/style/typed-value';
import { PageSession } from '../../../../services/page-session';
import { DialogFocus } from '../../../../theme/dialog-focus';
import { valueOf } from '../../../../theme/from-event';
import { IconButton } from '../../../../theme/icon-button';
import { Commands } from '../../../commands/commands';
import { Requests } from '../../../state/requests';
import { Selection } from '../../../state/selection';
import { SiteReach } from '../../../state/site-reach';
import { Contrasts } from './contrasts';
import { Scales } from './scales';
import { TokenFileTab } from './token-file';
import { usedWords } from '../used-words';
import { WhereUsed } from '../where-used';

interface Cell {
  readonly breakpoint: string;
  readonly label: string;
  /** What is said here, by names; empty where it is inherited. */
  readonly own: string;
  /** What holds here, by names. */
  readonly shown: string;
  /** The same without tokens, to be drawn. */
  readonly plain: string;
}

interface Row {
  readonly id: string;
  readonly name: string;
  readonly kind: TokenKind;
  /** What a list of its kind is called. */
  readonly heading: string;
  /** The type it is part of. */
  readonly type: Type | undefined;
  readonly cells: readonly Cell[];
  readonly used: string;
  readonly isUsed: boolean;
}

/** Kinds in the order they are listed, each with what a list of them is called. */
const headings: Readonly<Record<TokenKind, string>> = {
  colour: 'Colours',
  typeface: 'Typefaces',
  size: 'Sizes',
  space: 'Spaces',
  radius: 'Radii',
  border: 'Borders',
  shadow: 'Shadows',
  duration: 'Durations',
  curve: 'Curves',
  number: 'Numbers',
};

/**
 * The tokens of the site: made, named, set at each breakpoint, deleted with what they become; and which colours can
 * be read on which.
 */
@Component({
  selector: 'fold-tokens-dialog',
  imports: [
    Button,
    Contrasts,
    FormsModule,
    IconButton,
    InputText,
    Scales,
    Select,
    TableModule,
    TabsModule,
    TokenFileTab,
    WhereUsed,
  ],
  hostDirectives: [DialogFocus],
  templateUrl: './tokens-dialog.html',
  styleUrls: ['../link.css', './tokens-dialog.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TokensDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly requests = inject(Requests);
  private readonly commands = inject(Commands);
  private readonly reach = inject(SiteReach);
  /** None where this is a screen of its own. */
  private readonly dialog = inject(DynamicDialogRef, { optional: true });

  /** What the page that is open is called where it is not in sight. */
  protected readonly pageCalled = computed(() => {
    const page = this.session.page();
    return this.dialog || !page ? undefined : titleOf(page);
  });
  protected readonly valueOf = valueOf;
  protected readonly kinds = tokenKinds.map((kind) => ({ kind }));
  protected readonly name = signal('');
  protected readonly value = signal('');
  /** What was typed and refused, and why. */
  protected readonly refused = signal<
    { readonly at: string; readonly typed: string; readonly says: string } | undefined
  >(undefined);
  protected readonly opened = signal<{ readonly id: string; readonly as: 'used' | 'deleting' } | undefined>(undefined);
  protected readonly becomes = signal('');
  /** A value typed for what the token becomes, in the place of what is chosen. */
  protected readonly becomesTyped = signal('');

  protected readonly breakpoints = computed(() => outwards(this.session.site()?.breakpoints ?? []));
  /** The site's tokens, those of a kind beside each other. */
  protected readonly rows = computed(() => {
    const site = this.session.site();
    if (!site) return [];
    const types = typesOf(site);
    const inType = new Map(types.flatMap((type) => Object.values(type.members).map(({ id }) => [id, type] as const)));
    const all = tokensOf(site).map((one) => this.rowOf(site, one, inType.get(one.id)));
    const alone = all.filter((row) => !row.type);
    return [
      ...types.flatMap((type) => all.filter((row) => row.type === type)),
      ...tokenKinds.flatMap((kind) => alone.filter((row) => row.kind === kind)),
    ];
  });
  protected readonly query = signal('');
  /** Those whose name, kind or value has what is searched for. */
  protected readonly found = computed(() => {
    const query = this.query().trim().toLowerCase();
    return this.rows().filter(({ name, kind, cells }) =>
      [name, kind, ...cells.map((one) => one.shown)].some((text) => text.toLowerCase().includes(query)),
    );
  });
  protected readonly byId = (_index: number, row: Row): string => row.id;
  protected readonly hasColours = computed(() => this.rows().some((one) => one.kind === 'colour'));
  /** Why what is typed can be no token; empty where it can, undefined while it is not whole. */
  protected readonly problem = computed(() => {
    const [site, name, value] = [this.session.site(), this.name(), this.value()];
    if (!site || name === '') return undefined;
    const wrong = problemOf(() => checkedTokenName(site, name));
    if (wrong !== undefined || value === '') return wrong;
    return problemOf(() => checkSetToken(site, name, typedValue(site, this.breakpoints()[0]!.id, value))) ?? '';
  });
  protected readonly shown = computed(() => {
    const [opened, site, page] = [this.opened(), this.session.site(), this.session.page()];
    const row = this.rows().find((one) => one.id === opened?.id);
    if (!opened || !row || !site || !page) return undefined;
    const parts = naming(page, row.id).map((id) => ({ id, name: inWords(page.parts[id]!) })); // they were found on it
    return { ...opened, row, parts: parts.slice(0, 40), inSite: this.inSite(site, row.id), pages: this.pages(row.id) };
  });
  /** What a token that is deleted may become. */
  protected readonly choices = computed(() => {
    const [site, row] = [this.session.site(), this.shown()?.row];
    if (!site || !row) return [];
    const others = tokensOf(site).filter((one) => one.kind === row.kind && one.id !== row.id);
    return [
      { says: `what it says now (${row.cells[0]?.shown ?? ''})`, value: '' },
      ...others.map((one) => ({ says: `the token ${one.name}`, value: `var(--${one.id})` })),
    ];
  });

  private readonly first = viewChild<ElementRef<HTMLElement>>('first');

  constructor() {
    this.reach.look();
    afterNextRender({ write: () => this.first()?.nativeElement.focus() }); // before the library's selects ask for it
  }

  private rowOf(site: Site, token: NamedToken, type: Type | undefined): Row {
    const { id, name, kind, values } = token;
    const page = this.session.page();
    const here = page ? naming(page, id).length : 0;
    const inSite = this.inSite(site, id).length;
    const elsewhere = this.pages(id);
    return {
      ...{ id, name, kind, type, heading: type ? `Type ${type.name}` : headings[kind] },
      cells: this.breakpoints().map((one) => {
        const said = tokenValue(site, id, one.id) ?? '';
        return {
          breakpoint: one.id,
          label: `${name} at ${one.name}`,
          own: shownValue(site, one.id, values[one.id] ?? ''),
          shown: shownValue(site, one.id, said),
          plain: plainValue(site, said, one.id),
        };
      }),
      used: usedWords(here, elsewhere, inSite),
      isUsed: here + inSite > 0 || elsewhere === undefined || elsewhere.length > 0,
    };
  }

  private readonly pages = (id: string) => this.reach.elsewhere({ holds: 'token', id });

  /** The classes, elements and tokens of the site that name a token, in words. */
  private inSite(site: Site, id: string): string[] {
    return [
      ...site.classes.flatMap((one) => (tokensOfStyle(one.style).includes(id) ? [`class ${one.name}`] : [])),
      ...Object.entries(site.elements).flatMap(([tag, style]) =>
        tokensOfStyle(style).includes(id) ? [`every ${tag}`] : [],
      ),
      ...tokensOf(site).flatMap((one) =>
        Object.values(one.values).flatMap(tokensIn).includes(id) ? [`token ${one.name}`] : [],
      ),
    ];
  }

  protected create(): void {
    if (this.problem() !== '') return;
    const done = this.attempt((site) => {
      const base = this.breakpoints()[0]!.id; // a site has one
      const value = typedValue(site, base, this.value());
      return newToken(site, this.name(), kindOfValue(plainValue(site, value, base)), { [base]: value }).edits;
    });
    if (!done) return;
    this.name.set('');
    this.value.set('');
  }

  protected renameType(type: Type, event: Event): void {
    const name = valueOf(event).trim();
    if (name !== type.name) this.set(`type ${type.name}`, name, (site) => renameType(site, type, name));
  }

  protected deleteType(type: Type): void {
    this.attempt((site) => deleteType(site, type));
  }

  /** Sets something of a token, or says beside the field why it cannot be. */
  private set(at: string, typed: string, edits: (site: Site) => readonly SiteEdit[]): void {
    const site = this.session.site();
    if (!site) return;
    const says = problemOf(() => {
      edits(site).reduce((now, edit) => applyToSite(now, edit).site, site);
    });
    this.refused.set(says === undefined ? undefined : { at, typed, says });
    if (says === undefined) this.attempt(edits);
  }

  protected rename({ id, name }: Row, event: Event): void {
    const next = valueOf(event).trim();
    if (next !== name) this.set(`${id} name`, next, (site) => renameToken(site, id, next));
    else this.refused.set(undefined);
  }

  protected setValue({ id }: Row, { breakpoint, own }: Cell, event: Event): void {
    const typed = valueOf(event).trim();
    if (typed === own) return this.refused.set(undefined);
    this.set(`${id} ${breakpoint}`, typed, (site) =>
      setTokenValue(site, id, breakpoint, typed === '' ? undefined : typedValue(site, breakpoint, typed)),
    );
  }

  protected hexOf({ plain }: Cell): string {
    const colour = mixed(plain);
    return colour ? written({ ...colour, alpha: 1 }, 'hex') : '#000000';
  }

  /** Picks a colour; how much shows through it stays. */
  protected pick({ id }: Row, { breakpoint, plain }: Cell, event: Event): void {
    const [picked, before] = [mixed(valueOf(event)), mixed(plain)];
    if (!picked) return;
    const { lightness, chroma, hue } = picked;
    const value = written(before ? remixed(before, { lightness, chroma, hue }) : picked, 'hex');
    this.set(`${id} ${breakpoint}`, value, (site) => setTokenValue(site, id, breakpoint, value));
  }

  protected setKind({ id }: Row, kind: TokenKind): void {
    this.attempt((site) => setTokenKind(site, id, kind));
  }

  protected toggle(id: string, as: 'used' | 'deleting'): void {
    const opened = this.opened();
    this.becomes.set('');
    this.becomesTyped.set('');
    this.opened.set(opened?.id === id && opened.as === as ? undefined : { id, as });
  }

  protected delete({ id }: Row): void {
    // a site has one
    const [chosen, typed, base] = [this.becomes(), this.becomesTyped().trim(), this.breakpoints()[0]!.id];
    const done = this.attempt((site) => {
      const becomes = typed === '' ? chosen : typedValue(site, base, typed);
      return deleteToken(site, id, becomes === '' ? undefined : becomes);
    });
    if (done) this.opened.set(undefined);
  }

  /** Selects a part that names a token. */
  protected goTo(part: string): void {
    this.selection.select(part);
    this.requests.reveals.next(part);
    this.dialog?.close();
  }

  private attempt(edits: (site: Site) => readonly SiteEdit[]): boolean {
    return this.commands.attempt((site) => edits(site));
  }
}
