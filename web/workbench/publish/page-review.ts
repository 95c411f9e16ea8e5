import type { Page } from '@core/document/page';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import type { LeafFacts, Reviewed } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import type { PageWorker } from '../../services/page-worker';
import { canvasAddresses } from '../../services/addresses';
import { hiddenLeaf } from '../canvas/hidden-leaf';
import { measuring, naturalBoxes } from '../canvas/measuring';
import { Rests } from '../canvas/rests';
import { textBackgroundsOf } from '../canvas/text-backgrounds';

/** So long, in ms, is waited for the faces of a page. */
const patience = 3000;

/** What leaves nobody sees measure of a page at one breakpoint. */
async function factsAt(
  site: Site,
  page: Page,
  screen: { width: number; height: number },
  rests: Rests,
): Promise<LeafFacts> {
  const leaf = hiddenLeaf(site, page, screen, canvasAddresses(site.id));
  try {
    const inside = leaf.painter.document;
    await Promise.race([inside.fonts.ready, new Promise((go) => setTimeout(go, patience))]);
    const steps = measuring(inside);
    let step = steps.next();
    while (!step.done) {
      await rests.taken();
      step = steps.next();
    }
    const measured = step.value;
    const sticky = [...measured.parts.values()].flatMap(({ id, style }) => {
      const element = style.position === 'sticky' ? leaf.painter.element(id) : null;
      return element ? [{ id, element }] : [];
    });
    const boxes = naturalBoxes(sticky.map((one) => one.element));
    const elementOf = (id: string): HTMLElement | null => leaf.painter.element(id);
    return {
      measured,
      natural: new Map(sticky.map(({ id }, at) => [id, boxes[at]!])),
      textBackgrounds: await textBackgroundsOf(inside, measured, elementOf, rests),
    };
  } finally {
    leaf.remove();
  }
}

/** What the checks say of a page that is not open in the workbench: measured between frames, judged in a worker. */
export async function reviewOf(
  { site, page }: { readonly site: Site; readonly page: Page },
  known: Pick<Reviewed, 'pages' | 'menus' | 'weights'>,
  worker: PageWorker,
  over: AbortSignal,
): Promise<readonly Finding[]> {
  const seen = seenPage(site, page);
  const rests = new Rests(over);
  const leaves = new Map<string, LeafFacts>();
  for (const { id, preview } of site.breakpoints) leaves.set(id, await factsAt(site, page, preview, rests));
  return worker.review({ site, page: seen, ...known, leaves });
}
