import { contentFrom } from '@core/document/content';
import { kindOf } from '@core/document/kinds/registry';
import type { PageSession } from '../../services/page-session';
import type { Commands } from '../commands/commands';
import type { Selection } from '../state/selection';

/** What writing plain words needs of the page. */
export interface PlainPage {
  readonly session: Pick<PageSession, 'page' | 'site' | 'notices' | 'drafts'>;
  readonly selection: Pick<Selection, 'select'>;
  readonly commands: Pick<Commands, 'setContent'>;
}

/** The page written on, and what is done with what is typed. */
export interface WrittenPage {
  readonly session: Pick<PageSession, 'page' | 'site' | 'notices' | 'drafts' | 'shownChanges' | 'undo' | 'redo'>;
  readonly selection: Pick<Selection, 'select'>;
  readonly commands: Pick<Commands, 'setContent' | 'attempt'>;
}

/** The wording of a part that is shown: its element itself, or one of those in it that stand for a breakpoint each. */
export function shownWording(element: HTMLElement): HTMLElement {
  const view = element.ownerDocument.defaultView;
  return (
    [...element.querySelectorAll<HTMLElement>(':scope > [class^="_at-"]')].find(
      (one) => view?.getComputedStyle(one).display !== 'none',
    ) ?? element
  );
}

/** How a part's field is written, and where its wording stands for a breakpoint; undefined where it has none. */
export function fieldWritten(
  { session }: WrittenPage,
  id: string,
  breakpoint: string,
): { readonly key: string; readonly editor: string; readonly from: string } | undefined {
  const [site, part] = [session.site(), session.page()?.parts[id]];
  const field = part && kindOf(part.kind).fields.find((one) => one.onPage);
  if (!field || !site) return undefined;
  return { key: field.key, editor: field.editor, from: contentFrom(site, part, breakpoint, field.key) };
}
