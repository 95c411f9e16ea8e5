import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { FileUpload } from 'primeng/fileupload';
import type { Observable } from 'rxjs';
import { failureOf } from '../../services/api';
import { PageSession } from '../../services/page-session';
import { resultOf, type Step } from '../../services/work-steps';
import { ProgressLine } from '../../theme/progress-line';

/** Uploads files one after the other, and says how far it is and what went wrong; what stands in it is beside it. */
@Component({
  selector: 'fold-uploads',
  imports: [FileUpload, ProgressLine],
  template: `
    <div class="bar">
      <ng-content />
      <p-fileupload
        #field
        mode="basic"
        name="file"
        chooseIcon="pi pi-upload"
        [accept]="accept()"
        [chooseLabel]="label()"
        [multiple]="many()"
        [auto]="true"
        [customUpload]="true"
        (uploadHandler)="upload($event.files, field)"
      />
      <ng-content select="[after]" />
    </div>
    @if (uploading(); as one) {
      <p class="busy" role="status">{{ one.sent ? 'Reading' : 'Uploading' }} {{ one.name }} …</p>
      <fold-progress-line [value]="one.share" label="Uploaded" />
    }
    @for (sentence of problems(); track $index) {
      <p class="problem" role="alert">{{ sentence }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
      margin-bottom: 12px;
    }
    .bar {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
    }
    p {
      margin: 8px 0 4px;
      overflow-wrap: anywhere;
    }
    .busy {
      color: var(--ink-soft);
    }
    .problem {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Uploads<T> {
  private readonly session = inject(PageSession);
  readonly accept = input.required<string>();
  readonly label = input.required<string>();
  readonly many = input(true);
  /** Sends one file to a site. */
  readonly send = input.required<(site: string, file: File) => Observable<Step<T>>>();
  /** What a file became, once the site has it. */
  readonly taken = output<T>();

  /** The file on its way, and how much of all is there, in percent. */
  protected readonly uploading = signal<
    { readonly name: string; readonly share: number; readonly sent: boolean } | undefined
  >(undefined);
  protected readonly problems = signal<readonly string[]>([]);

  protected async upload(files: readonly File[], field: FileUpload): Promise<void> {
    const all = [...files]; // the field forgets them
    this.problems.set([]);
    for (const [index, file] of all.entries()) {
      await this.uploadOne(file, (share) =>
        this.uploading.set({ name: file.name, share: ((index + share) / all.length) * 100, sent: share >= 0.5 }),
      );
    }
    this.uploading.set(undefined);
    field.clear();
  }

  private async uploadOne(file: File, tell: (share: number) => void): Promise<void> {
    tell(0);
    const site = this.session.site();
    if (!site) return;
    try {
      const result = await resultOf(this.send()(site.id, file), tell);
      await this.session.catchUp();
      this.taken.emit(result);
    } catch (error) {
      const problem = `${file.name}: ${failureOf(error).problem}`;
      this.problems.update((before) => [...before, problem]);
    }
  }
}
