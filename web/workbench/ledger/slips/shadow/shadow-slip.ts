import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { firstShadow, shadowsOf, shadowText, type Shadow } from '@core/style/drawn/shadows';
import { plainValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { ColourField } from '../colour/colour-field';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';
import { LightPad } from './light-pad';

/** Shadows by eye, the topmost first: the light that throws each, how soft, large and dark it is. */
@Component({
  selector: 'fold-shadow-slip',
  imports: [ColourField, LightPad, SlipSlider],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './shadow-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './shadow-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShadowSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
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
    })),
  );

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

  private store(shadows: readonly Shadow[]): void {
    this.slip.write(shadowText(shadows));
  }
}
