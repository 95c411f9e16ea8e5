import { rulesInSheet, type Patch } from '@core/compile/canvas';
import { heldAttribute } from '@core/compile/rules';
import type { State } from '@core/document/style-map';
import { holderTag, type ElementText, type Run } from '@core/compile/markup';
import type { Laid } from '@core/geometry/box';
import { gridLines } from '@core/geometry/grid-cells';
import type { Page } from '@core/document/page';
import { isElement, isNode } from '../../theme/from-event';
import { measureElement } from './measuring';
import { isForWork } from './opened-items';

/** A block of a layer, also of a leaf’s frame, whose rules are of another window. */
const isLayerBlock = (rule: CSSRule): rule is CSSLayerBlockRule => 'insertRule' in rule && 'name' in rule;

/** The element that stands for a part among its siblings: its own, or the `picture` around it. */
const outermostOf = (element: HTMLElement): HTMLElement =>
  element.parentElement?.localName === 'picture' ? element.parentElement : element;

/** The element around what an element holds, where it has one. */
const holderOf = (element: Element): HTMLElement | null => element.querySelector<HTMLElement>(`:scope > ${holderTag}`);

/** The layer block of a style of parts' rules, which is its only rule. */
function layerOf(style: Element | undefined): CSSLayerBlockRule | undefined {
  const rule = (style as HTMLStyleElement | undefined)?.sheet?.cssRules[0]; // of the class that only styles have
  return rule && isLayerBlock(rule) ? rule : undefined;
}

/** Words without anything HTML would read as more than words (HTML, 13.2.5.1: data state). */
const isBare = (inner: string): boolean => inner !== '' && !/[<&\0\r]/.test(inner);

/** Draws one page into the document of a leaf's frame, and changes only what a patch names. */
export class LeafPainter {
  /** The parts whose rules stand in each sheet, in order. */
  private sheets: string[][] = [];
  /** In which sheet the rule of a part stands. */
  private sheetOf = new Map<string, number>();
  /** The part being written in this leaf: its text is the writer's until writing ends. */
  writing: string | undefined;

  constructor(readonly document: Document) {}

  /** Writes a whole compiled page. */
  load(html: string, sheets: readonly (readonly string[])[]): void {
    this.document.open();
    this.document.write(html);
    this.document.close();
    this.sheets = sheets.map((ids) => [...ids]);
    this.sheetOf = new Map(sheets.flatMap((ids, sheet) => ids.map((id) => [id, sheet] as const)));
  }

  element(id: string): HTMLElement | null {
    return this.document.querySelector<HTMLElement>(`[data-part="${CSS.escape(id)}"]`);
  }

  /** The part an element of the page belongs to. */
  partAt(target: EventTarget | null): string | undefined {
    if (!isNode(target)) return undefined;
    const element = isElement(target) ? target : target.parentElement;
    return element?.closest<HTMLElement>('[data-part]')?.dataset['part'];
  }

  /** Shows parts as they are in a state, whatever the pointer does. */
  hold(ids: readonly string[], state: State): void {
    for (const element of this.document.querySelectorAll(`[${heldAttribute}]`)) element.removeAttribute(heldAttribute);
    if (state !== 'normal') for (const id of ids) this.element(id)?.setAttribute(heldAttribute, state);
  }

  apply(patch: Patch): void {
    for (const [piece, css] of patch.shared) this.setPiece(piece, css);
    const elementOf = this.finding(patch.elements.size);
    for (const [id, text] of patch.elements) this.setElement(id, elementOf(id), text);
    const kept = this.gather(patch);
    for (const [parent, runs] of patch.arranged) this.arrange(kept.get(parent) ?? this.element(parent), runs, kept);
    const styles = this.document.getElementsByClassName('fold-own');
    for (const [id, rule] of patch.rules) this.setRule(styles, id, rule);
    const lent = this.document.getElementById('fold-lent');
    if (lent && patch.lent !== undefined) lent.textContent = patch.lent;
    if (patch.language !== undefined) this.document.documentElement.lang = patch.language;
  }

