import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { kindOf } from '@core/document/kinds/registry';
import { Problem } from '@core/document/problem';
import { checkContent } from '@core/document/edits/check-part';
import { Attributes } from '@core/document/page';
import { ClassName } from '@core/document/site';
import { canvasAddresses } from '../services/addresses';
import { Bench } from './bench';

/** What a part says and is: its content, tag, name, classes and id. They are the page's, the same on every screen. */
@Component({
  selector: 'fold-ledger-content',
  templateUrl: './ledger-content.html',
  styleUrl: './ledger-content.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerContent {
  protected readonly bench = inject(Bench);
  readonly choosePicture = output<(id: string) => void>();
  protected readonly problem = signal<{ readonly key: string; readonly sentence: string } | undefined>(undefined);

  protected readonly shown = computed(() => {
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (!chosen || !site) return undefined;
    const { id, part } = chosen;
    const kind = kindOf(part.kind);
    const picture = typeof part.content.base['picture'] === 'string' ? site.pictures[part.content.base['picture']] : undefined;
    return {
      id,
      kind,
      part,
      fields: kind.fields.map((field) => ({ ...field, value: String(part.content.base[field.key] ?? '') })),
      picture: picture && { ...picture, address: canvasAddresses(site.id).pictures + picture.files[0]!.file },
      known: site.classes.map((one) => one.name),
    };
  });

  protected setField(event: Event, key: string): void {
    const shown = this.shown();
    if (!shown) return;
    const value = (event.target as HTMLInputElement).value; // a field of this form
    try {
      checkContent(shown.part.kind, { ...shown.part.content.base, [key]: value }, shown.id);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return this.problem.set({ key, sentence: error.message });
    }
    this.problem.set(undefined);
    if (value !== shown.part.content.base[key]) this.bench.setContent(shown.id, key, value);
  }

  protected setTag(event: Event): void {
    const tag = (event.target as HTMLSelectElement).value; // the tag's list
    const shown = this.shown();
    if (shown) this.bench.attempt(() => [{ do: 'set', part: shown.id, field: ['tag'], value: tag }]);
  }

  protected setName(event: Event): void {
    const value = (event.target as HTMLInputElement).value.trim(); // the name's field
    const shown = this.shown();
    if (shown && value !== (shown.part.name ?? '')) this.bench.attempt(() => [{ do: 'set', part: shown.id, field: ['name'], ...(value !== '' && { value }) }]);
  }

  protected setClasses(event: Event): void {
    const names = (event.target as HTMLInputElement).value.split(/[\s,.]+/).filter((name) => name !== ''); // the classes' field
    const wrong = names.find((name) => !ClassName.safeParse(name).success);
    const shown = this.shown();
    if (wrong !== undefined) return this.problem.set({ key: 'classes', sentence: `“${wrong}” is no class name: a letter, then letters, digits or hyphens.` });
    this.problem.set(undefined);
    if (shown && names.join() !== shown.part.classes.join()) this.bench.attempt(() => [{ do: 'set', part: shown.id, field: ['classes'], value: names }]);
  }

  protected setId(event: Event): void {
    const value = (event.target as HTMLInputElement).value.trim(); // the id's field
    const shown = this.shown();
    if (!shown) return;
    if (value !== '' && !(/^[A-Za-z][\w-]*$/.test(value) && Attributes.safeParse({ id: value }).success))
      return this.problem.set({ key: 'id', sentence: 'An id is a letter followed by letters, digits, hyphens or underscores.' });
    this.problem.set(undefined);
    if (value !== (shown.part.attributes['id'] ?? ''))
      this.bench.attempt(() => [{ do: 'set', part: shown.id, field: ['attributes', 'id'], ...(value !== '' && { value }) }]);
  }

  protected pick(): void {
    const shown = this.shown();
    if (shown) this.choosePicture.emit((picture) => this.bench.setContent(shown.id, 'picture', picture));
  }
}
