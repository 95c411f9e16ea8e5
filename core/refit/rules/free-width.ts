import { nameOf } from '../../document/kinds/registry';
import { overrides, proposed, px, valueAt, written, type Proposal, type Rule } from '../proposal';

/**
 * A width in px that is wider than the narrowest screen, or than what holds it: as wide as there is room, and never
 * wider than it was.
 */
export const freeWidth: Rule = {
  name: 'free fixed widths',
  source: 'common practice (a width that is fixed is what stops a page from responding)',
  order: 1,
  propose: (situation, part) => {
    const { page, slices } = situation;
    const slice = slices[0];
    const seen = slice?.parts.get(part);
    if (!slice || !seen || seen.position === 'absolute' || seen.position === 'fixed') return [];
    const holder = seen.parent === undefined ? undefined : slice.parts.get(seen.parent);
    const room = Math.min(slice.width, holder ? holder.port.width - holder.paddingX : slice.width);
    const name = nameOf(page.parts[part]!);
    const proposals: Proposal[] = [];
    const make = (property: string, values: Record<string, string>, size: number, says: string): void =>
      void proposals.push(
        ...proposed(situation, part, overrides(situation, part, values), {
          rule: 'free fixed widths',
          says: `${name}: ${says}`,
          reason: `Its ${property} is ${size} px; on a screen of ${slice.width} px it has ${Math.round(room)} px.`,
          before: `${property} ${size}px`,
          after: written(Object.keys(values), (key) => values[key]!),
        }),
      );
    const width = px(valueAt(situation, part, 'width'));
    if (width !== undefined && width > room)
      make(
        'width',
        { width: '100%', ...(valueAt(situation, part, 'max-width') === 'none' && { 'max-width': `${width}px` }) },
        width,
        'as wide as there is room',
      );
    const least = px(valueAt(situation, part, 'min-width'));
    if (least !== undefined && least > room) make('min-width', { 'min-width': '0px' }, least, 'let it be narrower');
    const height = px(valueAt(situation, part, 'height'));
    if (height !== undefined && page.parts[part]!.children.length > 0)
      make(
        'height',
        { height: 'auto', ...(valueAt(situation, part, 'min-height') === 'auto' && { 'min-height': `${height}px` }) },
        height,
        'let it grow with what it holds',
      );
    return proposals;
  },
};
