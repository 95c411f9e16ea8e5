import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { State } from '@core/document/style-map';
import type { SiteHolder } from '@core/style/holder';
import type { LedgerCell as Cell } from '@core/style/ledger';
import { lengthUnits } from '@core/geometry/units';
import { comesWith } from '@core/style/partners';
import { propertyOf } from '@core/style/properties';
import { severalValues } from '@core/style/several';
import type { Site } from '@core/document/site';
import { fonts } from '@core/style/faces/fonts';
import { unknownFamilies } from '@core/style/layers';
import { fluidAt } from '@core/style/fluid';
import { Problem } from '@core/document/problem';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { shownValue, typedValue } from '@core/style/typed-value';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { Commands } from '../commands/commands';
import { drawingWords, drawnAs, isColour, LedgerState } from '../state/ledger-state';
import { Holding } from '../state/holding';
import { Leaves } from '../state/leaves';
import { RejectedValues } from '../state/rejected-values';
import { stepped } from './step-number';
import { FocusBefore } from '../../theme/focus-before';
import { valueOf } from '../../theme/from-event';

const isSwatch = (target: EventTarget | null): boolean =>
  target instanceof Element && target.classList.contains('swatch');

/**
 * One value of the ledger: text until it is focused, then a field. A bad value stays in it, marked, and is not
 * stored.
 */
