import { inject, Injectable } from '@angular/core';
import { linkEdits } from '@core/document/commands/becoming/link-part';
import type { SetField } from '@core/document/edits/edit';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { kindOf } from '@core/document/kinds/registry';
import { holdsLinks } from '@core/document/links/links';
import type { Page, Part } from '@core/document/page';
import { partOf } from '@core/document/tree';
import { PageSession } from '../../services/page-session';
import { Dialogs, LinkChosen, type LinkAsked } from '../state/dialogs';
import { Selection } from '../state/selection';
import { Commands } from './commands';
import { WrapCommands } from './wrap-commands';

const canLead = (part: Part): boolean => kindOf(part.kind).fields.some((one) => one.key === 'link');

/** Where a part leads as a whole. */
const linkOf = ({ content: { base } }: Part): LinkAsked['link'] =>
  typeof base['link'] === 'string' && base['link'] !== ''
    ? { to: base['link'], newTab: base['newTab'] === true, label: String(base['linkLabel'] ?? '') }
    : undefined;

/** Gives the place a link leads to the name it is called by, where it had none. */
export const naming = ({ names }: LinkChosen): SetField[] =>
  names ? [{ do: 'set', part: names.part, field: ['attributes', 'id'], value: names.id }] : [];

/** Asks where something is to lead. */
@Injectable()
export class LinkCommands {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly dialogs = inject(Dialogs);
  private readonly commands = inject(Commands);
  private readonly wrapping = inject(WrapCommands);

  /** Asks for a link; undefined where it was cancelled. */
  async ask(asked: LinkAsked): Promise<LinkChosen | undefined> {
    return LinkChosen.optional()
      .catch(undefined)
      .parse(await this.dialogs.open('link', asked));
  }

  /**
   * Asks where the selected part is to lead as a whole, and stores it. What cannot lead anywhere itself is put in a
   * box that does, in the same step.
   */
  async open(): Promise<void> {
    const chosen = this.selection.selected();
    if (!chosen) return;
    const why = this.whyNot(chosen.id);
    if (why !== undefined) return this.session.notices.next(why);
    const link = await this.ask({ link: linkOf(chosen.part), asksForWords: false });
    if (!link || (link.to === '' && !canLead(chosen.part))) return;
    const lead = (page: Page, id: string): AnyEdit[] => [...naming(link), ...linkEdits(page, id, link)];
    if (canLead(chosen.part)) return void this.commands.attempt((_site, page) => lead(page, chosen.id));
    this.selection.select(chosen.id);
    await this.wrapping.wrap(lead);
  }

  private whyNot(id: string): string | undefined {
    const page = this.session.page();
    if (!page || id === page.root) return 'Select the part that is to be a link.';
    const { kind } = partOf(page, id);
    const { group, interactive, word } = kindOf(kind);
    if (interactive === true || group === 'section' || group === 'column')
      return `A ${word.toLowerCase()} can’t be a link.`;
    return kind !== 'button' && holdsLinks(page, id)
      ? 'It holds links already: HTML knows no link in a link.'
      : undefined;
  }
}
