import { Injectable } from '@angular/core';
import { MessageService } from 'primeng/api';
import { ReplaySubject } from 'rxjs';

/** So many ms a message waits for what draws it. */
const patience = 8000;

/** Messages for the person: what draws them is loaded for the first one, and finds those that came meanwhile. */
@Injectable()
export class PatientMessages extends MessageService {
  private readonly said = new ReplaySubject<Parameters<MessageService['add']>[0]>(20, patience);
  override messageObserver: MessageService['messageObserver'] = this.said.asObservable();

  override add(message: Parameters<MessageService['add']>[0]): void {
    this.said.next(message);
  }

  override addAll(messages: Parameters<MessageService['addAll']>[0]): void {
    messages.forEach((message) => this.said.next(message));
  }
}