@Component({
  selector: 'fold-ledger-cell',
  templateUrl: './ledger-cell.html',
  styleUrl: './ledger-cell.css',
  host: {
    '[class.own]': 'cell().own',
    '[class.idle]': 'cell().noEffect !== undefined',
    '[class.bad]': 'problem() !== undefined',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerCell {
  readonly property = input.required<string>();
  readonly breakpoint = input.required<string>();
  readonly breakpointName = input.required<string>();
  readonly cell = input.required<Cell>();
  /** The state whose value it is, where it is not the one that is chosen. */
  readonly state = input<State>();
  /** What the value is called within a row of several. */
  readonly part = input('');
  readonly narrow = input(false);
  /** So narrow that only the value itself has room. */
  readonly tiny = input(false);
  /** The longhands of the whole row, so that several values typed into one cell fill them. */
  readonly row = input<readonly string[]>([]);
  readonly menu = output<Event>();
  readonly pickPicture = output<void>();
  readonly pickFace = output<void>();
  /** The value is to be drawn. */
  readonly draw = output<void>();
  /** The class or element the value comes from is to be shown. */
  readonly follow = output<SiteHolder>();

  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  private readonly ledgerState = inject(LedgerState);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly injector = inject(Injector);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  private returning = false;
  private readonly focusBefore = inject(FocusBefore);
  protected readonly editing = signal(false);
  private readonly holding = inject(Holding);
  private readonly rejectedValues = inject(RejectedValues);
  /** Names the part, property, breakpoint and state that a typed value is set on. */
  private readonly target = computed(() => {
    const on = this.holding.ofSite() ?? [this.selection.id(), ...this.selection.all()];
    return JSON.stringify([on, this.property(), this.breakpoint(), this.state() ?? this.selection.state()]);
  });
  private readonly kept = computed(() => this.rejectedValues.of(this.target()));
  protected readonly problem = computed(() => this.kept()?.problem);
  /** What was typed and not accepted; shown until it is put right or dropped. */
  protected readonly rejected = computed(() => this.kept()?.typed);

  protected readonly label = computed(
    () => `${this.property()} at ${this.breakpointName()}${this.state() === undefined ? '' : `, ${this.state()}`}`,
  );
  protected readonly hint = computed(() =>
    [this.label(), this.cell().sentence, this.cell().noEffect ?? ''].filter((line) => line !== '').join('\n'),
  );
  protected readonly isColour = computed(() => isColour(this.property()));
  /** The way its value is drawn; of a row that says several, none is. */
  protected readonly drawing = computed(() => {
    const way = this.part() === '' ? drawnAs(this.property()) : undefined;
    return way && drawingWords[way];
  });
  /** The value as it is read and typed: tokens by their names, a fluid size by its ends. */
  protected readonly shown = computed(() => {
    const [site, { value }] = [this.session.site(), this.cell()];
    return site ? shownValue(site, this.breakpoint(), value) : value;
  });
  protected readonly swatch = computed(() => {
    const [site, { value }] = [this.session.site(), this.cell()];
    return site ? plainValue(site, value, this.breakpoint()) : value;
  });
  /** What the tokens in it, or a fluid size, come to here, where that is more than a swatch. */
  protected readonly said = computed(() => {
    const plain = this.isColour() ? this.cell().value : this.swatch();
    const width = this.session.site()?.breakpoints.find((one) => one.id === this.breakpoint())?.preview.width ?? 0;
    const fluid = fluidAt(plain, width);
    if (fluid !== undefined) return `${fluid}px`;
    return plain === this.cell().value ? '' : plain;
  });
  protected readonly choices = computed(() => {
    const site = this.session.site();
    return [
      ...(site ? tokensFor(site, this.property()).map(({ name }) => `var(--${name})`) : []),
      ...(propertyOf(this.property())?.choices ?? []),
    ];
  });
  protected readonly listId = computed(() => `choices-${this.property()}-${this.breakpoint()}-${this.state() ?? ''}`);

  protected begin(): void {
    if (this.editing() || this.returning || this.focusBefore.isReturning) return;
    this.editing.set(true);
    this.selection.breakpoint.set(this.breakpoint());
    this.ledgerState.property.set(this.property());
    const state = this.state();
    if (state !== undefined) this.selection.state.set(state); // seen on the leaves
    const enter = (): void => {
      this.field()?.nativeElement.focus();
      this.field()?.nativeElement.select();
    };
    afterNextRender({ write: enter }, { injector: this.injector });
  }

  /** Opens the drawing of a colour from its swatch. */
  protected pressed(event: Event): void {
    if (!isSwatch(event.target)) return;
    event.preventDefault(); // or the cell would get the focus and become a field
    this.draw.emit();
  }

  protected clicked(event: Event): void {
    if (!isSwatch(event.target)) this.begin();
  }

  protected keyed(event: KeyboardEvent): void {
    const field = this.field()?.nativeElement;
    if (!field) return;
    if (event.altKey && event.key === 'ArrowDown') {
      event.preventDefault();
      event.stopPropagation();
      this.menu.emit(event);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (this.commit(field.value)) this.close();
    } else if (event.key === 'Escape') {
      event.stopPropagation();
      this.accept();
      this.close();
    } else if ((event.key === 'ArrowUp' || event.key === 'ArrowDown') && !event.altKey) {
      const next = stepped(field.value, (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1));
      if (next === undefined) return;
      event.preventDefault();
      field.value = next;
      this.commit(next);
    }
  }

  protected left(event: Event): void {
    if (!this.editing()) return;
    this.commit(valueOf(event));
    this.editing.set(false);
  }

  private close(): void {
    this.editing.set(false);
    this.field()?.nativeElement.blur(); // at once, so that the next key is the workbench's
    requestAnimationFrame(() => {
      this.returning = true; // the focus comes back to the text; Enter or a key opens it again
      this.host.nativeElement.querySelector<HTMLElement>('.value')?.focus();
      this.returning = false;
    });
  }

  /** Stores what was typed; an emptied field takes the own value back. */
  private commit(typed: string): boolean {
    const site = this.session.site();
    if (!site) return false;
    if (typed.trim() === this.shown() && this.rejected() === undefined) return true;
    const text = this.stored(site, typed.trim());
    if (text === undefined) return false;
    if (text === '') {
      if (this.cell().own) this.set({ [this.property()]: undefined });
      this.accept();
      return true;
    }
    if (this.fillRow(text)) return true;
    if (this.changeUnit(text)) return true;
    const checked = checkValue(site, this.property(), text);
    const value = checked.ok ? checked.value : '';
    if (!checked.ok || !(value.includes('var(') || value.includes('url(') || CSS.supports(this.property(), value))) {
      const problem = checked.ok ? `This browser doesn’t support “${value}” for ${this.property()}.` : checked.problem;
      this.rejectedValues.set(this.target(), { typed: typed.trim(), problem });
      return false;
    }
    if (this.property() === 'font-family') this.sayUnknown(site, value);
    if (value !== this.cell().value || !this.cell().own)
      this.set({ [this.property()]: value, ...comesWith(this.property(), value) });
    this.accept();
    return true;
  }

  private set(values: Readonly<Record<string, string | undefined>>): void {
    this.commands.setHeld(this.breakpoint(), values, this.state());
  }

  /** What was typed as it is stored; undefined, with why, for a fluid size that cannot be. */
  private stored(site: Site, typed: string): string | undefined {
    try {
      return typedValue(site, this.breakpoint(), typed);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.rejectedValues.set(this.target(), { typed, problem: error.message });
      return undefined;
    }
  }

  /**
   * `64px 20px` typed into one cell of a row fills the whole row, in one step of undo; false when the text is one
   * value or does not fit.
   */
  private fillRow(text: string): boolean {
    const site = this.session.site();
    const chosen = this.selection.selected();
    const typed = severalValues(text, this.row().length);
    if (!site || !chosen || !typed) return false;
    const checked = this.row().map((property, index) => checkValue(site, property, typed[index] ?? ''));
    if (!checked.every((one) => one.ok)) return false;
    const values = this.row().map((property, index) => [property, checked[index]!.value] as const);
    this.set(Object.fromEntries(values));
    this.accept();
    return true;
  }

  /** A unit typed alone writes the present size in it: `%` makes 100 px of a 400 px parent 25 %. */
  private changeUnit(text: string): boolean {
    const chosen = this.selection.selected();
    const site = this.session.site();
    const unit = lengthUnits.find((one) => one === text.toLowerCase());
    if (!unit || !chosen || !site) return false;
    const next = this.leaves.inUnit(this.breakpoint(), chosen.id, this.property(), unit, this.cell().value);
    if (next === undefined || !checkValue(site, this.property(), next).ok) return false;
    this.set({ [this.property()]: next });
    this.accept();
    return true;
  }

  /** A face nobody has is taken, since a visitor may have it, but not without a word. */
  private sayUnknown(site: Site, value: string): void {
    const uploaded = (site.faces ?? []).map((one) => one.family);
    const unknown = unknownFamilies(value, [...site.fonts, ...uploaded, ...fonts.map((one) => one.family)]);
    if (unknown.length > 0)
      this.session.notices.next(
        `“${unknown.join('”, “')}” doesn’t come with the site. Visitors who don’t have it see the next one in the list.`,
      );
  }

  private accept(): void {
    this.rejectedValues.set(this.target());
  }

  protected drop(): void {
    this.accept();
  }
}
