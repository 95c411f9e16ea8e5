import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { takeTokens } from '@core/document/commands/look/take-tokens';
import { Problem } from '@core/document/problem';
import type { FileToken, LeftOut } from '@core/style/tokens/file/format';
import { longestFile, readTokenFile } from '@core/style/tokens/file/read';
import { tokenFile } from '@core/style/tokens/file/write';
import { PageSession } from '../../../../services/page-session';
import { Commands } from '../../../commands/commands';
import { counted } from '../used-words';

interface Opened {
  readonly name: string;
  readonly tokens: readonly FileToken[];
  readonly leftOut: readonly LeftOut[];
}

/**
 * The tokens as a file of the W3C's design tokens: saved, and taken in from one, after a look at what that would
 * change.
 */
@Component({
  selector: 'fold-token-file',
  imports: [Button],
  templateUrl: './token-file.html',
  styleUrl: './token-file.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TokenFileTab {
  private readonly session = inject(PageSession);
  private readonly commands = inject(Commands);

  private readonly opened = signal<Opened | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly done = signal<string | undefined>(undefined);
  private reading = new AbortController();

  protected readonly written = computed(() => {
    const site = this.session.site();
    return site ? tokenFile(site) : { file: {}, leftOut: [] };
  });
  protected readonly count = computed(() => counted(Object.keys(this.written().file).length, 'token'));
  /** What taking the opened file in would do to the site as it is. */
  protected readonly plan = computed(() => {
    const [site, opened] = [this.session.site(), this.opened()];
    if (!site || !opened) return undefined;
    const { edits, made, changed, same, refused } = takeTokens(site, opened.tokens);
    return {
      name: opened.name,
      none: edits.length === 0,
      made,
      changed,
      same,
      leftOut: [...opened.leftOut, ...refused],
    };
  });

  protected save(): void {
    const site = this.session.site();
    const address = URL.createObjectURL(
      new Blob([JSON.stringify(this.written().file, undefined, 2)], { type: 'application/design-tokens+json' }),
    );
    const link = document.createElement('a');
    link.href = address;
    link.download = `${site?.host ?? 'site'}.tokens.json`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(address), 10_000); // the browser has begun to save it by then
  }

  protected async open(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = ''; // the same file can be chosen again
    if (!file) return;
    this.cancel();
    const { signal: over } = (this.reading = new AbortController());
    try {
      if (file.size > longestFile) throw new Problem('This file is too large to hold tokens.');
      const text = await file.text();
      if (!over.aborted) this.opened.set({ name: file.name, ...readTokenFile(text) });
    } catch (error) {
      if (over.aborted) return;
      this.problem.set(error instanceof Problem ? error.message : `“${file.name}” cannot be read.`);
    }
  }

  protected take(): void {
    const [opened, plan] = [this.opened(), this.plan()];
    if (!opened || !plan) return;
    if (!this.commands.attempt((site) => takeTokens(site, opened.tokens).edits)) return;
    this.opened.set(undefined);
    this.done.set(`${plan.made.length} created, ${plan.changed.length} changed. Undo takes all of it back.`);
  }

  protected cancel(): void {
    this.reading.abort();
    this.opened.set(undefined);
    this.problem.set(undefined);
    this.done.set(undefined);
  }
}
