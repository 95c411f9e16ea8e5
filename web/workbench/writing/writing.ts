import { PlainWriting } from './plain-writing';
import { RichWriting } from './rich-writing';
import type { WritingLeaf } from './writing-leaf';
import { fieldWritten, type WrittenPage } from './written-page';

/** One part that is written. */
export interface Writing {
  readonly part: string;
  /** Its text, where it is more than plain words. */
  readonly rich: RichWriting | undefined;
  type(text: string): void;
  keyed(event: KeyboardEvent): void;
  end(): void;
}

/**
 * Opens a part for writing; undefined where it has no text of its own. `point` is where it was clicked, in px of the
 * frame.
 */
export function openWriting(
  leaf: WritingLeaf,
  written: WrittenPage,
  part: string,
  point: { readonly x: number; readonly y: number } | undefined,
): Writing | undefined {
  const field = fieldWritten(written, part, leaf.breakpoint);
  if (!field || !leaf.painter.element(part)) return undefined;
  if (field.editor === 'words' || field.editor === 'blocks') {
    const rich = new RichWriting(leaf, written, part, field.key, field.editor, field.from);
    rich.begin(point);
    return {
      part,
      rich,
      type: (text) => rich.type(text),
      keyed: (event) => rich.keyed(event),
      end: () => rich.end(),
    };
  }
  const plain = new PlainWriting(leaf.painter, written, leaf.breakpoint, () => leaf.ended());
  plain.begin(part);
  return {
    part,
    rich: undefined,
    type: (text) => plain.type(text),
    keyed: (event) => void plain.keyed(event),
    end: () => plain.end(),
  };
}
