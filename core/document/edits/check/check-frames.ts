import { sectionsOf } from '../../frames/shown-frame';
import { Problem } from '../../problem';
import type { Site } from '../../site';

/**
 * Refuses page frames that show a section that is not there, or one of them twice. @throws Problem that names the
 * frame
 */
export function checkFrames({ frames = [], sections = [] }: Pick<Site, 'frames' | 'sections'>): void {
  const shared = new Set(sections.filter((one) => one.shared && !one.own).map((one) => one.id));
  for (const frame of frames) {
    const shown = sectionsOf(frame);
    const field = `frames.${frame.id}`;
    if (shown.some((id) => !shared.has(id)))
      throw new Problem(
        `The page frame “${frame.name}” has a section that isn’t among the shared ones. Take it out of the frame first.`,
        { field },
      );
    if (new Set(shown).size < shown.length)
      throw new Problem(`The page frame “${frame.name}” would show a section twice.`, { field });
  }
}
