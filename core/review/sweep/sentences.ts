import { nameOf } from '../../document/kinds/registry';
import type { Page } from '../../document/page';
import type { SweptFault } from './sweep';

/** A swept fault in a sentence for whoever builds the page. */
export function faultSentence(page: Page, { kind, part, other, worst, worstAt }: SweptFault): string {
  const called = (id: string | undefined): string =>
    id !== undefined && Object.hasOwn(page.parts, id) ? nameOf(page.parts[id]!) : 'another part';
  const by = Math.round(worst);
  switch (kind) {
    case 'too wide':
      return `${called(part)} reaches ${by} px beyond the edge of a screen of ${worstAt} px: the page can be pushed sideways.`;
    case 'texts overlap':
      return `The words of ${called(part)} and of ${called(other)} lie over each other.`;
    case 'text cut':
      return `Words of ${called(part)} are cut off by ${by} px${other === undefined ? '' : ` at the edge of ${called(other)}`}, and nothing scrolls to them.`;
    case 'long lines':
      return `Lines of ${called(part)} have up to ${by} characters: the eye loses the next line above 75.`;
    case 'short lines':
      return `Lines of ${called(part)} have about ${by} characters: below 20 every few words break.`;
    case 'collapsed':
      return other === undefined
        ? `${called(part)} is squeezed to ${by} px.`
        : `No gap is left between ${called(part)} and ${called(other)}.`;
  }
}