  /** The boxes of all parts in px of the frame's viewport, with the direction each box's contents flow in. */
  measure(page: Page): Laid[] {
    const view = this.document.defaultView;
    if (!view) return [];
    const laid: Laid[] = [];
    const visit = (id: string, depth: number): void => {
      const element = this.element(id);
      if (!element) return;
      const { left, top, width, height } = element.getBoundingClientRect();
      const grid = view.getComputedStyle(element).display.endsWith('grid')
        ? gridLines(measureElement(view, element, id, undefined))
        : undefined;
      laid.push({
        id,
        depth,
        ...this.flowOf(view, element),
        box: { left, top, width, height },
        ...(grid && { grid }),
      });
      for (const child of page.parts[id]?.children ?? []) visit(child, depth + 1);
    };
    visit(page.root, 0);
    return laid.filter((one) => one.box.width > 0 || one.box.height > 0);
  }

  private flowOf(view: Window, element: HTMLElement): Pick<Laid, 'axis' | 'reversed' | 'outOfFlow'> {
    const style = view.getComputedStyle(element);
    const flex = style.display.endsWith('flex');
    const row = flex
      ? style.flexDirection.startsWith('row')
      : style.display.endsWith('grid') && style.gridTemplateColumns.trim().split(/\s+/).length > 1;
    const turned = flex && style.flexDirection.endsWith('reverse');
    const reversed = turned !== (row && style.direction === 'rtl');
    const outOfFlow = style.position === 'absolute' || style.position === 'fixed';
    return { axis: row ? 'row' : 'column', ...(reversed && { reversed }), ...(outOfFlow && { outOfFlow }) };
  }

  /** Writes one piece of what the page takes from its site; a new one goes to the end of them. */
  private setPiece(piece: string, css: string | undefined): void {
    const found = this.document.querySelector<HTMLStyleElement>(`style[data-piece="${CSS.escape(piece)}"]`);
    if (css === undefined) return found?.remove();
    if (found) return void (found.textContent = css);
    const style = this.document.createElement('style');
    style.dataset['piece'] = piece;
    style.textContent = css;
    this.document.getElementById('fold-lent')?.before(style);
  }

  private setRule(styles: HTMLCollectionOf<Element>, id: string, rule: string | undefined): void {
    const known = this.sheetOf.get(id);
    if (known === undefined) {
      if (rule !== undefined) this.addRule(styles, id, rule);
      return;
    }
    const ids = this.sheets[known]!;
    const layer = layerOf(styles[known]);
    const index = ids.indexOf(id);
    layer?.deleteRule(index);
    if (rule !== undefined) return void layer?.insertRule(rule, index);
    ids.splice(index, 1);
    this.sheetOf.delete(id);
  }

  private addRule(styles: HTMLCollectionOf<Element>, id: string, rule: string): void {
    const last = this.sheets.at(-1);
    if (!last || last.length >= rulesInSheet) {
      const style = this.document.createElement('style');
      style.className = 'fold-own';
      style.textContent = '@layer own{}';
      this.document.head.append(style);
      this.sheets.push([]);
    }
    const sheet = this.sheets.length - 1;
    layerOf(styles[sheet])?.insertRule(rule, this.sheets[sheet]!.push(id) - 1);
    this.sheetOf.set(id, sheet);
  }

  /** How so many elements are found: many by looking through the document once. */
  private finding(count: number): (id: string) => HTMLElement | null {
    if (count < 20) return (id) => this.element(id);
    const all = new Map<string, HTMLElement>();
    for (const one of this.document.querySelectorAll<HTMLElement>('[data-part]'))
      all.set(one.getAttribute('data-part')!, one);
    return (id) => all.get(id) ?? null;
  }

  private setElement(id: string, found: HTMLElement | null, text: ElementText): void {
    let element = found;
    if (!element) return;
    if (element.localName !== text.tag && id !== this.writing) element = this.retag(element, text.tag);
    for (const name of element.getAttributeNames())
      if (
        !(name in text.attributes) &&
        name !== 'contenteditable' &&
        name !== heldAttribute &&
        !isForWork(element, name)
      )
        element.removeAttribute(name);
    for (const [name, value] of Object.entries(text.attributes))
      if (element.getAttribute(name) !== value) element.setAttribute(name, value);
    this.wrap(element, text.sources);
    if (text.inner === undefined) this.setBefore(element, text.before ?? '', text.holder);
    if (text.inner !== undefined && id !== this.writing) this.setInner(element, text.inner);
  }

