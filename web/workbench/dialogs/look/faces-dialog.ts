import { ChangeDetectionStrategy, Component, computed, inject, type OnDestroy, signal } from '@angular/core';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { fonts, type Font } from '@core/style/fonts';
import { plainValue, tokensOf } from '@core/style/tokens/tokens';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { SpreadState } from '../../state/spread-state';

interface Choice {
  readonly name: string;
  readonly says: string;
  /** As it is set. */
  readonly value: string;
  /** As it is drawn. */
  readonly face: string;
}

const heaviness = ({ weights }: Font): string => `weights ${weights.replace(' ', ' to ')}`;

/**
 * The typefaces of the site's tokens and those that ship, each in its own letters; closes with the one that was
 * chosen.
 */
@Component({
  selector: 'fold-faces-dialog',
  hostDirectives: [DialogFocus],
  templateUrl: './faces-dialog.html',
  styleUrl: './faces-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FacesDialog implements OnDestroy {
  private readonly session = inject(PageSession);
  private readonly spread = inject(SpreadState);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly value = inject<DynamicDialogConfig<{ readonly value: string }>>(DynamicDialogConfig).data?.value;

  protected readonly lists = computed(() => {
    const site = this.session.site();
    const base = this.spread.breakpointOf(undefined).id;
    const tokens = (site ? tokensOf(site) : []).flatMap(({ id, name, kind }): Choice[] => {
      if (!site || kind !== 'typeface') return [];
      const face = plainValue(site, `var(--${id})`, base);
      return [{ name, says: face, value: `var(--${id})`, face }];
    });
    const ready = fonts.map((one): Choice => ({
      ...{ name: one.family, says: heaviness(one), value: one.stack, face: one.stack },
    }));
    return [
      { heading: 'Tokens of this site', choices: tokens },
      { heading: 'Ready to use', choices: ready },
    ].filter((one) => one.choices.length > 0);
  });
  /** Families whose letters are there. */
  protected readonly loaded = signal(0);
  private readonly faces = fonts.map(
    ({ family, file, weights: weight }) => new FontFace(family, `url(/fonts/${file}) format("woff2")`, { weight }),
  );

  constructor() {
    for (const face of this.faces) {
      document.fonts.add(face);
      void face.load().then(
        () => this.loaded.update((count) => count + 1),
        () => undefined, // drawn in the next of its list, as for whoever visits the site without it
      );
    }
  }

  ngOnDestroy(): void {
    for (const face of this.faces) document.fonts.delete(face);
  }
}
