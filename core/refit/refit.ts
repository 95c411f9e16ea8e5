import { baseOf, outwards, rangeOf, type Breakpoint } from '../document/breakpoint';
import { applyEdits } from '../document/edits/apply';
import type { Edit } from '../document/edits/edit';
import type { Page } from '../document/page';
import { withoutSwitchedOff } from '../document/seen/switched-off';
import type { Site } from '../document/site';
import { subtree } from '../document/tree';
import { faultsAt } from '../review/sweep/faults';
import type { Slice } from '../review/sweep/slice';
import { distance } from './distance';
import type { Proposal, Rule, Situation } from './proposal';
import { allRules } from './rules/all';
import { sumOf, troubleAt, type Trouble } from './trouble';

/** Every rule: what changes the structure of a layout first, then what follows from it. */
export const rules: readonly Rule[] = [...allRules].sort((a, b) => a.order - b.order);

/** The narrowest screen that is looked at, in px. */
const least = 320;
const widestLooked = 1920;
/** A change must spare this much trouble, and the more the further it leads from the wide design. */
const worth = 0.4;
const passes = 8;
const rounds = 5;

/** Lays out, on a leaf nobody sees, a page and others that differ from it in the style of parts alone. */
export interface Layout {
  show(page: Page): void;
  /** The page shown, on a screen of this size in px. */
  measure(width: number, height: number): Slice;
}

export interface RefitOptions {
  /** Also where people have set something at the breakpoint. */
  readonly overwrite?: boolean;
  /**
   * Called between layouts with the share that is done, from 0 to 1; may wait, and ends the search by answering
   * false.
   */
  readonly goOn?: (done: number) => Promise<boolean>;
}

/** The widths at which a breakpoint is looked at: its narrowest, its screen, its widest, and halfway between them. */
export function widthsOf(list: readonly Breakpoint[], one: Breakpoint): number[] {
  const { from, to } = rangeOf(list, one);
  const [low, middle, high] = [Math.max(from, least), one.preview.width, Math.min(to, widestLooked)];
  return [...new Set([low, Math.round((low + middle) / 2), middle, Math.round((middle + high) / 2), high])]
    .filter((width) => width >= from && width <= to)
    .sort((a, b) => a - b);
}

type Screen = readonly [width: number, height: number];

/** Screens 16 px from each other over the reach of a breakpoint. */
function closeScreens(list: readonly Breakpoint[], one: Breakpoint): Screen[] {
  const { from, to } = rangeOf(list, one);
  const out: Screen[] = [];
  for (let width = Math.max(from, least); width <= Math.min(to, widestLooked); width += 16)
    out.push([width, one.preview.height]);
  return out;
}

/** A layout as it was looked at: what is wrong with it, and how it lies at the breakpoint's own widths. */
interface Look {
  readonly trouble: Trouble;
  readonly slices: readonly Slice[];
}

/**
 * A breakpoint and the screens it is judged on: its own, and those of the narrower ones, where what is set here holds
 * too.
 */
interface Stage {
  readonly breakpoint: Breakpoint;
  readonly ratio: number;
  readonly own: readonly Screen[];
  readonly below: readonly Screen[];
}

function stagesOf({ breakpoints }: Site): Stage[] {
  const smaller = outwards(breakpoints).filter((one) => one.side === 'down');
  const screens = smaller.map((one) => widthsOf(breakpoints, one).map((width): Screen => [width, one.preview.height]));
  return smaller
    .map((breakpoint, at) => ({
      breakpoint,
      ratio: breakpoint.preview.width / baseOf(breakpoints).preview.width,
      own: screens[at]!,
      below: screens.slice(at + 1).flat(),
    }))
    .filter((one) => one.own.length > 0);
}

/** Returns a key of the field that an edit writes. */
const placeOf = (edit: Edit): string =>
  edit.do === 'set' ? JSON.stringify([edit.part, ...edit.field]) : JSON.stringify(edit);

/** The search for one site and page. */
class Search {
  private readonly found: Proposal[] = [];
  private readonly first: Page;
  private readonly stages: readonly Stage[];

  constructor(
    private readonly site: Site,
    private page: Page,
    private readonly layout: Layout,
    private readonly options: RefitOptions,
  ) {
    this.first = page;
    this.stages = stagesOf(site);
  }

  async run(): Promise<Proposal[]> {
    for (let round = 0, before = -1; round < rounds && before < this.found.length; round++) {
      before = this.found.length;
      // What a narrower breakpoint was given may let a wider one have more: so there are several rounds.
      for (const [at, stage] of this.stages.entries())
        if (!(await this.settle(stage, (share) => (round === 0 ? (at + share) / this.stages.length : 1) * 0.95)))
          return [];
    }
    return (await this.checked()) ? this.found : [];
  }

  private goesOn = (done: number): Promise<boolean> => this.options.goOn?.(done) ?? Promise.resolve(true);

  /**
   * Lays a page out at a stage. Faults count on its own screens and on narrower ones; the weight counts on its own
   * alone, because narrower breakpoints have a stage of their own.
   */
  private look(page: Page, stage: Stage): Look {
    return this.lookUnless(() => false, page, stage)!; // never given up
  }

