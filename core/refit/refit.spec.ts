import { standardBreakpoints } from '../document/breakpoint';
import { applyEdits } from '../document/edits/apply';
import { pageOfSection } from '../document/sections/kept-section';
import type { Page } from '../document/page';
import { planted, type Tree } from '../document/sections/planting';
import { blankSite } from '../document/site';
import type { Slice, SweptPart } from '../review/sweep/slice';
import { resolve } from '../style/cascade';
import { refit, widthsOf, type Layout } from './refit';

const site = blankSite('s', 'S', 'site');
/** A page with a picture of 480 px, and a heading as large as 76 px. */
const tree: Tree = {
  kind: 'section',
  holds: [
    { kind: 'image', base: { width: '480px' } },
    { kind: 'heading', tag: 'h1', base: { 'font-size': '76px' } },
  ],
};
const page = pageOfSection(planted(site, tree, (kind) => kind));

/**
 * A layout by arithmetic instead of a browser: widths in px, or as wide as the screen; `spoilt` widths tell of a
 * fault once the title is smaller than it was.
 */
class Arithmetic implements Layout {
  private page: Page = page;
  readonly seen: number[] = [];
  constructor(private readonly spoilt: (width: number) => boolean = () => false) {}

  show(next: Page): void {
    this.page = next;
  }

  measure(width: number): Slice {
    this.seen.push(width);
    const breakpoint = width <= 600 ? 'phone' : width <= 1024 ? 'tablet' : 'wide';
    const value = (part: string, property: string): number =>
      Number.parseFloat(resolve(site, this.page, part, breakpoint, 'normal', property).value);
    const free = resolve(site, this.page, 'image', breakpoint, 'normal', 'width').value === '100%';
    const wide = free ? width : value('image', 'width');
    const size = value('heading', 'font-size');
    const spoils = size < 76 && this.spoilt(width);
    const still = {
      position: 'static',
      display: 'block',
      overflowX: 'visible',
      overflowY: 'visible',
      columnGap: 0,
      rowGap: 0,
      paddingX: 0,
      paddingY: 0,
      lines: [],
      characters: 0,
    };
    const part = (kind: string, across: number, fontSize = 16, level?: number): SweptPart => {
      const box = { left: 0, top: 0, width: across, height: 100 };
      return {
        id: kind,
        kind,
        parent: kind === 'section' ? undefined : 'section',
        ...still,
        box,
        port: box,
        fontSize,
        level,
      };
    };
    const parts = [part('section', width), part('image', wide), part('heading', spoils ? width + 40 : width, size, 1)];
    return {
      width,
      scrollWidth: Math.max(...parts.map((one) => one.box.width), width),
      parts: new Map(parts.map((one) => [one.id, one])),
    };
  }
}

describe('The search for overrides', () => {
  it('looks at the narrowest, the widest and the screen of a breakpoint, and halfway between them', () => {
    const [, tablet, phone] = standardBreakpoints;
    expect(widthsOf(standardBreakpoints, phone!)).toEqual([320, 355, 390, 495, 600]);
    expect(widthsOf(standardBreakpoints, tablet!)).toEqual([601, 711, 820, 922, 1024]);
  });

  it('takes what leaves less wrong, at the breakpoint where it is wrong, and then nothing more', async () => {
    const proposals = await refit(site, page, new Arithmetic());
    expect(proposals.filter((one) => one.part === 'image').map((one) => [one.breakpoint, one.after])).toEqual([
      ['phone', 'width 100%, max-width 480px'],
    ]);
    const title = proposals.filter((one) => one.part === 'heading');
    expect(title.every((one) => Number.parseFloat(one.after) < 76)).toBeTrue();
    expect(title.map((one) => one.breakpoint)).toContain('phone');
    const after = applyEdits(
      site,
      page,
      proposals.flatMap((one) => one.edits),
    ).page;
    expect(await refit(site, after, new Arithmetic())).toEqual([]);
  });

  it('lets go what does harm at widths between those it decides on, and nothing else', async () => {
    const title = async (layout: Layout): Promise<string[]> =>
      (await refit(site, page, layout)).filter((one) => one.part === 'heading').map((one) => one.breakpoint);
    const decided = new Set(widthsOf(standardBreakpoints, standardBreakpoints[1]!));
    const between = (width: number): boolean => width > 600 && !decided.has(width);
    expect(await title(new Arithmetic())).toContain('tablet');
    expect(await title(new Arithmetic(between))).not.toContain('tablet');
    expect((await refit(site, page, new Arithmetic(between))).some((one) => one.part === 'image')).toBeTrue();
  });

  it('proposes nothing that makes more wrong at a width it decides on', async () => {
    const proposals = await refit(site, page, new Arithmetic((width) => width === 390));
    expect(proposals.some((one) => one.part === 'heading')).toBeFalse();
    expect(proposals.some((one) => one.part === 'image')).toBeTrue();
  });

  it('tells how far it is, never backwards, and ends with nothing when it is told to', async () => {
    const told: number[] = [];
    await refit(site, page, new Arithmetic(), { goOn: (done) => (told.push(done), Promise.resolve(true)) });
    expect(told.length).toBeGreaterThan(4);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.every((one) => one >= 0 && one <= 1)).toBeTrue();
    expect(await refit(site, page, new Arithmetic(), { goOn: () => Promise.resolve(false) })).toEqual([]);
  });

  it('never looks at the base', async () => {
    const layout = new Arithmetic();
    await refit(site, page, layout);
    expect(layout.seen.filter((width) => width > 1024)).toEqual([]);
  });
});
