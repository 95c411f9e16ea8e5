import type { Loads } from '../document/kinds/kind';
import { kindOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import { seenPage } from '../document/seen/seen-page';
import type { Site } from '../document/site';
import { withoutSwitchedOff } from '../document/seen/switched-off';

/** What every published page needs, and all that most need. */
const always: readonly (readonly [string, string])[] = [
  ['default-src', "'none'"],
  ['img-src', "'self' data:"],
  ['style-src', "'self'"],
  ['font-src', "'self'"],
  ['connect-src', "'self'"], // no script is allowed to use it; tools that look at the page read robots.txt by it
  ['form-action', "'self'"],
  ['base-uri', "'none'"],
  ['frame-ancestors', "'self'"],
];

/**
 * A document within the page takes on the page's policy (HTML, section 7.4.1), so code of one's own needs all of this
 * of it.
 */
const forOwnCode: Readonly<Record<string, string>> = {
  'script-src': "'unsafe-inline' 'unsafe-eval' https:",
  'style-src': "'self' 'unsafe-inline' https:",
  'img-src': "'self' data: https:",
  'font-src': "'self' data: https:",
  'connect-src': "'self' https:",
  'media-src': "'self' https:",
  'frame-src': "'self' https:",
  'form-action': "'self' https:",
};

/**
 * The content security policy (CSP Level 3) a page needs and no more, with what its shared sections and its frame
 * show: scripts only where it holds HTML of its own, frames and films only from the hosts its parts name.
 */
export function policyOf(site: Site, whole: Page): string {
  const page = withoutSwitchedOff(seenPage(site, whole));
  const reached: Loads[] = Object.values(page.parts).flatMap((part) =>
    Object.values(part.content).map((content) => kindOf(part.kind).loads?.({ ...part.content.base, ...content }) ?? {}),
  );
  const directives = new Map(always);
  const from = (of: (one: Loads) => string | undefined): string =>
    [...new Set(reached.flatMap((one) => of(one) ?? []))].sort().join(' ');
  const [frames, media] = [from((one) => one.frame), from((one) => one.media)];
  if (frames !== '') directives.set('frame-src', frames);
  if (media !== '') directives.set('media-src', media);
  if (site.icon) directives.set('manifest-src', "'self'");
  if (reached.some((one) => one.ownCode))
    for (const [name, sources] of Object.entries(forOwnCode)) directives.set(name, sources);
  return [...directives].map(([name, sources]) => `${name} ${sources}`).join('; ');
}
