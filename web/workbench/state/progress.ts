import { Injectable, signal } from '@angular/core';

/** What takes a while, in words said over the spread; empty when nothing does. */
@Injectable()
export class Progress {
  readonly words = signal('');
}
