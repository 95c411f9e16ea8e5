import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, viewChild } from '@angular/core';
import { contentAt } from '@core/document/content';
import { kindOf } from '@core/document/kinds/registry';
import type { Size } from '@core/style/drawn/clips';
import {
  cropOf,
  cropValues,
  mayBeCropped,
  nearest,
  placeAt,
  ratioText,
  seenOf,
  type Crop,
} from '@core/style/drawn/crops';
import { canvasAddresses } from '../../../../services/addresses';
import { PageSession } from '../../../../services/page-session';
import { Leaves } from '../../../state/leaves';
import { Selection } from '../../../state/selection';
import { Choices, type Choice } from '../choices';
import { arrowWay, heldBy, takeHold } from '../hold';
import { Slip } from '../slip';
import { SlipSlider } from '../slip-slider';

const ratios: readonly Choice<string>[] = [
  { value: '', word: 'as it is' },
  ...['1/1', '4/3', '3/2', '16/9', '4/5', '3/4', '2/3'].map((value) => ({ value, word: value.replace('/', ' : ') })),
];
const middle: Crop = { ratio: undefined, at: { x: 50, y: 50 }, zoom: 1 };

/** What of a picture its box shows, on the whole picture: the part that is seen dragged, nearer, in another ratio. */
@Component({
  selector: 'fold-crop-slip',
  imports: [Choices, SlipSlider],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './crop-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './crop-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CropSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  private readonly leaves = inject(Leaves);
  private readonly selection = inject(Selection);
  private readonly whole = viewChild<ElementRef<HTMLElement>>('whole');
  protected readonly ratios = ratios;
  protected readonly most = nearest * 100;

  private readonly said = (property: string): string => this.slip.said(property);
  /** The picture it shows here; undefined where it is none, or a placeholder still. */
  protected readonly picture = computed(() => {
    const [site, chosen] = [this.session.site(), this.selection.selected()];
    if (!site || !chosen || kindOf(chosen.part.kind).shows !== 'picture') return undefined;
    const id = contentAt(site, chosen.part, this.slip.breakpoint())['picture'];
    const picture = typeof id === 'string' && Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined;
    const file = picture && (picture.files.find((one) => one.width >= 600) ?? picture.files.at(-1));
    return picture && file && { ...picture, address: canvasAddresses(site.id).pictures + file.file };
  });
  /** The box the part has on this leaf, unscaled. */
  private readonly box = computed<Size | undefined>(() => {
    const [breakpoint, id] = [this.slip.breakpoint(), this.selection.id()];
    this.leaves.version(breakpoint);
    const element = id === undefined ? null : this.leaves.view(breakpoint)?.element(id);
    const { offsetWidth: width = 0, offsetHeight: height = 0 } = element ?? {};
    return width > 0 && height > 0 ? { width, height } : undefined;
  });
  protected readonly crop = computed(() => cropOf(this.said));
  protected readonly isOther = computed(() => !mayBeCropped(this.said));
  protected readonly seen = computed(() => {
    const [crop, picture, box] = [this.crop(), this.picture(), this.box()];
    return crop && picture && box && seenOf(crop, picture, box);
  });
  protected readonly zoom = computed(() => Math.round((this.crop()?.zoom ?? 1) * 100));
  protected readonly ratio = computed(() => {
    const ratio = this.crop()?.ratio;
    return ratio === undefined ? '' : ratioText(ratio);
  });
  protected readonly place = computed(() => {
    const { x, y } = this.crop()?.at ?? middle.at;
    return { x, y, words: `${x} % across, ${y} % down` };
  });

  private write(becomes: (crop: Crop) => Crop): void {
    this.slip.writeAll(cropValues(this.said, becomes(cropOf(this.said) ?? middle)));
  }

  protected cover(): void {
    this.write((crop) => crop);
  }

  protected setRatio(text: string): void {
    const [across = 0, down = 1] = text.split('/').map(Number);
    this.write((crop) => ({ ...crop, ratio: text === '' ? undefined : across / down }));
  }

  protected setZoom(percent: number): void {
    this.write((crop) => ({ ...crop, zoom: percent / 100 }));
  }

  protected reset(): void {
    this.write(({ ratio }) => ({ ...middle, ratio }));
  }

  /** Where in what is seen it was taken, in percent of the picture. */
  private taken = { x: 0, y: 0 };

  protected take(event: PointerEvent): void {
    const [seen, at] = [this.seen(), this.under(event)];
    if (!seen || !at) return;
    this.taken = { x: at.x - seen.x, y: at.y - seen.y };
    takeHold(event);
  }

  protected drag(event: PointerEvent): void {
    const [seen, at] = [this.seen(), this.under(event)];
    if (!seen || !at || !heldBy(event)) return;
    const to = { x: at.x - this.taken.x, y: at.y - this.taken.y };
    this.write((crop) => ({ ...crop, at: rounded(placeAt(seen, to, crop.at)) }));
  }

  protected key(event: KeyboardEvent): void {
    const way = event.altKey ? undefined : arrowWay(event);
    if (way) this.write((crop) => ({ ...crop, at: { x: crop.at.x + way.x, y: crop.at.y + way.y } }));
  }

  /** The place of the picture under the pointer, in percent. */
  private under({ clientX, clientY }: PointerEvent): { x: number; y: number } | undefined {
    const area = this.whole()?.nativeElement.getBoundingClientRect();
    return area && { x: (100 * (clientX - area.left)) / area.width, y: (100 * (clientY - area.top)) / area.height };
  }
}

/** By drags, whole percent: what is written is read again by people. */
const rounded = ({ x, y }: Crop['at']): Crop['at'] => ({ x: Math.round(x), y: Math.round(y) });
