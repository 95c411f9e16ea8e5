import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { OneOf } from '../../../../theme/one-of';
import { TableModule } from 'primeng/table';
import { baseOf, outwards } from '@core/document/breakpoint';
import { setTokenValue } from '@core/document/commands/look/tokens';
import type { Site } from '@core/document/site';
import { nearestReadable, ratios, readable } from '@core/style/colour/palette';
import { plainValue, tokensOf } from '@core/style/tokens/tokens';
import { PageSession } from '../../../../services/page-session';
import { Commands } from '../../../commands/commands';

interface Named {
  readonly id: string;
  readonly name: string;
  readonly plain: string;
}

/** Each colour of the site on each other: how far words can be read there, and the nearest colour that would pass. */
@Component({
  selector: 'fold-contrasts',
  imports: [Button, OneOf, TableModule],
  templateUrl: './contrasts.html',
  styleUrl: './contrasts.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Contrasts {
  private readonly session = inject(PageSession);
  private readonly commands = inject(Commands);

  protected readonly breakpoints = computed(() => outwards(this.session.site()?.breakpoints ?? []));
  protected readonly breakpointChoices = computed(() => this.breakpoints().map(({ id, name }) => ({ id, word: name })));
  private readonly chosenBreakpoint = signal<string | undefined>(undefined);
  protected readonly breakpoint = computed(() => {
    const [chosenBreakpoint, all] = [this.chosenBreakpoint(), this.breakpoints()];
    return all.find((one) => one.id === chosenBreakpoint) ?? all[0];
  });
  /** Whether any colour differs by breakpoint, so that it matters at which one looks. */
  protected readonly differs = computed(() => {
    const site = this.session.site();
    return site !== undefined && colours(site).some((one) => Object.keys(one.values).length > 1);
  });
  protected readonly colours = computed<Named[]>(() => {
    const [site, at] = [this.session.site(), this.breakpoint()];
    if (!site || !at) return [];
    return colours(site).map(({ id, name }) => ({ id, name, plain: plainValue(site, `var(--${id})`, at.id) }));
  });
  protected readonly rows = computed(() =>
    this.colours().map((text) => ({
      text,
      cells: this.colours().map((ground) => ({
        ground,
        known: text.id === ground.id ? undefined : readable(text.plain, ground.plain),
      })),
    })),
  );
  protected readonly byText = (_index: number, row: { readonly text: Named }): string => row.text.id;
  protected readonly chosen = signal<{ readonly text: string; readonly ground: string } | undefined>(undefined);
  /** The pair that was chosen, with the nearest colours that would pass where it does not. */
  protected readonly pair = computed(() => {
    const chosen = this.chosen();
    const [text, ground] = [chosen?.text, chosen?.ground].map((id) => this.colours().find((one) => one.id === id));
    const known = text && ground && readable(text.plain, ground.plain);
    if (!text || !ground || !known) return undefined;
    const better = (['AA', 'AAA'] as const).flatMap((level) => {
      if (known.ratio >= ratios[level].normal) return [];
      return [{ level, value: nearestReadable(text.plain, ground.plain, ratios[level].normal) }];
    });
    return { text, ground, known, better };
  });

  protected look(breakpoint: string): void {
    this.chosenBreakpoint.set(breakpoint);
  }

  /** Gives a colour another value where it is looked at, for all that names it. */
  protected change({ id }: Named, value: string): void {
    const at = this.breakpoint()?.id;
    this.commands.attempt((site) =>
      setTokenValue(site, id, this.differs() && at ? at : baseOf(site.breakpoints).id, value),
    );
  }
}

const colours = (site: Site) => tokensOf(site).filter((one) => one.kind === 'colour');
