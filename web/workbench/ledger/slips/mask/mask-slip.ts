import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { firstMasks, maskChanges, maskLayersOf, maskOf } from '@core/style/drawn/masks';
import type { Fill, FillLayer } from '@core/style/fill/fills';
import { PageSession } from '../../../../services/page-session';
import { Dialogs } from '../../../state/dialogs';
import { Selection } from '../../../state/selection';
import { Choices } from '../choices';
import { drawnFill } from '../fill/drawn-fill';
import { LayerSettings } from '../fill/layer-settings';
import { Slip } from '../slip';

type Kind = 'none' | 'fade' | 'spot' | 'picture';
const kinds: readonly Kind[] = ['none', 'fade', 'spot', 'picture'];

/** What of a part is seen, drawn: it fades out along a line, or round a point, or is seen through a picture. */
@Component({
  selector: 'fold-mask-slip',
  imports: [Choices, LayerSettings],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  template: `
    <fold-choices
      class="line"
      [label]="'Mask at ' + slip.breakpointName()"
      [options]="kinds"
      [value]="kind()"
      (chosen)="begin($event)"
    />
    @if (layer(); as layer) {
      <p class="said">What is opaque below is seen of the part; what is transparent is not.</p>
      <fold-layer-settings
        [masks]="true"
        [layer]="layer"
        [breakpoint]="slip.breakpoint()"
        [of]="'of the mask at ' + slip.breakpointName()"
        [drawn]="drawn()"
        (changed)="change($event)"
        (pick)="pickPicture()"
      />
    } @else if (layers().length > 1) {
      <p class="said">Several masks at once can only be typed.</p>
    }
  `,
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MaskSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  private readonly dialogs = inject(Dialogs);
  private readonly selection = inject(Selection);
  protected readonly kinds = kinds;

  private readonly said = (property: string): string => this.slip.said(property);
  protected readonly layers = computed(() => maskLayersOf(this.said));
  protected readonly layer = computed(() => (this.layers().length === 1 ? this.layers()[0] : undefined));
  protected readonly kind = computed((): Kind | undefined => {
    const fill = this.layer()?.fill;
    if (this.layers().length === 0) return 'none';
    if (fill?.is === 'picture') return 'picture';
    if (fill?.is !== 'gradient') return undefined;
    return fill.gradient.form === 'radial' ? 'spot' : 'fade';
  });
  protected readonly drawn = computed(() => {
    const [site, fill] = [this.session.site(), this.layer()?.fill];
    return site && fill ? drawnFill(site, fill, this.slip.breakpoint()) : 'none';
  });

  protected begin(kind: string): void {
    if (kind === 'none') this.store([]);
    else if (kind === 'picture') void this.pickPicture();
    else if (kind === 'fade' || kind === 'spot') this.store([maskOf(firstMasks[kind])]);
  }

  protected change(becomes: (layer: FillLayer) => FillLayer): void {
    const layer = this.layer();
    if (layer) this.store([becomes(layer)]);
  }

  protected async pickPicture(): Promise<void> {
    const id = this.selection.id();
    const picture = await this.dialogs.open('pictures');
    if (typeof picture !== 'string' || this.selection.id() !== id) return;
    const fill: Fill = { is: 'picture', picture };
    const layer = this.layer();
    this.store([layer?.fill.is === 'picture' ? { ...layer, fill } : maskOf(fill)]);
  }

  private store(layers: readonly FillLayer[]): void {
    this.slip.writeAll(maskChanges(this.said, layers));
  }
}
