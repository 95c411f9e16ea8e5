import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Problem, problemOf } from '@core/document/problem';
import { firstShadow, shadowsOf, shadowText, type Shadow } from '@core/style/shadows';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { shownValue, typedValue } from '@core/style/typed-value';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../../../services/page-session';
import { valueOf } from '../../../../theme/from-event';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';
import { LightPad } from './light-pad';

/** Shadows by eye, the topmost first: the light that throws each, how soft, large and dark it is. */
@Component({
  selector: 'fold-shadow-slip',
  imports: [LightPad, SlipSlider],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './shadow-slip.html',
  styleUrls: ['../drawing.css', './shadow-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShadowSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  protected readonly refused = signal<{ readonly at: number; readonly says: string } | undefined>(undefined);
  protected readonly ofBox = computed(() => this.slip.property() === 'box-shadow');

  /** What holds here in px; undefined where it can only be typed. */
  protected readonly shadows = computed<readonly Shadow[] | undefined>(() => {
    const [site, { value }] = [this.session.site(), this.slip.cell()];
    return shadowsOf(value) ?? (site ? shadowsOf(plainValue(site, value, this.slip.breakpoint())) : undefined);
  });
  protected readonly rows = computed(() =>
    (this.shadows() ?? []).map((shadow, at, all) => ({
      shadow,
      at,
      isLast: at === all.length - 1,
      name: `shadow ${at + 1} at ${this.slip.breakpointName()}`,
      colour: this.inWords(shadow.colour),
    })),
  );
  protected readonly colours = computed(() => {
    const site = this.session.site();
    return site ? tokensFor(site, 'color').map(({ name }) => `var(--${name})`) : [];
  });

  private inWords(colour: string): string {
    const site = this.session.site();
    return site ? shownValue(site, this.slip.breakpoint(), colour) : colour;
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

  /** Takes a colour that was typed, or says why there can be none such in a shadow. */
  protected setColour(at: number, event: Event): void {
    const [site, all] = [this.session.site(), this.shadows() ?? []];
    const one = all[at];
    if (!site || !one) return;
    const says = problemOf(() => {
      const colour = typedValue(site, this.slip.breakpoint(), valueOf(event).trim());
      const shadows = all.with(at, { ...one, colour });
      for (const [property, value] of [
        ['color', colour === '' ? 'currentcolor' : colour],
        [this.slip.property(), shadowText(shadows)],
      ] as const) {
        const checked = checkValue(site, property, value);
        if (!checked.ok) throw new Problem(checked.problem);
      }
      this.store(shadows);
    });
    this.refused.set(says === undefined ? undefined : { at, says });
  }

  private store(shadows: readonly Shadow[]): void {
    this.slip.write(shadowText(shadows));
  }
}
