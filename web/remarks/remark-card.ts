import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  OnInit,
  output,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Textarea } from 'primeng/textarea';
import type { Remark } from '@core/api/remarks';
import { focusNext } from '../theme/focus-next';
import { DraftWords } from './draft-words';
import { OwnId } from '../services/own-id';

/** What somebody says to a remark, under an id of its own: sent twice, it is stored once. */
export interface SaidTo {
  readonly remark: string;
  readonly id: string;
  readonly words: string;
}

/** A remark with what was said to it; answered and settled here by whoever may. */
@Component({
  selector: 'fold-remark-card',
  imports: [DatePipe, FormsModule, Button, Textarea],
  templateUrl: './remark-card.html',
  styleUrl: './remark-card.css',
  host: {
    '[class.settled]': 'remark().settled !== null',
    '[class.chosen]': 'isChosen()',
    '[attr.data-remark]': 'remark().id',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RemarkCard implements OnInit {
  readonly remark = input.required<Remark>();
  readonly number = input.required<number>();
  /** Where it is pinned, in words. */
  readonly place = input.required<string>();
  /** Whether its place can be gone to. */
  readonly leads = input(false);
  readonly isChosen = input(false);
  readonly maySettle = input(false);
  readonly mayDelete = input(false);
  /** Says something to it; whether that is stored. Nobody may where there is none. */
  readonly answer = input<(said: SaidTo) => Promise<boolean>>();
  readonly gone = output();
  readonly settled = output<boolean>();
  readonly deleted = output();

  protected readonly words = signal('');
  protected readonly writing = signal(false);
  protected readonly busy = signal(false);
  protected readonly asking = signal(false);
  private readonly id = new OwnId();
  /** The answer that was typed before a reload. */
  private readonly draft = computed(() => new DraftWords(`fold answer ${this.remark().id}`));
  private readonly injector = inject(Injector);
  private readonly card: HTMLElement = inject(ElementRef).nativeElement;

  constructor() {
    effect(() => {
      if (this.isChosen()) this.card.scrollIntoView({ block: 'nearest' });
    });
    effect(() => void this.draft().write(this.words()));
  }

  ngOnInit(): void {
    const kept = this.draft().read();
    this.words.set(kept);
    this.writing.set(kept !== '');
  }

  /** Opens or closes the form for an answer and focuses what replaces the control that was used. */
  protected write(isWriting: boolean): void {
    this.writing.set(isWriting);
    focusNext(this.injector, this.card, isWriting ? 'textarea' : '[data-answer] button');
  }

  protected async send(): Promise<void> {
    const [words, answer] = [this.words().trim(), this.answer()];
    if (words === '' || this.busy() || !answer) return;
    this.busy.set(true);
    const stored = await answer({ remark: this.remark().id, id: this.id.of(words), words });
    this.busy.set(false);
    if (!stored) return;
    this.id.renew();
    this.words.set('');
    this.write(false);
  }
}
