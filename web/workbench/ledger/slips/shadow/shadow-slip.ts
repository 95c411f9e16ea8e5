import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Slider } from 'primeng/slider';
import { firstShadow, shadowsOf, shadowText, type Shadow } from '@core/style/shadows';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { shownValue, typedValue } from '@core/style/typed-value';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../../../services/page-session';
import { valueOf } from '../../../../theme/from-event';
import { Commands } from '../../../commands/commands';
import { Holding } from '../../../state/holding';
import { Selection } from '../../../state/selection';
import { SlipFocus } from '../slip-focus';
import { LightPad } from './light-pad';

/** Shadows by eye, the topmost first: the light that throws each, how soft, large and dark it is. */
@Component({
  selector: 'fold-shadow-slip',
  imports: [FormsModule, LightPad, Slider],
  hostDirectives: [{ directive: SlipFocus, inputs: ['property', 'breakpoint'] }],
  templateUrl: './shadow-slip.html',
  styleUrls: ['../drawing.css', './shadow-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShadowSlip {
  readonly property = input.required<string>();
  readonly breakpoint = input.required<string>();
  readonly breakpointName = input.required<string>();

  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly holding = inject(Holding);
  /** What stands here now: two quick moves must not both begin at what the ledger said before the first. */
  private readonly cell = computed(() => {
    const now = this.holding.cellNow(this.breakpoint(), this.property());
    return { value: now?.value ?? '', own: now?.own ?? false };
  });
  protected readonly refused = signal<{ readonly at: number; readonly says: string } | undefined>(undefined);
  protected readonly ofBox = computed(() => this.property() === 'box-shadow');

  /** What holds here in px; undefined where it can only be typed. */
  protected readonly shadows = computed<readonly Shadow[] | undefined>(() => {
    const [site, { value }] = [this.session.site(), this.cell()];
    return shadowsOf(value) ?? (site ? shadowsOf(plainValue(site, value, this.breakpoint())) : undefined);
  });
  protected readonly rows = computed(() =>
    (this.shadows() ?? []).map((shadow, at, all) => ({
      shadow,
      at,
      isLast: at === all.length - 1,
      name: `shadow ${at + 1} at ${this.breakpointName()}`,
      colour: this.inWords(shadow.colour),
    })),
  );
  protected readonly colours = computed(() => {
    const site = this.session.site();
    return site ? tokensFor(site, 'color').map(({ name }) => `var(--${name})`) : [];
  });

  private inWords(colour: string): string {
    const site = this.session.site();
    return site ? shownValue(site, this.breakpoint(), colour) : colour;
  }

  protected add(): void {
    this.store([firstShadow, ...(this.shadows() ?? [])]);
  }

  protected remove(at: number): void {
    this.store((this.shadows() ?? []).filter((_shadow, index) => index !== at));
  }

  /** Lays a shadow one further down. */
  protected lower(at: number): void {
    const all = this.shadows() ?? [];
    const [one, next] = [all[at], all[at + 1]];
    if (one && next) this.store(all.with(at, next).with(at + 1, one));
  }

  protected change(at: number, change: Partial<Shadow>): void {
    const all = this.shadows() ?? [];
    const one = all[at];
    if (one) this.store(all.with(at, { ...one, ...change }));
  }

  protected nudge(at: number, by: { readonly x: number; readonly y: number }): void {
    const one = this.shadows()?.[at];
    if (one) this.change(at, { x: one.x + by.x, y: one.y + by.y });
  }

  protected setColour(at: number, event: Event): void {
    const site = this.session.site();
    if (!site) return;
    const colour = typedValue(site, this.breakpoint(), valueOf(event).trim());
    const checked = colour === '' ? undefined : checkValue(site, 'color', colour);
    this.refused.set(checked && !checked.ok ? { at, says: checked.problem } : undefined);
    if (!checked || checked.ok) this.change(at, { colour });
  }

  private store(shadows: readonly Shadow[]): void {
    this.selection.breakpoint.set(this.breakpoint());
    const value = shadowText(shadows);
    if (value !== this.cell().value || !this.cell().own)
      this.commands.setHeld(this.breakpoint(), { [this.property()]: value });
  }
}
