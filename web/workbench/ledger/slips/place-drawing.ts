import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { layPart, type LayerWay } from '@core/document/commands/layer';
import { setPosition, positions, type Position } from '@core/document/commands/position';
import { standingOf, standSection, type Standing } from '@core/document/commands/side-section';
import { styleEdit } from '@core/document/commands/style';
import { nameOf } from '@core/document/kinds/registry';
import { parentOf } from '@core/document/tree';
import { containingBlock, likelyParent } from '@core/geometry/containing-block';
import { stackingContextOf, formsContext, paintOrder } from '@core/geometry/paint-order';
import { edges, pinTo, type Edge } from '@core/geometry/pins';
import { keepingOffset, metOnTheWay, stickyStops, stickyTravel, type StickyStop } from '@core/geometry/sticky';
import { lengthUnits, unitOf, type LengthUnit } from '@core/geometry/units';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { Commands } from '../../commands/commands';
import { Leaves } from '../../state/leaves';
import { chosenOf, valueOf } from '../../../theme/from-event';
import { ResolvedValues } from '../../state/resolved-values';

const standings: readonly { readonly value: Standing; readonly word: string }[] = [
  { value: 'flow', word: 'in the flow' },
  { value: 'left', word: 'beside, left' },
  { value: 'right', word: 'beside, right' },
  { value: 'top', word: 'across the top' },
];

/**
 * Where the selection is placed at one breakpoint: its position, its pins and what they count from, how far it sticks
 * and what stops it, what it lies over.
 */
@Component({
  selector: 'fold-place-drawing',
  templateUrl: './place-drawing.html',
  styleUrls: ['./drawing.css', './controls.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlaceDrawing {
  readonly breakpoint = input.required<string>();
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  protected readonly positions = positions;
  protected readonly edges = edges;
  protected readonly standings = standings;
  protected readonly units = lengthUnits;

  private readonly value = computed(() => {
    const chosen = this.selection.selected();
    return (name: string): string => (chosen ? this.values.value(chosen.id, this.breakpoint(), name) : '');
  });

  private readonly name = (id: string): string => {
    const page = this.session.page();
    const part = page?.parts[id];
    return part ? (id === page?.root ? 'the page' : nameOf(part)) : 'the screen';
  };

  protected readonly shown = computed(() => {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site || chosen.id === chosen.page.root) return undefined;
    this.leaves.version(this.breakpoint());
    const page = this.leaves.around(this.breakpoint(), chosen.id);
    const part = page?.parts.get(chosen.id);
    if (!page || !part || part.style.display === 'none') return undefined;
    const { position } = part.style;
    const out = position === 'absolute' || position === 'fixed';
    const likely = likelyParent(page, chosen.id);
    const block = containingBlock(page, chosen.id);
    const section = chosen.part.kind === 'section' && parentOf(chosen.page, chosen.id) === chosen.page.root;
    const context = stackingContextOf(page, chosen.id);
    return {
      position,
      out,
      pinned: edges.filter((edge) => this.value()(edge) !== 'auto'),
      unit: edges.map((edge) => unitOf(this.value()(edge))).find((unit) => unit !== undefined) ?? 'px',
      against: out
        ? `Placed against ${block.part === undefined ? (position === 'fixed' ? 'the screen' : 'the page’s first screen') : this.name(block.part)}: ${block.because}.`
        : '',
      likely: likely === undefined ? undefined : { id: likely, name: this.name(likely) },
      sticky: position === 'sticky' ? this.sticky(chosen.id) : undefined,
      standing: section ? standingOf(site, chosen.page, chosen.id, this.breakpoint()) : undefined,
      over: `${context === undefined ? 'In the page’s own stacking context' : `In the stacking context of ${this.name(context)}`}${formsContext(page, part) === undefined ? '' : `; it forms one itself: ${formsContext(page, part)!}`}.`,
    };
  });

  private sticky(id: string): { says: string; stops: readonly StickyStop[]; keep: number | undefined } | undefined {
    const page = this.leaves.around(this.breakpoint(), id);
    const natural = this.leaves.natural(this.breakpoint(), id);
    if (!page || !natural) return undefined;
    const travel = stickyTravel(page, id, natural).find((one) => one.edge === 'top' || one.edge === 'bottom');
    const order = paintOrder(page).map((one) => one.part);
    const stops = [
      ...stickyStops(page, id, natural, this.name),
      ...metOnTheWay(page, id, natural, (other) => order.indexOf(other) > order.indexOf(id), this.name),
    ];
    const keep = keepingOffset(page, id, natural);
    const says =
      travel && travel.to - travel.from >= 1
        ? `Sticks from ${Math.round(travel.from)} to ${Math.round(travel.to)} px of scroll, ${Math.round(travel.to - travel.from)} px; then its parent takes it along.`
        : '';
    return { says, stops, keep: travel?.edge === 'top' && travel.offset === keep ? undefined : keep };
  }

  protected setPosition(position: Position): void {
    const chosen = this.selection.selected();
    if (!chosen) return;
    const page = this.leaves.around(this.breakpoint(), chosen.id);
    const natural = this.leaves.natural(this.breakpoint(), chosen.id);
    this.selection.breakpoint.set(this.breakpoint());
    if (page && natural)
      this.commands.attempt((site, shown) =>
        setPosition(site, shown, chosen.id, this.breakpoint(), position, page, natural),
      );
  }

  protected togglePin(edge: Edge): void {
    const shown = this.shown();
    if (!shown) return;
    const next = shown.pinned.includes(edge) ? shown.pinned.filter((one) => one !== edge) : [...shown.pinned, edge];
    const kept = next.includes('left') || next.includes('right') ? next : [...next, 'left' as const];
    this.pin(kept.includes('top') || kept.includes('bottom') ? kept : [...kept, 'top' as const], shown.unit);
  }

  protected setUnit(event: Event): void {
    const shown = this.shown();
    const unit = chosenOf(event, lengthUnits);
    if (shown && unit) this.pin(shown.pinned, unit);
  }

  private pin(pinned: readonly Edge[], unit: LengthUnit): void {
    const chosen = this.selection.selected();
    const page = chosen && this.leaves.around(this.breakpoint(), chosen.id);
    const part = page?.parts.get(chosen!.id);
    const basis = chosen && this.leaves.basis(this.breakpoint(), chosen.id, 'left');
    if (page && part && basis)
      this.commands.setStyles(this.breakpoint(), pinTo(part, containingBlock(page, part.id).box, pinned, unit, basis));
  }

  protected cureLikely(id: string): void {
    this.commands.attempt(() => [styleEdit(id, this.breakpoint(), 'normal', 'position', 'relative')]);
  }

  protected cure(stop: StickyStop): void {
    const { cure } = stop;
    if (!cure) return;
    this.commands.attempt(() =>
      cure.properties.map((property) => styleEdit(cure.part, this.breakpoint(), 'normal', property, cure.value)),
    );
  }

  protected keep(offset: number): void {
    this.commands.setStyles(this.breakpoint(), { top: `${offset}px`, bottom: 'auto' });
  }

  protected lay(way: LayerWay): void {
    const id = this.selection.selected()?.id;
    if (id !== undefined) this.commands.attempt((site, page) => layPart(site, page, id, this.breakpoint(), way));
  }

  protected stand(event: Event): void {
    const chosen = this.selection.selected();
    const standing = standings.find((one) => one.value === valueOf(event))?.value;
    if (chosen && standing)
      this.commands.attempt((site, page) => standSection(site, page, chosen.id, this.breakpoint(), standing));
  }
}
