import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import {
  borderOf,
  borderValues,
  edgeCorners,
  edgeSides,
  quoteBar,
  radiusOf,
  radiusText,
  strokeAs,
  strokeOf,
  strokePlace,
  strokePlaces,
  strokeStyles,
  strokeValues,
  type EdgeCorner,
  type EdgeSide,
  type Stroke,
  type StrokePlace,
} from '@core/style/drawn/edges';
import { propertyOf } from '@core/style/properties';
import { plainValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { Commands } from '../../../commands/commands';
import { Holding } from '../../../state/holding';
import { Selection } from '../../../state/selection';
import { ColourField } from '../colour/colour-field';
import { Choices } from '../choices';
import { arrowWay, heldBy, takeHold } from '../hold';
import { SlipSlider } from '../slip-slider';

const placeWords: Readonly<Record<StrokePlace, string>> = { on: 'on the edge', outside: 'outside', inside: 'inside' };

/** The edges of what the ledger shows, at one breakpoint: lines along its sides, and its corners. */
@Component({
  selector: 'fold-edge-drawing',
  imports: [Choices, ColourField, SlipSlider],
  templateUrl: './edge-drawing.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './edge-drawing.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EdgeDrawing {
  readonly breakpoint = input.required<string>();
  readonly breakpointName = input.required<string>();
  private readonly session = inject(PageSession);
  private readonly holding = inject(Holding);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);

  protected readonly sides = edgeSides;
  protected readonly corners = edgeCorners;
  protected readonly styles = strokeStyles;
  protected readonly places = strokePlaces.map((value) => ({ value, word: placeWords[value] }));

  /** The side that is worked on; all of them where none is chosen. */
  protected readonly side = linkedSignal<string | undefined, EdgeSide | undefined>({
    source: () => this.selection.id(),
    computation: () => undefined,
  });
  /** A corner that is dragged takes the others along, unless each has its own. */
  protected readonly isEach = signal(false);

  /** What holds here; what a class or an element does not set is as the standard begins. */
  private readonly said = (property: string): string =>
    this.holding.cellNow(this.breakpoint(), property)?.value || (propertyOf(property)?.initial ?? '');
  protected readonly place = computed(() => strokePlace(this.said));
  protected readonly stroke = computed<Stroke>(() => {
    const side = this.side();
    return side === undefined ? strokeOf(this.said) : borderOf(this.said, side);
  });
  protected readonly width = computed(() => {
    const { width, style } = this.stroke();
    return style === 'none' ? 0 : Number.parseFloat(this.plain(width)) || 0;
  });
  /** The box as a style: widths up to 12 px, corners as they are. */
  protected readonly box = computed<Readonly<Record<string, string>>>(() => {
    const line = (stroke: Stroke): string =>
      stroke.style === 'none' || stroke.style === ''
        ? '1px dashed var(--line)'
        : `${Math.min(Math.max(Number.parseFloat(this.plain(stroke.width)) || 0, 1), 12)}px ${stroke.style} ${this.plain(stroke.colour)}`;
    const around = this.place();
    return {
      ...Object.fromEntries(edgeSides.map((side) => [`border-${side}`, line(borderOf(this.said, side))])),
      ...Object.fromEntries(edgeCorners.map((corner) => [`border-${corner}-radius`, this.plain(this.radius(corner))])),
      ...(around === 'outside' && { outline: line(strokeOf(this.said)), 'outline-offset': '2px' }),
      ...(around === 'inside' && { 'box-shadow': this.plain(this.said('box-shadow')) }),
    };
  });

  private radius = (corner: EdgeCorner): string => this.said(`border-${corner}-radius`);

  protected radiusSaid(corner: EdgeCorner): string {
    return this.radius(corner);
  }

  protected radiusPx(corner: EdgeCorner): number {
    return radiusOf(this.plain(this.radius(corner)))?.x ?? 0;
  }

  private plain(value: string): string {
    const site = this.session.site();
    return site ? plainValue(site, value, this.breakpoint()) : value;
  }

  private set(values: Readonly<Record<string, string>>): void {
    this.selection.breakpoint.set(this.breakpoint());
    if (Object.keys(values).length > 0) this.commands.setHeld(this.breakpoint(), values);
  }

  protected choose(side: EdgeSide): void {
    this.side.update((chosen) => (chosen === side ? undefined : side));
  }

  /** Sets what a line is: of the side that is chosen, or of the whole line wherever it stands. */
  protected change(change: Partial<Stroke>): void {
    const side = this.side();
    this.set(side === undefined ? strokeValues(this.said, change) : borderValues(this.said, [side], change));
  }

  protected stand(place: StrokePlace): void {
    this.set(strokeAs(place, this.said));
    this.side.set(undefined);
  }

  protected quote(): void {
    this.set(quoteBar(borderOf(this.said, 'left').colour));
    this.side.set('left');
  }

  protected taken(event: PointerEvent): void {
    takeHold(event);
  }

  /** A corner is dragged inwards: as round as it is far from its corner; with Alt, wider than high or the other way. */
  protected dragged(event: PointerEvent, corner: EdgeCorner): void {
    const picture = heldBy(event)?.parentElement;
    if (!picture) return;
    const { left, top, right, bottom } = picture.getBoundingClientRect();
    const x = Math.max(0, corner.endsWith('left') ? event.clientX - left : right - event.clientX);
    const y = Math.max(0, corner.startsWith('top') ? event.clientY - top : bottom - event.clientY);
    const most = Math.max(x, y);
    this.round(corner, event.altKey ? { x, y } : { x: most, y: most });
  }

  protected keyed(event: KeyboardEvent, corner: EdgeCorner): void {
    const way = arrowWay(event);
    if (!way) return;
    const inwards = {
      x: (corner.endsWith('left') ? 1 : -1) * way.x,
      y: (corner.startsWith('top') ? 1 : -1) * way.y,
    };
    const before = radiusOf(this.plain(this.radius(corner))) ?? { x: 0, y: 0 };
    const both = inwards.x + inwards.y;
    const grows = event.altKey ? inwards : { x: both, y: both };
    this.round(corner, { x: before.x + grows.x, y: before.y + grows.y });
  }

  private round(corner: EdgeCorner, radius: { readonly x: number; readonly y: number }): void {
    const text = radiusText(radius);
    const all = this.isEach() ? [corner] : edgeCorners;
    this.set(Object.fromEntries(all.map((one) => [`border-${one}-radius`, text])));
  }
}
