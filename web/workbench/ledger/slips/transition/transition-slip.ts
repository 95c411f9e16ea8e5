import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Problem, problemOf } from '@core/document/problem';
import { propertyOf } from '@core/style/properties';
import { plainValue } from '@core/style/tokens/tokens';
import {
  bendOf,
  curveText,
  firstTransition,
  namedCurves,
  transitionProperties,
  transitionsOf,
  transitionValues,
  type Transition,
  type TransitionProperty,
} from '@core/style/drawn/transitions';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../../../services/page-session';
import { valueOf } from '../../../../theme/from-event';
import { Choices } from '../choices';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';
import { CurvePad, type BendPoint } from './curve-pad';

/** What of a part changes in which time, and along which curve. */
@Component({
  selector: 'fold-transition-slip',
  imports: [Choices, CurvePad, SlipSlider],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './transition-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './transition-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TransitionSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  protected readonly curves = Object.keys(namedCurves);
  protected readonly choices = (propertyOf('transition-property')?.choices ?? []).filter((one) => one !== 'none');
  protected readonly refused = signal<{ readonly at: number; readonly says: string } | undefined>(undefined);

  /** What holds here; undefined where it can only be typed. */
  protected readonly transitions = computed<readonly Transition[] | undefined>(() => {
    const found = transitionsOf((property) => this.plain(property));
    const isNone = found?.every(({ duration, delay }) => duration === 0 && delay === 0);
    return isNone === true ? [] : found;
  });
  protected readonly rows = computed(() =>
    (this.transitions() ?? []).map((transition, at) => ({
      ...{ transition, at, isBent: bendOf(transition.curve) !== undefined },
      name: `of transition ${at + 1} at ${this.slip.breakpointName()}`,
    })),
  );

  private plain(property: TransitionProperty): string {
    const [site, value] = [this.session.site(), this.slip.said(property)];
    return site ? plainValue(site, value, this.slip.breakpoint()) : value;
  }

  protected add(): void {
    this.store([...(this.transitions() ?? []), firstTransition]);
  }

  protected remove(at: number): void {
    this.store((this.transitions() ?? []).toSpliced(at, 1));
  }

  /** Makes something else of a transition, as it is at this moment. */
  protected change(at: number, becomes: (transition: Transition) => Partial<Transition>): void {
    this.store((this.transitions() ?? []).map((one, index) => (index === at ? { ...one, ...becomes(one) } : one)));
  }

  protected setTime(at: number, which: 'duration' | 'delay', ms: number): void {
    this.change(at, () => ({ [which]: ms }));
  }

  protected setCurve(at: number, curve: string): void {
    this.change(at, () => ({ curve }));
  }

  protected setProperty(at: number, event: Event): void {
    const [site, property] = [this.session.site(), valueOf(event).trim()];
    if (!site) return;
    const says = problemOf(() => {
      const checked = checkValue(site, 'transition-property', property);
      if (!checked.ok || /,|^(none|inherit|initial)$/i.test(property))
        throw new Problem(checked.ok ? 'Name one property here.' : checked.problem);
      this.change(at, () => ({ property: checked.value }));
    });
    this.refused.set(says === undefined ? undefined : { at, says });
  }

  protected bend(at: number, which: BendPoint, to: (x: number, y: number) => readonly [x: number, y: number]): void {
    this.change(at, ({ curve }) => {
      const bend = bendOf(curve);
      if (!bend) return {};
      const [x, y] = which === 1 ? to(bend.x1, bend.y1) : to(bend.x2, bend.y2);
      return { curve: curveText(which === 1 ? { ...bend, x1: x, y1: y } : { ...bend, x2: x, y2: y }) };
    });
  }

  protected bendTo(
    at: number,
    { which, x, y }: { readonly which: BendPoint; readonly x: number; readonly y: number },
  ): void {
    this.bend(at, which, () => [x, y]);
  }

  protected bendBy(
    at: number,
    { which, x, y }: { readonly which: BendPoint; readonly x: number; readonly y: number },
  ): void {
    this.bend(at, which, (fromX, fromY) => [fromX + x, fromY + y]);
  }

  private store(transitions: readonly Transition[]): void {
    const values = transitionValues(transitions);
    const changed = transitionProperties.filter((property) => values[property] !== this.slip.said(property));
    this.slip.writeAll(Object.fromEntries(changed.map((property) => [property, values[property]])));
  }
}
