import { kindOf, kinds as allKinds, mayHold, statesOf, tagged } from '../kinds/registry';
import { blankPage, type Page, type Part } from '../page';
import { blankSite, type Site } from '../site';
import { commonStates, type Declarations, type State, type StyleMap } from '../style-map';
import { properties } from '../../style/properties';

const kindNames = allKinds.filter((one) => !one.refers).map((one) => one.kind);

/** A token that has another name than its id, differs on phones and names one that is gone. */
const randomTokens: Site['tokens'] = {
  ink: { name: 'water', kind: 'colour', values: { wide: 'var(--deep)', phone: '#a03040' } },
  deep: { name: 'deep', kind: 'colour', values: { wide: '#22333b', tablet: '#1a2a30' }, gone: true },
};

/**
 * What random pages set: what geometry does not reckon with, as turned, floating or vertical parts, is tried by tests
 * of its own.
 */
const set = properties.filter((one) => !one.seldom && one.group !== 'effect' && one.group !== 'motion');

/** Random sites, pages and styles for tests: the same for the same seed, or for the same numbers drawn. */
export class RandomPages {
  private state: number;
  /** The numbers drawn so far. */
  readonly drawn: number[] = [];

  /**
   * Draws `given` numbers first and then nothing but zeros, or, where none are given, numbers that follow from the
   * seed.
   */
  constructor(
    readonly seed: number,
    private readonly given?: readonly number[],
  ) {
    this.state = seed | 0;
  }

  /** The numbers given are used up: what is made from now on is as small as can be. */
  private get isSpent(): boolean {
    return this.given !== undefined && this.drawn.length >= this.given.length;
  }

  /** A number from 0 up to but not including 1. */
  number(): number {
    const next = this.given ? (this.given[this.drawn.length] ?? 0) : this.fromSeed();
    this.drawn.push(next);
    return next;
  }

