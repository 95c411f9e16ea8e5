import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { mixed, notationOf, remixed, written } from '@core/style/colour/notation';
import type { Fill, FillLayer } from '@core/style/fill/fills';
import { gradientForms, withStop, withStopMoved, type Gradient } from '@core/style/fill/gradient';
import { propertyOf } from '@core/style/properties';
import { plainValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { ColourField } from '../colour/colour-field';
import { Choices } from '../choices';
import { SlipSlider } from '../slip-slider';
import { PointPad } from './point-pad';
import { StopStrip } from './stop-strip';

const places: Readonly<Record<string, number>> = { left: 0, top: 0, center: 50, right: 100, bottom: 100 };

/** A place along one side in percent; undefined where it is measured otherwise. */
function placeOf(text: string): number | undefined {
  const share = /^-?[\d.]+%$/.test(text) ? Number.parseFloat(text) : undefined;
  return places[text] ?? share ?? (Number(text) === 0 ? 0 : undefined);
}

/** The point of a picture that stays in view, in percent; undefined where its place is measured otherwise. */
function pointOf({ values }: FillLayer): { readonly x: number; readonly y: number } | undefined {
  const [x, y] = [placeOf(values['background-position-x']), placeOf(values['background-position-y'])];
  return x === undefined || y === undefined ? undefined : { x, y };
}

/** What can be set of one layer of a background, by what it is made of. */
@Component({
  selector: 'fold-layer-settings',
  imports: [Choices, ColourField, FormsModule, PointPad, Select, SlipSlider, StopStrip],
  templateUrl: './layer-settings.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './layer-settings.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayerSettings {
  readonly layer = input.required<FillLayer>();
  readonly breakpoint = input.required<string>();
  /** What it is, for screen readers: `of layer 1 at Wide`. */
  readonly of = input.required<string>();
  /** The layer as a background, without tokens and with the addresses of pictures. */
  readonly drawn = input.required<string>();
  /** It is a mask: what a background alone has is not asked for. */
  readonly masks = input(false);
  /** What becomes of the layer, whatever it is by then. */
  readonly changed = output<(layer: FillLayer) => FillLayer>();
  /** Another picture is to be chosen. */
  readonly pick = output<void>();

  private readonly session = inject(PageSession);
  protected readonly forms = gradientForms;
  protected readonly blends = (propertyOf('background-blend-mode')?.choices ?? []).map((value) => ({ value }));
  protected readonly fits = [
    { value: 'cover', word: 'cover' },
    { value: 'contain', word: 'contain' },
    { value: 'auto', word: 'own size' },
    { value: '100%', word: 'by width' },
  ];
  protected readonly repeats = [
    { value: 'no-repeat', word: 'once' },
    { value: 'repeat', word: 'tiles' },
    { value: 'repeat-x', word: 'across' },
    { value: 'repeat-y', word: 'down' },
  ];

  private readonly fill = computed(() => this.layer().fill);
  protected readonly colour = computed(() => {
    const fill = this.fill();
    return fill.is === 'colour' ? fill.colour : undefined;
  });
  protected readonly opacity = computed(() => Math.round((mixed(this.plain(this.colour() ?? ''))?.alpha ?? 1) * 100));
  protected readonly gradient = computed(() => {
    const fill = this.fill();
    return fill.is === 'gradient' ? fill.gradient : undefined;
  });
  protected readonly picture = computed(() => {
    const fill = this.fill();
    return fill.is === 'picture' ? this.session.site()?.pictures[fill.picture] : undefined;
  });
  protected readonly ratio = computed(() => {
    const picture = this.picture();
    return picture ? `${picture.width}/${picture.height}` : '3/2';
  });
  protected readonly text = computed(() => {
    const fill = this.fill();
    return fill.is === 'text' ? fill.text : undefined;
  });

  private readonly form = computed(() => this.gradient()?.form);
  /** The stop that is chosen: another gradient begins with its first. */
  private readonly stopChosen = linkedSignal<string | undefined, number>({ source: this.form, computation: () => 0 });
  protected readonly stopAt = computed(() => Math.min(this.stopChosen(), (this.gradient()?.stops.length ?? 1) - 1));
  protected readonly stop = computed(() => this.gradient()?.stops[this.stopAt()]);
  protected readonly stopColours = computed(() => this.gradient()?.stops.map(({ colour }) => this.plain(colour)) ?? []);
  protected readonly angle = computed(() => Math.round((((this.gradient()?.angle ?? 0) % 360) + 360) % 360));

  protected readonly sizedAs = computed(() => {
    const size = this.layer().values['background-size'];
    return /^[\d.]+%( auto)?$/.test(size) ? '100%' : size;
  });
  /** How large the picture is, in percent of the box's width, where it is sized so. */
  protected readonly zoom = computed(() =>
    this.sizedAs() === '100%' ? Number.parseFloat(this.layer().values['background-size']) : undefined,
  );
  protected readonly point = computed(() => pointOf(this.layer()));

  private plain(colour: string): string {
    const site = this.session.site();
    return site ? plainValue(site, colour, this.breakpoint()) : colour;
  }

  protected choose(stop: number): void {
    this.stopChosen.set(stop);
  }

  private give(becomes: (fill: Fill) => Fill): void {
    this.changed.emit((layer) => ({ ...layer, fill: becomes(layer.fill) }));
  }

  protected setColour(colour: string): void {
    this.give(() => ({ is: 'colour', colour }));
  }

  protected setOpacity(percent: number): void {
    const plain = this.plain(this.colour() ?? '');
    const colour = mixed(plain);
    if (colour) this.setColour(written(remixed(colour, { alpha: percent / 100 }), notationOf(plain)));
  }

  /** Makes another gradient of the one that is there by then. */
  protected remake(becomes: (gradient: Gradient) => Gradient): void {
    this.give((fill) => (fill.is === 'gradient' ? { is: 'gradient', gradient: becomes(fill.gradient) } : fill));
  }

  protected change(change: Partial<Gradient>): void {
    this.remake((gradient) => ({ ...gradient, ...change }));
  }

  protected setForm(form: Gradient['form']): void {
    this.change({ form, shape: '', corner: '', angle: form === 'conic' ? 0 : 180 });
  }

  protected nudgeMiddle({ x, y }: { readonly x: number; readonly y: number }): void {
    this.remake((gradient) => ({ ...gradient, x: gradient.x + x, y: gradient.y + y }));
  }

  protected moveStop({ index, to }: { readonly index: number; readonly to: number }): void {
    this.remake((gradient) => withStopMoved(gradient, index, to));
  }

  protected nudgeStop({ index, by }: { readonly index: number; readonly by: number }): void {
    this.remake((gradient) => withStopMoved(gradient, index, (gradient.stops[index]?.at ?? 0) + by));
  }

  /** One stop more, with the colour of the one before it. */
  protected addStop(at: number): void {
    this.remake((gradient) => {
      const colour = (gradient.stops.findLast((one) => one.at <= at) ?? gradient.stops[0]!).colour;
      const added = withStop(gradient, at, colour);
      this.stopChosen.set(added.index);
      return added.gradient;
    });
  }

  /** One stop more, half way from the one that is chosen to the next. */
  protected addStopAfter(): void {
    const stops = this.gradient()?.stops ?? [];
    const at = Math.min(this.stopAt(), stops.length - 2);
    const [one, next] = [stops[at], stops[at + 1]];
    if (one && next) this.addStop(Math.round((one.at + next.at) / 2));
  }

  protected removeStop(index: number): void {
    this.remake((gradient) =>
      gradient.stops.length > 2 ? { ...gradient, stops: gradient.stops.toSpliced(index, 1) } : gradient,
    );
  }

  protected setStopColour(colour: string): void {
    const at = this.stopAt();
    this.remake((gradient) => ({
      ...gradient,
      stops: gradient.stops.map((stop, index) => (index === at ? { ...stop, colour } : stop)),
    }));
  }

  protected turnRound(): void {
    this.remake((gradient) => ({
      ...gradient,
      stops: gradient.stops.toReversed().map(({ colour, at }) => ({ colour, at: 100 - at })),
    }));
  }

  protected set(values: Partial<FillLayer['values']>): void {
    this.changed.emit((layer) => ({ ...layer, values: { ...layer.values, ...values } }));
  }

  protected toggleScroll(): void {
    this.changed.emit((layer) => ({
      ...layer,
      values: {
        ...layer.values,
        'background-attachment': layer.values['background-attachment'] === 'fixed' ? 'scroll' : 'fixed',
      },
    }));
  }

  protected movePoint({ x, y }: { readonly x: number; readonly y: number }): void {
    this.set({ 'background-position-x': `${x}%`, 'background-position-y': `${y}%` });
  }

  protected nudgePoint({ x, y }: { readonly x: number; readonly y: number }): void {
    this.changed.emit((layer) => {
      const point = pointOf(layer);
      if (!point) return layer;
      const places = { 'background-position-x': `${point.x + x}%`, 'background-position-y': `${point.y + y}%` };
      return { ...layer, values: { ...layer.values, ...places } };
    });
  }
}
