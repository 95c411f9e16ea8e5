import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { fromEvent, merge, switchMap } from 'rxjs';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Popover } from 'primeng/popover';
import { Select } from 'primeng/select';
import { PageSession } from '../../services/page-session';
import { elementOf, valueOf } from '../../theme/from-event';
import { Hint } from '../../theme/hint';
import { LinkCommands, naming } from '../commands/link-commands';
import { baseOf } from '@core/document/breakpoint';
import { namedValue, storedValue, tokensFor } from '@core/style/tokens/tokens';
import type { Box } from '@core/geometry/box';
import type { AtSelection } from './rich-text';
import type { RichWriting } from './rich-writing';

/** Where a leaf's frame stands in the window, and its scale. */
export interface PlacedLeaf {
  place(): DOMRect;
  scale(): number;
}

interface Mark {
  readonly name: string;
  readonly sign: string;
  readonly says: string;
}

const plainMarks: readonly Mark[] = [
  { name: 'bold', sign: 'B', says: 'Bold · Ctrl+B' },
  { name: 'italic', sign: 'I', says: 'Italic · Ctrl+I' },
  { name: 'underline', sign: 'U', says: 'Underline · Ctrl+U' },
];
const rareMarks: readonly Mark[] = [
  { name: 'strike', sign: 'Strike', says: 'Strike through' },
  { name: 'code', sign: 'Code', says: 'Code' },
  { name: 'small', sign: 'Small', says: 'Small print' },
  { name: 'mark', sign: 'Highlight', says: 'Highlight' },
  { name: 'sub', sign: 'Subscript', says: 'Subscript' },
  { name: 'sup', sign: 'Superscript', says: 'Superscript' },
];
const blocks = [
  { tag: 'p', word: 'Paragraph' },
  ...[2, 3, 4, 5, 6].map((level) => ({ tag: `h${level}`, word: `Heading ${level}` })),
  { tag: 'ul', word: 'List' },
  { tag: 'ol', word: 'Numbered list' },
  { tag: 'blockquote', word: 'Quote' },
  { tag: 'pre', word: 'Code' },
];

/** The block that is named for a selection: a list or quote before the paragraphs in it. */
const blockAt = ({ blocks: tags }: AtSelection): string =>
  tags.findLast((tag) => blocks.some((one) => one.tag === tag) && tag !== 'p') ?? 'p';

const room = 8;
/** Below the top bar of the workbench. */
const highest = 52;
/** A part’s name may stand below it. */
const underTag = 16;

/** What can be done to the words at the selection, beside them. */
@Component({
  selector: 'fold-writing-bar',
  providers: [LinkCommands],
  imports: [Button, FormsModule, Hint, InputText, Popover, Select],
  templateUrl: './writing-bar.html',
  styleUrl: './writing-bar.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WritingBar {
  readonly writing = input.required<RichWriting>();
  readonly leaf = input.required<PlacedLeaf>();
  private readonly session = inject(PageSession);
  private readonly linking = inject(LinkCommands);
  private readonly bar = viewChild.required<ElementRef<HTMLElement>>('bar');

  protected readonly plainMarks = plainMarks;
  protected readonly rareMarks = rareMarks;
  protected readonly blocks = blocks;
  protected readonly hasBlocks = computed(() => this.writing().form === 'blocks');
  protected readonly at = computed(() => this.writing().at());
  protected readonly block = computed(() => {
    const at = this.at();
    return at ? blockAt(at) : 'p';
  });
  protected readonly classes = computed(() => [
    { id: '', name: 'none' },
    ...(this.session.site()?.classes ?? []).map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly tokens = computed(() => {
    const site = this.session.site();
    return site ? tokensFor(site, 'color').map(({ name }) => `var(--${name})`) : [];
  });
  /** The colour of the words as it is read: tokens by their names. */
  protected readonly color = computed(() => {
    const [site, color] = [this.session.site(), this.at()?.values.color ?? ''];
    return site ? namedValue(site, color, baseOf(site.breakpoints).id) : color;
  });
  protected readonly placed = signal<{ readonly left: number; readonly top: number } | undefined>(undefined);

  constructor() {
    effect(() => {
      this.writing().box();
      untracked(() => this.put());
    });
    merge(fromEvent(window, 'resize'), fromEvent(document, 'scroll', { capture: true }))
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.put());
    toObservable(this.writing)
      .pipe(
        switchMap((writing) => writing.asksForLink),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.link());
    toObservable(this.writing)
      .pipe(
        switchMap((writing) => writing.asksForBar),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.stops()[0]?.focus());
  }

  /** Above the part, so that it hides none of it; else below it; where the part fills the window, above the words. */
  private put(): void {
    const [box, part] = [this.writing().box(), this.writing().partBox()];
    if (!box || !part) return this.placed.set(undefined);
    const [frame, scale] = [this.leaf().place(), this.leaf().scale()];
    const { width, height } = this.bar().nativeElement.getBoundingClientRect();
    const above = ({ top }: Box): number => frame.top + top * scale - height - room;
    const below = ({ top, height: high }: Box): number => frame.top + (top + high) * scale + room + underTag;
    const lowest = window.innerHeight - height - room;
    const tops = [above(part), below(part), above(box), below(box)];
    const top = tops.find((one) => one >= highest && one <= lowest) ?? Math.max(highest, Math.min(above(box), lowest));
    const left = Math.max(room, Math.min(frame.left + part.left * scale, window.innerWidth - width - room));
    this.placed.set({ left, top });
  }

  protected isOn(mark: string): boolean {
    return this.at()?.marks.has(mark) ?? false;
  }

  protected become(tag: string): void {
    const current = this.block();
    if (tag === 'p' && ['ul', 'ol', 'blockquote', 'pre'].includes(current)) this.writing().become(current);
    else if (tag !== current) this.writing().become(tag);
    else this.writing().focus();
  }

  /** Asks where the selected words are to lead; the caret in a link means the whole of it. */
  protected async link(): Promise<void> {
    const writing = this.writing();
    const at = await writing.atLast();
    const answer = await this.linking.ask({ link: at.link, asksForWords: at.empty && !at.link });
    if (answer) {
      const { to, newTab, label, words } = answer;
      writing.link(to === '' ? undefined : { to, newTab, label }, words, naming(answer));
    } else writing.focus();
  }

  protected setValue(name: 'lang' | 'class' | 'color', value: string): void {
    this.writing().setValue(name, value.trim());
  }
  protected setTyped(name: 'lang' | 'color', event: Event): void {
    const site = this.session.site();
    const typed = valueOf(event);
    this.setValue(name, site && name === 'color' ? storedValue(site, typed) : typed);
  }

  /** Clicks leave the focus in the text. */
  protected keep(event: Event): void {
    if (!elementOf(event).closest('input, .p-select')) event.preventDefault();
  }

  /** Arrows go from control to control, Escape back to the text. */
  protected keyed(event: KeyboardEvent): void {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      return this.writing().focus();
    }
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const stops = this.stops();
    const current = stops.findIndex((one) => one === document.activeElement);
    if (step === 0 || current === -1) return;
    event.preventDefault();
    stops[(current + step + stops.length) % stops.length]!.focus();
  }

  private stops(): HTMLElement[] {
    return [...this.bar().nativeElement.querySelectorAll<HTMLElement>('button, [role=combobox]')];
  }
}
