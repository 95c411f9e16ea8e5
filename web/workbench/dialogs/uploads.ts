import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  HostListener,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { from, map, of, switchMap, type Observable, type Subscription } from 'rxjs';
import { Button } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { failureOf } from '../../services/api';
import { PageSession } from '../../services/page-session';
import type { Step } from '../../services/work-steps';
import { ProgressLine } from '../../theme/progress-line';

/** A file on its way: it waits, is sent, is read by the server, or came to nothing. */
interface Entry {
  readonly id: number;
  readonly file: File;
  readonly is: 'waiting' | 'sent' | 'read' | 'failed';
  /** How far it is, in percent. */
  readonly share: number;
  readonly problem?: string;
}

/** So many are on their way at once. */
const atOnce = 2;

/** What can take files on this screen, the first one first. */
const inSight = new Set<{ takes(file: File): boolean; add(files: readonly File[]): void }>();

/** Hands each file to what takes its kind; what nothing takes to the first, which says why it can’t be had. */
function handOver(files: readonly File[]): void {
  const [first] = inSight;
  const takers = files.map((file) => [...inSight].find((one) => one.takes(file)) ?? first);
  for (const one of inSight) one.add(files.filter((_file, at) => takers[at] === one));
}

const filesOf = (data: DataTransfer | null): File[] => [...(data?.files ?? [])];

/**
 * Takes files in, chosen, dropped anywhere or pasted: says of each how far it is and what went wrong, and lets it be
 * cancelled or sent again; what stands in it is beside it.
 */
@Component({
  selector: 'fold-uploads',
  imports: [Button, FileUpload, ProgressLine],
  templateUrl: './uploads.html',
  styleUrl: './uploads.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Uploads<T> {
  private readonly session = inject(PageSession);
  readonly accept = input.required<string>();
  readonly label = input.required<string>();
  /** Sends one file to a site. */
  readonly send = input.required<(site: string, file: File) => Observable<Step<T>>>();
  /** What a file became, once the site has it. */
  readonly taken = output<T>();

  protected readonly entries = signal<readonly Entry[]>([]);
  protected readonly done = signal(0);
  /** Files are held over the window. */
  protected readonly isOver = signal(false);
  protected readonly says = computed(() => {
    const left = this.entries().filter((one) => one.is !== 'failed').length;
    const all = left + this.done();
    return all > 1 && left > 0 ? `${this.done()} of ${all} uploaded` : '';
  });
  private readonly sending = new Map<number, Subscription>();
  private last = 0;

  constructor() {
    inSight.add(this);
    inject(DestroyRef).onDestroy(() => {
      inSight.delete(this);
      this.sending.forEach((one) => one.unsubscribe());
    });
  }

  protected chosen(files: readonly File[], field: FileUpload): void {
    this.add([...files]); // the field forgets them
    field.clear();
  }

  /** Whether a file is of a kind that is taken here, as HTML’s `accept` has it. */
  takes({ name, type }: File): boolean {
    const kinds = this.accept().split(',');
    return kinds.some((kind) => (kind.startsWith('.') ? name.toLowerCase().endsWith(kind) : kind === type));
  }

  add(files: readonly File[]): void {
    if (files.length === 0) return;
    if (!this.entries().some((one) => one.is !== 'failed')) this.done.set(0);
    const added = files.map((file): Entry => ({ id: ++this.last, file, is: 'waiting', share: 0 }));
    this.entries.update((before) => [...before, ...added]);
    this.sendNext();
  }

  @HostListener('document:dragover', ['$event'])
  protected dragged(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault(); // else the browser would leave the page for the file
    this.isOver.set([...inSight][0] === this);
  }

  @HostListener('document:dragleave', ['$event'])
  protected left(event: DragEvent): void {
    if (event.relatedTarget === null) this.isOver.set(false);
  }

  @HostListener('document:drop', ['$event'])
  protected dropped(event: DragEvent): void {
    this.isOver.set(false);
    this.take(event, filesOf(event.dataTransfer));
  }

  @HostListener('document:paste', ['$event'])
  protected pasted(event: ClipboardEvent): void {
    this.take(event, filesOf(event.clipboardData));
  }

  /** Each on the screen hears of files; the first one hands them out. */
  private take(event: Event, files: readonly File[]): void {
    if (files.length === 0 || [...inSight][0] !== this) return;
    event.preventDefault();
    handOver(files);
  }

  private sendNext(): void {
    for (const entry of this.entries()) {
      if (this.sending.size >= atOnce) return;
      if (entry.is === 'waiting') this.sendOne(entry);
    }
  }

  private sendOne({ id, file }: Entry): void {
    const site = this.session.site();
    if (!site) return;
    this.set(id, { is: 'sent' });
    // what is there is shown before it is told of
    const steps = this.send()(site.id, file).pipe(
      switchMap((step) => ('share' in step ? of(step) : from(this.session.catchUp()).pipe(map(() => step)))),
    );
    const ended = (change?: Partial<Entry>): void => {
      this.sending.delete(id);
      if (change) this.set(id, change);
      else this.forget(id);
      this.sendNext();
    };
    const sending = steps.subscribe({
      next: (step) => {
        if ('share' in step) return this.set(id, { share: step.share * 100, is: step.share < 0.5 ? 'sent' : 'read' });
        this.done.update((count) => count + 1);
        this.taken.emit(step.result);
      },
      error: (error: unknown) => ended({ is: 'failed', problem: failureOf(error).problem }),
      complete: () => ended(),
    });
    if (!sending.closed) this.sending.set(id, sending);
  }

  private set(id: number, change: Partial<Entry>): void {
    this.entries.update((all) => all.map((one) => (one.id === id ? { ...one, ...change } : one)));
  }

  /** Takes a file off the list, also while it is on its way; one that is being read already becomes part of the site. */
  protected forget(id: number): void {
    this.sending.get(id)?.unsubscribe();
    this.sending.delete(id);
    this.entries.update((all) => all.filter((one) => one.id !== id));
    this.sendNext();
  }

  protected again(id: number): void {
    this.entries.update((all) =>
      all.map((one) => (one.id === id ? { id, file: one.file, is: 'waiting', share: 0 } : one)),
    );
    this.sendNext();
  }
}
