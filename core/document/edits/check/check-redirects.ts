import { circleOf, type Redirects } from '../../links/redirects';
import { Problem } from '../../problem';

/** Refuses redirects that lead visitors from a path round in a circle. @throws Problem that names the redirect */
export function checkCircle(redirects: Redirects, from: string): void {
  const circle = circleOf(redirects, from);
  if (circle)
    throw new Problem(`Visitors would go round in a circle: ${circle.join(' → ')}.`, { field: `redirects.${from}` });
}
