import { CdkDrag, CdkDragHandle, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { fillChanges, fillLayersOf, newLayer, type Fill, type FillLayer } from '@core/style/fill/fills';
import { firstGradient } from '@core/style/fill/gradient';
import type { Site } from '@core/document/site';
import { PageSession } from '../../../../services/page-session';
import { Dialogs } from '../../../state/dialogs';
import { Selection } from '../../../state/selection';
import { Slip } from '../slip';
import { drawnFill } from './drawn-fill';
import { LayerSettings } from './layer-settings';

/** The layers of a background by eye, the topmost first: in which order they lie, and what each is made of. */
@Component({
  selector: 'fold-fill-slip',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, LayerSettings],
  hostDirectives: [{ directive: Slip, inputs: ['property', 'breakpoint', 'breakpointName'] }],
  templateUrl: './fill-slip.html',
  styleUrls: ['../drawing.css', '../controls.css', '../settings.css', './fill-slip.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FillSlip {
  protected readonly slip = inject(Slip);
  private readonly session = inject(PageSession);
  private readonly dialogs = inject(Dialogs);
  private readonly selection = inject(Selection);

  private readonly layers = computed(() => fillLayersOf((property) => this.slip.said(property)));
  /** The layer whose settings are open: the topmost of another part. */
  protected readonly chosen = linkedSignal<string | undefined, number>({
    source: () => this.selection.id(),
    computation: () => 0,
  });
  protected readonly rows = computed(() => {
    const site = this.session.site();
    return this.layers().map((layer, at, all) => ({
      layer,
      at,
      isLast: at === all.length - 1,
      name: `layer ${at + 1} at ${this.slip.breakpointName()}`,
      word: site ? this.wordOf(site, layer.fill) : '',
      drawn: site ? drawnFill(site, layer.fill, this.slip.breakpoint()) : 'none',
    }));
  });
  protected readonly open = computed(() => this.rows()[this.chosen()]);

  private wordOf(site: Site, fill: Fill): string {
    if (fill.is === 'colour') return 'Colour over all';
    if (fill.is === 'gradient') return `${fill.gradient.isRepeating ? 'Repeating' : 'Gradient,'} ${fill.gradient.form}`;
    if (fill.is === 'text') return fill.text === 'none' ? 'Nothing' : 'Typed';
    return Object.hasOwn(site.pictures, fill.picture) ? site.pictures[fill.picture]!.name : 'A picture that is gone';
  }

  protected choose(at: number): void {
    this.chosen.set(this.chosen() === at ? -1 : at);
  }

  /** Makes something else of a layer, as it is at this moment. */
  protected change(at: number, becomes: (layer: FillLayer) => FillLayer): void {
    this.store(this.layers().map((layer, index) => (index === at ? becomes(layer) : layer)));
  }

  protected switchOff(at: number): void {
    this.change(at, (layer) => ({ ...layer, isOff: !layer.isOff }));
  }

  protected remove(at: number): void {
    this.store(this.layers().toSpliced(at, 1));
    this.chosen.set(Math.max(0, at - 1));
  }

  /** Lays a layer one further down. */
  protected lower(at: number): void {
    this.move(at, at + 1);
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  private move(from: number, to: number): void {
    const layers = [...this.layers()];
    moveItemInArray(layers, from, to);
    this.store(layers);
    this.chosen.set(to);
  }

  protected addColour(): void {
    this.add({ is: 'colour', colour: 'rgb(0 0 0 / 0.5)' }); // common practice over a photograph
  }

  protected addGradient(): void {
    this.add({ is: 'gradient', gradient: firstGradient });
  }

  /** A picture lies below all others: what is over it is there for its sake. */
  protected async addPicture(): Promise<void> {
    const picture = await this.pickedPicture();
    if (picture === undefined) return;
    const layers = this.layers();
    this.store([...layers, newLayer({ is: 'picture', picture })]);
    this.chosen.set(layers.length);
  }

  protected async pickFor(at: number): Promise<void> {
    const picture = await this.pickedPicture();
    if (picture === undefined) return;
    this.change(at, (layer) => (layer.fill.is === 'picture' ? { ...layer, fill: { is: 'picture', picture } } : layer));
  }

  private async pickedPicture(): Promise<string | undefined> {
    const id = this.selection.id();
    const picture = await this.dialogs.open('pictures');
    return typeof picture === 'string' && this.selection.id() === id ? picture : undefined;
  }

  private add(fill: Fill): void {
    this.store([newLayer(fill), ...this.layers()]);
    this.chosen.set(0);
  }

  private store(layers: readonly FillLayer[]): void {
    this.slip.writeAll(fillChanges((property) => this.slip.said(property), layers));
  }
}
