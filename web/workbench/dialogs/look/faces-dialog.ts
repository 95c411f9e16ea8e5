import { ChangeDetectionStrategy, Component, computed, effect, inject, type OnDestroy, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { letterSets, letterSetWords, stackOf, type Face, type LetterSet } from '@core/document/library/face';
import { fonts, type Font } from '@core/style/faces/fonts';
import { plainValue, tokensOf } from '@core/style/tokens/tokens';
import { canvasAddresses } from '../../../services/addresses';
import { Api } from '../../../services/api';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { SpreadState } from '../../state/spread-state';
import { Uploads } from '../uploads';
import { bytesInWords } from '@core/review/bytes-in-words';

interface Choice {
  readonly name: string;
  readonly says: string;
  /** As it is set. */
  readonly value: string;
  /** As it is drawn. */
  readonly face: string;
}

/** Something uploaded under one name. */
interface Family {
  readonly choice: Choice;
  readonly files: readonly { readonly id: string; readonly says: string; readonly licence: string | undefined }[];
}

const heaviness = ({ weights }: Pick<Font, 'weights'>): string => `weights ${weights.replace(' ', ' to ')}`;

function fileWords({ weights, italic, size, restricted }: Face): string {
  const weight = weights.includes(' ') ? heaviness({ weights }) : `weight ${weights}`;
  const asks = restricted === true ? ', its maker forbids embedding' : '';
  return `${weight}${italic ? ', italic' : ''}, ${bytesInWords(size)}${asks}`;
}

/**
 * The typefaces of the site's tokens, those uploaded to it and those that ship, each in its own letters; closes with the one that was
 * chosen.
 */
@Component({
  selector: 'fold-faces-dialog',
  imports: [FormsModule, Select, Uploads],
  hostDirectives: [DialogFocus],
  templateUrl: './faces-dialog.html',
  styleUrl: './faces-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FacesDialog implements OnDestroy {
  private readonly api = inject(Api);
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
  protected readonly families = computed((): Family[] => {
    const byName = new Map<string, Face[]>();
    for (const face of this.uploads()) byName.set(face.family, [...(byName.get(face.family) ?? []), face]);
    return [...byName].map(([family, faces]) => ({
      choice: { name: family, says: '', value: stackOf({ family }), face: stackOf({ family }) },
      files: faces.map((face) => ({ id: face.id, says: fileWords(face), licence: face.licence })),
    }));
  });
  private readonly uploads = computed(() => this.session.site()?.faces ?? []);
  protected readonly letters = signal<LetterSet>('latin');
  protected readonly letterChoices = letterSets.map((value) => ({ value, word: letterSetWords[value] }));
  protected readonly send = (site: string, file: File) => this.api.uploadFace(site, file, this.letters());
  /** Families whose letters are there. */
  protected readonly loaded = signal(0);
  /** The faces this dialog draws with, by the address of their file. */
  private readonly drawn = new Map<string, FontFace>();

  constructor() {
    for (const { family, file, weights: weight } of fonts) this.draw(family, `/fonts/${file}`, { weight });
    effect(() => {
      const address = canvasAddresses(this.session.site()?.id ?? '').pictures;
      for (const { family, file, weights: weight, italic } of this.uploads())
        this.draw(family, address + file, { weight, style: italic ? 'italic' : 'normal' });
    });
  }

  private draw(family: string, address: string, descriptors: FontFaceDescriptors): void {
    if (this.drawn.has(address)) return;
    const face = new FontFace(family, `url(${address}) format("woff2")`, descriptors);
    this.drawn.set(address, face);
    document.fonts.add(face);
    void face.load().then(
      () => this.loaded.update((count) => count + 1),
      () => undefined, // drawn in the next of its list, as for whoever visits the site without it
    );
  }

  ngOnDestroy(): void {
    for (const face of this.drawn.values()) document.fonts.delete(face);
  }

  protected remove(id: string, name: string): void {
    if (this.session.apply([{ do: 'remove', on: 'site', from: 'faces', id }]))
      this.session.notices.next(`${name} was removed. What is set in it shows the next typeface of its list.`);
  }
}
