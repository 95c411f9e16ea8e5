import { sharingParts } from '../document/changes';
import type { Page } from '../document/page';
import { withoutSwitchedOff } from '../document/seen/switched-off';
import { pathTo, subtree } from '../document/tree';
import type { Check, Reviewed } from './check';
import { allChecks as checks } from './checks/all';
import { severities, type Finding } from './finding';
import { mergedAcross } from './merged';

const known = (check: Check, reviewed: Reviewed): boolean =>
  check.looks === 'leaves'
    ? reviewed.leaves !== undefined
    : check.looks === 'sweep'
      ? reviewed.swept !== undefined
      : true;

/**
 * Reviews pages one after another; of a page it has seen before, it looks again only at parts that changed and at
 * what stands in them.
 */
export class Reviewer {
  private page: Page | undefined;
  private site: Reviewed['site'] | undefined;
  private readonly byPart = new Map<string, Finding[]>();
  /** How many parts the last review looked at anew. */
  looked = 0;

  /** All findings, the gravest first, then in document order. */
  review({ page: whole, ...rest }: Reviewed): Finding[] {
    const reviewed = { ...rest, page: withoutSwitchedOff(whole) };
    const siteSame = JSON.stringify(this.site) === JSON.stringify(reviewed.site);
    const page = this.page && siteSame ? sharingParts(reviewed.page, this.page) : reviewed.page;
    const order = subtree(page, page.root);
    const before = siteSame ? this.page : undefined;
    const same = (id: string): boolean => before !== undefined && before.parts[id] === page.parts[id];
    const perPart = checks.filter((one) => one.looks === 'part');
    const current = { ...reviewed, page };
    this.looked = 0;
    for (const id of this.byPart.keys()) if (!Object.hasOwn(page.parts, id)) this.byPart.delete(id);
    for (const id of order) {
      // a box's order depends on what it holds
      if (this.byPart.has(id) && pathTo(page, id).every(same) && subtree(page, id).every(same)) continue;
      this.byPart.set(
        id,
        perPart.flatMap((check) => check.find(current, id)),
      );
      this.looked++;
    }
    this.page = page;
    this.site = reviewed.site;
    const others = checks.flatMap((check) => {
      if (check.looks === 'part' || !known(check, current)) return [];
      return check.looks === 'leaves' ? order.flatMap((id) => check.find(current, id)) : check.find(current, page.root);
    });
    const place = new Map(order.map((id, index) => [id, index]));
    return mergedAcross(reviewed.site, page, [...order.flatMap((id) => this.byPart.get(id) ?? []), ...others]).sort(
      (a, b) =>
        severities.indexOf(a.severity) - severities.indexOf(b.severity) ||
        (place.get(a.part) ?? 0) - (place.get(b.part) ?? 0),
    );
  }
}
