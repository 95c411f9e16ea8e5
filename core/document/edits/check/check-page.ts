import { kindOf, mayHold } from '../../kinds/registry';
import { pageOfSection, type KeptSection } from '../../sections/kept-section';
import { Page } from '../../page';
import { Problem } from '../../problem';
import { Site } from '../../site';
import { upgradedSite } from '../../upgrade';
import { checkFrames } from './check-frames';
import { checkOwnParts, checkRoot } from './check-own';
import { checkMenus } from './check-menus';
import { checkDress, checkLook, checkTokens } from './check-look';
import { checkPart } from './check-part';
import { checkCircle } from './check-redirects';
import { deepest } from '../draft';

function shape(error: { issues: readonly { path: readonly PropertyKey[]; message: string }[] }): Problem {
  const issue = error.issues[0];
  return new Problem(issue?.message ?? 'The file does not have the right form.', {
    field: issue?.path.map(String).join('.') ?? '',
  });
}

/** A site from unknown data. @throws Problem with the place of the first fault. */
export function readSite(data: unknown): Site {
  const parsed = Site.safeParse(upgradedSite(data));
  if (!parsed.success) throw shape(parsed.error);
  const site = parsed.data;
  checkDress(site, site);
  checkTokens(site.tokens, 'tokens');
  for (const from of Object.keys(site.redirects ?? {})) checkCircle(site.redirects ?? {}, from);
  for (const look of site.looks ?? []) checkLook(site, look);
  for (const section of site.sections ?? []) checkSection(site, section);
  checkOwnParts(site);
  checkFrames(site);
  checkMenus(site);
  return site;
}

/** A kept section is a whole tree below a section, an own part one below a box, and everything in it is what its kind allows. @throws Problem */
export function checkSection(site: Site, section: KeptSection): void {
  checkRoot(section);
  readPage(site, pageOfSection(section));
}

/**
 * A page from unknown data, whole: shape, kinds, structure, values. @throws Problem with the place of the first
 * fault.
 */
export function readPage(site: Site, data: unknown): Page {
  const parsed = Page.safeParse(data);
  if (!parsed.success) throw shape(parsed.error);
  checkTree(parsed.data);
  for (const [id, part] of Object.entries(parsed.data.parts)) checkPart(site, part, id);
  return parsed.data;
}

/** Every part hangs below the root exactly once, and only where its kind may stand. */
function checkTree(page: Page): void {
  const root = page.parts[page.root];
  if (root?.kind !== 'page') throw new Problem('The root of a page is a part of kind "page".', { part: page.root });
  const seen = new Set([page.root]);
  const pile = [{ at: page.root, level: 1 }];
  for (let next = pile.pop(); next !== undefined; next = pile.pop()) {
    const { at, level } = next;
    const part = page.parts[at]!;
    if (level > deepest)
      throw new Problem(`Parts may stand ${deepest} levels deep in one another, and this one stands deeper.`, {
        part: at,
      });
    for (const child of part.children) {
      const held = Object.hasOwn(page.parts, child) ? page.parts[child] : undefined;
      if (!held) throw new Problem(`The part holds "${child}", which the page does not have.`, { part: at });
      if (seen.has(child)) throw new Problem('The part stands in two places.', { part: child });
      if (!mayHold(part.kind, held.kind))
        throw new Problem(
          `A ${kindOf(part.kind).word.toLowerCase()} cannot hold a ${kindOf(held.kind).word.toLowerCase()}.`,
          { part: child },
        );
      seen.add(child);
      pile.push({ at: child, level: level + 1 });
    }
  }
  const lost = Object.keys(page.parts).find((id) => !seen.has(id));
  if (lost !== undefined) throw new Problem('The part hangs nowhere on the page.', { part: lost });
}
