import { kindOf } from '../../document/kinds/registry';
import type { Part } from '../../document/page';
import { outwards } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import type { Box } from '../../geometry/box';
import type { Check } from '../check';

/** CSS px (WCAG 2.2, 2.5.8). */
const least = 24;

const centre = (box: Box): { x: number; y: number } => ({ x: box.left + box.width / 2, y: box.top + box.height / 2 });

/**
 * Whether a circle of 24 px around a small target's centre meets another target, or another small one's circle (WCAG
 * 2.2, 2.5.8, exception “Spacing”).
 */
function crowded(box: Box, other: Box): boolean {
  const { x, y } = centre(box);
  const near = {
    x: Math.min(Math.max(x, other.left), other.left + other.width),
    y: Math.min(Math.max(y, other.top), other.top + other.height),
  };
  const distance = Math.hypot(near.x - x, near.y - y);
  const small = other.width < least || other.height < least;
  return distance < least / 2 || (small && Math.hypot(centre(other).x - x, centre(other).y - y) < least);
}

/** Something to press, with a label on it. */
const isPressed = (part: Part | undefined): boolean => part !== undefined && kindOf(part.kind).text === 'label';

export const targetSize: Check = {
  name: 'target size',
  severity: 'error',
  source: 'WCAG 2.2, 2.5.8 (AA)',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) =>
    !isPressed(page.parts[id])
      ? []
      : outwards(site.breakpoints).flatMap((one) => {
          const parts = leaves?.get(one.id)?.measured.parts;
          const target = parts?.get(id);
          if (!parts || !target || target.style.display === 'none' || target.box.width === 0) return [];
          if (Math.min(target.box.width, target.box.height) >= least - 0.05) return [];
          const others = [...parts.values()].filter(
            (other) => other.id !== id && isPressed(page.parts[other.id]) && other.box.width > 0,
          );
          if (!others.some((other) => crowded(target.box, other.box))) return [];
          const size = `${Math.round(target.box.width)} × ${Math.round(target.box.height)} px`;
          const inline = target.style.display === 'inline';
          const edits = [
            ...(inline ? [styleEdit(id, one.id, 'normal', 'display', 'inline-block')] : []),
            ...(target.box.height < least ? [styleEdit(id, one.id, 'normal', 'min-height', '24px')] : []),
            ...(target.box.width < least ? [styleEdit(id, one.id, 'normal', 'min-width', '24px')] : []),
          ];
          return [
            {
              check: 'target size',
              severity: 'error' as const,
              part: id,
              breakpoints: [one.id],
              degree: least / Math.min(target.box.width, target.box.height),
              reason: `It is ${size}, with another target close by: fingers miss below 24 × 24 px.`,
              cure: { says: 'At least 24 px', edits, before: size, after: 'at least 24 px each way' },
            },
          ];
        }),
};
