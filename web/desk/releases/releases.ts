import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { firstValueFrom, lastValueFrom, tap, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import { Textarea } from 'primeng/textarea';
import type { ReleaseList, ReleasePages } from '@core/api/releases';
import { Api, failureOf } from '../../services/api';
import type { Step } from '../../services/work-steps';
import { DialogFocus } from '../../theme/dialog-focus';
import { ProgressLine } from '../../theme/progress-line';
import { CompareReleases } from './compare-releases';
import { SiteHead } from '../site-head';
import { drawWeights, inKilobytes } from './weights-chart';
import { loaded } from '../../services/loaded';
import { LineField } from '../../theme/line-field';
import { NotShown } from '../../theme/not-shown';
import { Asking } from '../../theme/asking';

type Release = ReleaseList['releases'][number];
type Doing = { readonly what: 'offline' } | { readonly what: 'back' | 'name'; readonly release: Release };

const headings = {
  offline: 'Take the site offline',
  back: 'Bring a release back',
  name: 'Name and note',
} as const;
const confirmWords = { offline: 'Take offline', back: 'Bring back', name: 'Save' } as const;

/** What has been published of a client’s site: brought back, named; and taking it offline. */
@Component({
  selector: 'fold-releases',
  imports: [
    Asking,
    NotShown,
    ...[DatePipe, FormsModule, Button, Dialog, DialogFocus, LineField, Select, Textarea],
    ...[CompareReleases, ProgressLine, SiteHead, TableModule],
  ],
  templateUrl: './releases.html',
  styleUrls: ['../desk-screen.css', './releases.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Releases {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  private readonly router = inject(Router);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('weights');

  private readonly loaded = loaded(this.site, (site) => this.api.releases(site));
  protected readonly list = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly rows = computed(() =>
    (this.list()?.releases ?? []).map((one, at) => ({ ...one, live: at === 0, weight: inKilobytes(one.bytes) })),
  );
  /** Identifies a row, so that one that is loaded again stays the same element. */
  protected readonly byNumber = (_index: number, row: Release): number => row.number;
  protected readonly weightWords = computed(() => {
    const [newest, before] = this.rows();
    return `Weight of the releases: the newest ${newest?.weight}, the one before ${before?.weight}`;
  });

  /** The release that is compared with another. */
  protected readonly comparing = signal<number | undefined>(undefined);
  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly heading = computed(() => headings[this.doing()?.what ?? 'name']);
  protected readonly confirmWord = computed(() => confirmWords[this.doing()?.what ?? 'name']);
  protected readonly name = signal('');
  protected readonly note = signal('');
  protected readonly status = signal<410 | 503>(503);
  private readonly released = signal<ReleasePages['pages']>([]);
  /** The page that comes back; all of them where empty. */
  protected readonly page = signal('');
  protected readonly backs = computed(() => [
    { words: 'The whole release', page: '' },
    ...this.released().map(({ id, title, path }) => ({ words: `${title} · ${path}`, page: id })),
  ]);
  protected readonly busy = signal(false);
  protected readonly share = signal(0);
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    effect((onCleanup) => {
      const [canvas, list] = [this.canvas()?.nativeElement, this.list()];
      if (!canvas || !list) return;
      const chart = drawWeights(canvas, list.releases);
      onCleanup(() => chart.destroy());
    });
  }

  protected begin(doing: Doing): void {
    this.problem.set(undefined);
    this.doing.set(doing);
    this.name.set(doing.what === 'name' ? doing.release.name : '');
    this.note.set(doing.what === 'name' ? doing.release.note : '');
    this.page.set('');
    if (doing.what === 'back') void this.readReleased(doing);
    if (doing.what === 'offline') this.note.set('We are working on this site. Please come back soon.');
  }

  private async readReleased(doing: Exclude<Doing, { readonly what: 'offline' }>): Promise<void> {
    this.released.set([]);
    await this.saying(async () => {
      const pages = await firstValueFrom(this.api.pagesOfRelease(this.site(), doing.release.number));
      if (this.doing() === doing) this.released.set(pages); // or another was begun meanwhile
    });
  }

  protected toPublish(): void {
    void this.router.navigate(['/sites', this.site(), 'publish']);
  }

  protected online(): void {
    void this.saying(async () => {
      await firstValueFrom(this.api.setOffline(this.site(), null));
      this.loaded.reload();
    });
  }

  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (!doing || this.busy()) return;
    this.busy.set(true);
    this.share.set(0);
    this.problem.set(undefined);
    await this.saying(async () => {
      await this.carryOut(doing);
      this.doing.set(undefined);
      this.loaded.reload();
    });
    this.busy.set(false);
  }

  private async carryOut(doing: Doing): Promise<void> {
    const site = this.site();
    const [name, note] = [this.name().trim(), this.note().trim()];
    switch (doing.what) {
      case 'back':
        return this.follow(this.api.releaseAgain(site, doing.release.number, this.page() || undefined));
      case 'name':
        return firstValueFrom(this.api.nameRelease(site, doing.release.number, { name, note }));
      case 'offline':
        return firstValueFrom(this.api.setOffline(site, { status: this.status(), words: note }));
    }
  }

  /** Waits for a release, shows how far it is, and says its number. */
  private async follow(steps: Observable<Step<{ number: number }>>): Promise<void> {
    const end = await lastValueFrom(steps.pipe(tap((step) => 'share' in step && this.share.set(step.share))));
    if ('result' in end)
      this.messages.add({ severity: 'success', detail: `Release ${end.result.number} is live.`, life: 5000 });
  }

  /** Does something; where it cannot be, says why beside the form, or, without one, as a message. */
  private async saying(what: () => Promise<unknown>): Promise<void> {
    try {
      await what();
    } catch (error) {
      const { problem } = failureOf(error);
      if (this.doing()) this.problem.set(problem);
      else this.messages.add({ severity: 'error', detail: problem, life: 8000 });
    }
  }
}