  /** The same, given up as soon as what was measured so far is too bad: neither faults nor weight ever become less. */
  private lookUnless(isTooBad: (soFar: Trouble) => boolean, page: Page, { own, below }: Stage): Look | undefined {
    this.layout.show(page);
    const slices: Slice[] = [];
    let trouble: Trouble = { faults: 0, weight: 0 };
    for (const [width, height] of own) {
      const slice = this.layout.measure(width, height);
      slices.push(slice);
      trouble = sumOf([trouble, troubleAt(slice, height)]);
      if (isTooBad(trouble)) return undefined;
    }
    for (const [width, height] of below) {
      const faults = trouble.faults + faultsAt(this.layout.measure(width, height)).length;
      trouble = { faults, weight: trouble.weight };
      if (isTooBad(trouble)) return undefined;
    }
    return { trouble, slices };
  }

  /** Goes over the page's parts until no proposal helps any more. */
  private async settle(stage: Stage, progress: (share: number) => number): Promise<boolean> {
    const order = subtree(withoutSwitchedOff(this.page), this.page.root).slice(1);
    let seen = this.look(this.page, stage);
    for (let pass = 0, better = true; better && pass < passes; pass++) {
      better = false;
      for (const [index, part] of order.entries()) {
        if (!(await this.goesOn(progress(pass === 0 ? index / order.length : 1)))) return false;
        for (const rule of rules) {
          const next = this.best(rule, part, stage, seen);
          if (!next) continue;
          this.take(next.proposal);
          this.page = next.page;
          seen = next;
          better = true;
        }
      }
    }
    return true;
  }

  /** Adds a proposal. It replaces an earlier one if it writes all fields of that one. */
  private take(proposal: Proposal): void {
    const written = new Set(proposal.edits.map(placeOf));
    const at = this.found.findIndex(({ edits }) => edits.every((edit) => written.has(placeOf(edit))));
    if (at < 0) this.found.push(proposal);
    else this.found[at] = { ...proposal, before: this.found[at]!.before };
  }

  /** The rule's proposal for a part that spares the most trouble, if one is worth its edits, and the page with it. */
  private best(
    rule: Rule,
    part: string,
    stage: Stage,
    seen: Look,
  ): (Look & { readonly proposal: Proposal; readonly page: Page }) | undefined {
    const situation: Situation = {
      site: this.site,
      page: this.page,
      breakpoint: stage.breakpoint.id,
      slices: seen.slices,
      ratio: stage.ratio,
      overwrite: this.options.overwrite === true,
    };
    let most = rule.isPractice === true ? -Infinity : worth;
    let best: ReturnType<Search['best']>;
    for (const proposal of rule.propose(situation, part)) {
      const page = applyEdits(this.site, this.page, proposal.edits).page;
      const cost = distance(situation, proposal.edits);
      const toBeat = most;
      const spared = ({ weight }: Trouble): number => seen.trouble.weight - weight - cost;
      const isNoBetter = (one: Trouble): boolean => one.faults > seen.trouble.faults || spared(one) <= toBeat;
      const look = this.lookUnless(isNoBetter, page, stage);
      if (!look) continue;
      most = spared(look.trouble);
      best = { ...look, proposal, page };
    }
    return best;
  }

  /**
   * Counts the faults of a page at widths close to each other, over every smaller breakpoint; stops counting above
   * `limit`.
   */
  private wrong(page: Page, limit = Infinity): number {
    this.layout.show(page);
    let count = 0;
    for (const { breakpoint } of this.stages)
      for (const [width, height] of closeScreens(this.site.breakpoints, breakpoint)) {
        count += faultsAt(this.layout.measure(width, height)).length;
        if (count > limit) return count;
      }
    return count;
  }

  /**
   * Removes the most harmful proposals until the page has no more faults than before. A proposal was measured at
   * a few widths only, so that it may cause faults between them.
   */
  private async checked(): Promise<boolean> {
    const before = this.wrong(this.first);
    let after = this.wrong(this.page, before);
    while (after > before && this.found.length > 0) {
      if (!(await this.goesOn(0.98))) return false;
      const { dropped, wrong } = this.leastWrongWithout();
      this.found.splice(dropped, 1);
      after = wrong;
    }
    return true;
  }

  /** The place of the proposal without which the fewest things are wrong, and how many those are. */
  private leastWrongWithout(): { readonly dropped: number; readonly wrong: number } {
    let best = { dropped: 0, wrong: Infinity };
    for (const dropped of this.found.keys()) {
      const edits = this.found.toSpliced(dropped, 1).flatMap((one) => one.edits);
      const wrong = this.wrong(applyEdits(this.site, this.first, edits).page, best.wrong);
      if (wrong < best.wrong) best = { dropped, wrong };
    }
    return best;
  }
}

/**
 * Overrides for the smaller breakpoints that, laid out and measured one by one, leave less wrong than there is: those
 * of a wider breakpoint first, since the narrower inherit them. The base and what
 * people set are left alone, order and visibility too. Run on a page that has them, it proposes nothing. Empty when
 * it was ended.
 */
export const refit = (site: Site, page: Page, layout: Layout, options: RefitOptions = {}): Promise<Proposal[]> =>
  new Search(site, page, layout, options).run();