  /** Writes what an element says; bare words where bare words stand, which is far less work for the browser. */
  private setInner(element: HTMLElement, inner: string): void {
    if (element.innerHTML === inner) return;
    const [only, ...others] = element.childNodes;
    if (only?.nodeType === Node.TEXT_NODE && others.length === 0 && isBare(inner)) only.nodeValue = inner;
    else element.innerHTML = inner;
  }

  /** Writes what stands before the parts an element holds, and puts them into a holder or out of it. */
  private setBefore(element: HTMLElement, before: string, holder: ElementText['holder']): void {
    for (const child of [...element.children]) if (!this.isOfParts(child)) child.remove();
    let present = holderOf(element);
    if (present && !holder) present.replaceWith(...present.childNodes);
    if (!present && holder) {
      present = this.document.createElement(holderTag);
      present.append(...element.children);
      element.append(present);
    }
    for (const [name, value] of Object.entries(holder ?? {})) present?.setAttribute(name, value);
    element.insertAdjacentHTML('afterbegin', before);
  }

  /** Whether an element is a part's, or holds some. */
  private isOfParts = (element: Element): boolean =>
    element.hasAttribute('data-part') || ['main', 'picture', holderTag].includes(element.localName);

  /** Puts an element into a `picture` with these sources, or out of it. */
  private wrap(element: HTMLElement, sources: string | undefined): void {
    const around = outermostOf(element);
    if (sources === undefined) {
      if (around !== element) around.replaceWith(element);
      return;
    }
    const picture = around === element ? this.document.createElement('picture') : around;
    if (around === element) element.replaceWith(picture);
    for (const old of picture.querySelectorAll('source')) old.remove();
    picture.insertAdjacentHTML('afterbegin', sources);
    picture.append(element);
  }

  private retag(element: HTMLElement, tag: string): HTMLElement {
    const next = this.document.createElement(tag);
    for (const { name, value } of [...element.attributes]) next.setAttribute(name, value);
    next.append(...element.childNodes);
    element.replaceWith(next);
    return next;
  }

  /** The elements of all children that are arranged, before any of them is moved: one may go from parent to parent. */
  private gather({ arranged, subtrees }: Patch): Map<string, HTMLElement> {
    const kept = new Map<string, HTMLElement>();
    for (const runs of arranged.values())
      for (const id of runs.flatMap((run) => run.ids)) {
        // one put in may take the place of one of its name
        const element = this.made(subtrees.get(id)) ?? this.element(id);
        if (element) kept.set(id, outermostOf(element));
      }
    return kept;
  }

  private arrange(holder: HTMLElement | null, runs: readonly Run[], kept: ReadonlyMap<string, HTMLElement>): void {
    if (!holder) return;
    const wanted = runs.flatMap((run) => {
      const children = run.ids.flatMap((id) => kept.get(id) ?? []);
      if (!run.main) return children;
      const main = holder.querySelector(':scope > main') ?? this.document.createElement('main');
      this.setChildren(main, children);
      return [main];
    });
    const inside = holderOf(holder) ?? holder;
    const before = inside === holder ? [...holder.children].filter((child) => !this.isOfParts(child)) : [];
    this.setChildren(inside, [...before, ...wanted]);
  }

  /** Gives an element exactly these children, moving only those that stand elsewhere. */
  private setChildren(holder: Element, children: readonly Element[]): void {
    const keep = new Set(children);
    for (const child of [...holder.children]) if (!keep.has(child)) child.remove();
    children.forEach((child, index) => {
      if (holder.children[index] !== child) holder.insertBefore(child, holder.children[index] ?? null);
    });
  }

  private made(html: string | undefined): HTMLElement | undefined {
    if (html === undefined) return undefined;
    const template = this.document.createElement('template');
    template.innerHTML = html;
    return template.content.querySelector<HTMLElement>('*') ?? undefined;
  }
}
