import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { DestroyRef } from '@angular/core';
import { Observable } from 'rxjs';
import { OneOf } from '../theme/one-of';
import { narrowest, widest, type Breakpoint } from '@core/document/breakpoint';
import { listenerOf } from '../theme/from-event';
import { IconButton } from '../theme/icon-button';
import { sayTo, toldBy, type Told } from './framed-page';

/** A page to be shown; shown anew whenever it is set, also the same one. */
export interface FramedAddress {
  readonly address: string;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

const sizeOf = (element: HTMLElement): Observable<Size> =>
  new Observable((heard) => {
    const observer = new ResizeObserver(() => heard.next({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  });

/** So wide the edge is that is dragged, in px. */
const edge = 8;
/** So much the arrow keys make the page wider or narrower, in px; with Shift, one. */
const step = 10;

/** A page in a frame as wide as asked for: as wide as there is room, as at a breakpoint, or dragged by its edge. */
@Component({
  selector: 'fold-sized-frame',
  imports: [IconButton, OneOf],
  templateUrl: './sized-frame.html',
  styleUrl: './sized-frame.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SizedFrame {
  readonly shown = input.required<FramedAddress>();
  readonly breakpoints = input.required<readonly Breakpoint[]>();
  readonly name = input.required<string>();
  /** Whether its sizes are offered. */
  readonly sizes = input(true);
  readonly told = output<Told>();
  readonly loaded = output();

  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');
  private readonly bench = viewChild.required<ElementRef<HTMLElement>>('bench');
  private readonly destroyed = inject(DestroyRef);
  private readonly room = signal<Size>({ width: 1, height: 1 });
  /** The breakpoint whose screen it is as large as; nothing where it fills the room, or was dragged. */
  protected readonly at = signal('');
  protected readonly turned = signal(false);
  private readonly dragged = signal<number | undefined>(undefined);
  private hasLoaded = false;
  private drag: { readonly x: number; readonly width: number } | undefined;

  protected readonly choices = computed(() => [
    { id: '', word: 'Full width' },
    ...this.breakpoints().map(({ id, name, preview }) => ({ id, word: `${name} ${preview.width}` })),
  ]);
  private readonly screen = computed<Size | undefined>(() => {
    const preview = this.breakpoints().find((one) => one.id === this.at())?.preview;
    if (!preview) return undefined;
    return this.turned() ? { width: preview.height, height: preview.width } : preview;
  });
  /** The page's own size, in px. */
  protected readonly size = computed<Size>(() => {
    const [room, dragged] = [this.room(), this.dragged()];
    if (dragged !== undefined) return { width: dragged, height: room.height / this.fitting(dragged) };
    return this.screen() ?? { ...room, width: room.width - (this.sizes() ? edge : 0) };
  });
  protected readonly scale = computed(() => {
    const { width, height } = this.size();
    if (this.isWhole()) return 1;
    return Math.min(this.fitting(width), this.at() === '' ? 1 : this.room().height / height);
  });
  protected readonly isWhole = computed(() => this.at() === '' && this.dragged() === undefined);
  protected readonly says = computed(() => {
    const { width, height } = this.size();
    const share = this.scale() < 1 ? ` · ${Math.round(this.scale() * 100)} %` : '';
    return `${Math.round(width)} × ${Math.round(height)}${share}`;
  });
  protected readonly limits = { narrowest, widest };

  constructor() {
    afterNextRender(() => {
      sizeOf(this.bench().nativeElement)
        .pipe(takeUntilDestroyed(this.destroyed))
        .subscribe((size) => this.room.set(size));
      toldBy(this.frame().nativeElement, () => this.origin())
        .pipe(takeUntilDestroyed(this.destroyed))
        .subscribe((told) => this.told.emit(told));
    });
    effect(() => {
      this.frame().nativeElement.src = this.shown().address; // the server's, read as an address of http
    });
  }

  private readonly origin = computed(() => new URL(this.shown().address).origin);

  /** How small a page so wide is drawn; where it has the room, as it is. A screen is in view as a whole. */
  private fitting(width: number): number {
    return Math.min(1, (this.room().width - edge * 2) / width);
  }

  /** Sends a message to the framed page. Sends none before the page has loaded: it then reports itself. */
  say(said: Parameters<typeof sayTo>[2]): void {
    if (this.hasLoaded) sayTo(this.frame().nativeElement, this.origin(), said);
  }

  protected begun(): void {
    this.hasLoaded = true;
    this.say({ fold: 'hello' });
    this.loaded.emit();
  }

  protected choose(id: string): void {
    this.dragged.set(undefined);
    this.at.set(id);
  }

  private widen(width: number): void {
    this.at.set('');
    this.dragged.set(Math.round(Math.min(Math.max(width, narrowest), widest)));
  }

  protected pressed(event: PointerEvent): void {
    listenerOf(event).setPointerCapture(event.pointerId);
    this.drag = { x: event.clientX, width: this.size().width };
  }

  /** The page stands in the middle: its edge moves half as far as it grows. */
  protected moved(event: PointerEvent): void {
    if (this.drag) this.widen(this.drag.width + (event.clientX - this.drag.x) * 2);
  }

  protected released(): void {
    this.drag = undefined;
  }

  protected keyed(event: KeyboardEvent): void {
    const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    this.widen(this.size().width + way * (event.shiftKey ? 1 : step));
  }
}