  /** Mulberry32. */
  private fromSeed(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  below(limit: number): number {
    return Math.floor(this.number() * limit);
  }

  pick<T>(list: readonly T[]): T {
    const one = list[this.below(list.length)];
    if (one === undefined) throw new Error('Nothing to pick from.');
    return one;
  }

  chance(share: number): boolean {
    const number = this.number();
    return number > 0 && number < share;
  }

  /** A value that the property's grammar allows. */
  value(property: string): string {
    const length = `${this.pick([0, 1, 4, 7.5, 12, 24, 60])}${this.pick(['px', 'px', 'em', 'rem', '%', 'vw'])}`;
    const plain = length.replace('%', 'px');
    if (/color$/.test(property))
      return this.pick(['#22333b', '#fff', 'rgb(140 47 57 / 0.5)', 'oklch(60% 0.1 200)', 'var(--ink)', 'transparent']);
    if (/^(padding|margin|top|right|bottom|left)/.test(property)) return length;
    if (/width$|height$|basis$/.test(property) && !/^border|^(line-height|scrollbar-width)$/.test(property))
      return this.pick([length, '50%', '12ch', '40vh']);
    if (/radius$|^border-.*width$|gap$/.test(property)) return plain;
    if (property === 'font-size') return this.pick(['12px', '1.25rem', '1.5em', '90%', 'larger']);
    if (property === 'font-family') return this.pick(['serif', '"Spline Sans Mono", monospace', 'sans-serif']);
    if (property === 'grid-template-columns')
      return this.pick(['1fr', '1fr 2fr', 'repeat(3, 1fr)', 'minmax(40px, 1fr) 100px']);
    if (property === 'background-image')
      return this.pick(['none', 'linear-gradient(90deg, #fff, #0008)', 'radial-gradient(red, blue)']);
    if (property === 'box-shadow') return this.pick(['none', '0 1px 3px rgb(0 0 0 / 0.3)']);
    return this.pick(properties.find((one) => one.name === property)?.choices ?? ['inherit']);
  }

  declarations(most: number): Declarations {
    const out: Declarations = {};
    for (let count = this.below(most + 1); count > 0; count--) {
      const { name } = this.pick(set);
      out[name] = this.chance(0.05) ? this.pick(['inherit', 'initial']) : this.value(name);
    }
    return out;
  }

  style(site: Pick<Site, 'breakpoints'>, most: number, among: readonly State[] = commonStates): StyleMap {
    const style: StyleMap = {};
    for (const breakpoint of site.breakpoints) {
      for (const state of among) {
        if (!this.chance(state === 'normal' ? 0.6 : 0.08)) continue;
        const declarations = this.declarations(most);
        if (Object.keys(declarations).length > 0)
          style[breakpoint.id] = { ...style[breakpoint.id], [state]: declarations };
      }
    }
    return style;
  }

  site(): Site {
    const blank: Site = { ...blankSite('random', 'Random', 'random'), tokens: randomTokens, fonts: [] };
    const tags = ['body', 'h1', 'h2', 'p', 'a', 'section', 'div'];
    return {
      ...blank,
      elements: Object.fromEntries(tags.filter(() => this.chance(0.6)).map((tag) => [tag, this.style(blank, 3)])),
      classes: ['card', 'measure', 'loud'].map((id) => ({ id, name: `${id}-x`, style: this.style(blank, 3) })),
    };
  }

  /** A page with about so many parts. */
  page(site: Site, size: number): Page {
    const blank = blankPage('random-page', 'A random page', '/');
    const parts: Record<string, Part> = { ...blank.parts };
    let count = 0;
    const inner = kindNames.filter((kind) => kindOf(kind).group !== 'page');
    while (count < size && (count === 0 || !this.isSpent)) {
      const holders = Object.keys(parts).filter((id) => kindOf(parts[id]!.kind).holds.length > 0);
      const parent = this.pick(holders);
      const kinds = inner.filter((kind) => mayHold(parts[parent]!.kind, kind));
      const id = `p${++count}`;
      parts[id] = this.part(site, this.pick(kinds));
      const children = parts[parent]!.children;
      parts[parent] = { ...parts[parent]!, children: children.toSpliced(this.below(children.length + 1), 0, id) };
    }
    return { ...blank, parts };
  }

  part(site: Site, kind: string): Part {
    const entry = kindOf(kind);
    const base = this.content(kind);
    return tagged({
      kind,
      children: [],
      tag: this.pick(
        entry.tags.includes('nav') && entry.tags.length === 1
          ? entry.tags
          : entry.tags.filter(
              (tag) => !/^(nav|ul|ol|li|figcaption)$/.test(tag) && (tag !== 'a' || entry.tags.length === 1),
            ),
      ),
      classes: ['card', 'measure', 'loud'].filter(() => this.chance(0.2)),
      style: this.style(site, 5, statesOf(kind)),
      content: { base, ...this.says(kind, base) },
      attributes: this.chance(0.1) ? { title: 'A “title” & <more>' } : {},
    });
  }

  /** Now and then another wording at a breakpoint, of the same element. */
  private says(kind: string, base: Record<string, unknown>): Record<string, Record<string, unknown>> {
    if (kindOf(kind).fields.every((field) => field.key !== 'text' || field.varies !== true) || this.chance(0.8))
      return {};
    const at = this.pick(['tablet', 'phone']);
    if ((kindOf(kind).tagFor?.([base]) ?? 'p') !== 'p') {
      const more = { at: 'a9', block: { tag: 'p', says: this.pick(['More', 'Less <said>']) } };
      return { [at]: { text: { ...(base['text'] as object), more } } }; // what is no paragraph is a record of blocks
    }
    return { [at]: { text: this.pick(['Shorter', 'Less <said>', '']) } };
  }

  private content(kind: string): Record<string, unknown> {
    return this.pick(kindOf(kind).examples);
  }
}
