import { inject, Injectable, Injector, type OnDestroy, type Type } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import * as z from 'zod';
import type { DialogService, DynamicDialogRef } from 'primeng/dynamicdialog';
import type { SetValue } from '@core/document/commands/look/tokens';
import type { TypeOf } from '@core/document/commands/look/types';
import type { OwnValue } from '@core/document/commands/overrides';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { State } from '@core/document/style-map';
import type { Moved } from '@core/geometry/moved';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';

/** A command that would move something, waiting for a person's word. */
export interface MovingCommand {
  readonly title: string;
  readonly moved: readonly Moved[];
}

/** Values of a part that are to move to a class that is not there yet. */
export interface ToNewClass {
  readonly part: string;
  readonly values: readonly OwnValue[];
}

/** Whose values of some properties are to become tokens. */
export interface ToTokens {
  readonly of: SetValue['of'];
  readonly state: State;
  readonly properties: readonly string[];
}

/** Whose values a type is made of that is not there yet. */
export interface ToNewType {
  readonly of: TypeOf;
}

/**
 * Edits of something that reaches many parts, waiting for a person's word; made anew of the documents as they are
 * whenever they are looked at.
 */
export interface FarReaching {
  readonly title: string;
  readonly apply: string;
  readonly edits: (site: Site, page: Page) => readonly AnyEdit[];
}

/** A link that is to be chosen, for words or for a whole part. */
export interface LinkAsked {
  readonly link: { readonly to: string; readonly newTab: boolean; readonly label: string } | undefined;
  /** Nothing is selected that could be the link's words: they are asked for too. */
  readonly asksForWords: boolean;
}

/**
 * What was chosen: where it leads, and the words where they were asked for; `to` is empty where the link is to go. A
 * place without a name of its own is given one in the same step.
 */
export const LinkChosen = z.object({
  to: z.string(),
  newTab: z.boolean(),
  label: z.string(),
  words: z.string(),
  names: z.object({ part: z.string(), id: z.string() }).optional(),
});
export type LinkChosen = z.infer<typeof LinkChosen>;

interface Dialog {
  readonly header: string;
  readonly width: string;
  readonly height?: string;
  /** It stands beside the leaves, and one works on with it open. */
  readonly beside?: 'left' | 'right';
  readonly load: () => Promise<Type<unknown>>;
}

/** The dialogs of the workbench; each is loaded when it is first opened. */
const table = {
  plan: {
    header: 'Plan the page',
    width: '900px',
    load: () => import('../dialogs/plan-dialog').then((file) => file.PlanDialog),
  },
  values: {
    header: 'Values set on this page’s parts',
    width: 'min(1080px, 94vw)',
    height: '82vh',
    load: () => import('../dialogs/overrides-dialog').then((file) => file.OverridesDialog),
  },
  sections: {
    header: 'Sections and own parts',
    width: 'min(1120px, 95vw)',
    height: '86vh',
    load: () => import('../dialogs/sections-dialog').then((file) => file.SectionsDialog),
  },
  'save section': {
    header: 'Save this section',
    width: '440px',
    load: () => import('../dialogs/save-section-dialog').then((file) => file.SaveSectionDialog),
  },
  'own part': {
    header: 'Keep as an own part',
    width: '440px',
    load: () => import('../dialogs/keep-own-dialog').then((file) => file.KeepOwnDialog),
  },
  classes: {
    header: 'Classes of this site',
    width: 'min(860px, 94vw)',
    height: '80vh',
    load: () => import('../dialogs/look/classes-dialog').then((file) => file.ClassesDialog),
  },
  'would change': {
    header: '',
    width: 'min(980px, 95vw)',
    load: () => import('../dialogs/look/would-change-dialog').then((file) => file.WouldChangeDialog),
  },
  'new class': {
    header: 'New class',
    width: '440px',
    load: () => import('../dialogs/look/new-class-dialog').then((file) => file.NewClassDialog),
  },
  tokens: {
    header: 'Tokens of this site',
    width: 'min(640px, 50vw)',
    height: '78vh',
    beside: 'right',
    load: () => import('../dialogs/look/tokens/tokens-dialog').then((file) => file.TokensDialog),
  },
  'new token': {
    header: 'New token',
    width: '480px',
    load: () => import('../dialogs/look/tokens/new-token-dialog').then((file) => file.NewTokenDialog),
  },
  'new tokens': {
    header: 'New tokens',
    width: 'min(640px, 94vw)',
    load: () => import('../dialogs/look/group-tokens-dialog').then((file) => file.GroupTokensDialog),
  },
  'new type': {
    header: 'New type',
    width: '480px',
    load: () => import('../dialogs/look/new-type-dialog').then((file) => file.NewTypeDialog),
  },
  looks: {
    header: 'Looks of this site',
    width: 'min(640px, 50vw)',
    height: '78vh',
    beside: 'right',
    load: () => import('../dialogs/look/looks/looks-dialog').then((file) => file.LooksDialog),
  },
  faces: {
    header: 'Typefaces',
    width: 'min(980px, 95vw)',
    load: () => import('../dialogs/look/faces-dialog').then((file) => file.FacesDialog),
  },
  'apply look': {
    header: '',
    width: 'min(1040px, 95vw)',
    height: '86vh',
    load: () => import('../dialogs/look/looks/apply-look-dialog').then((file) => file.ApplyLookDialog),
  },
  link: {
    header: 'Link',
    width: 'min(560px, 94vw)',
    load: () => import('../dialogs/link/link-dialog').then((file) => file.LinkDialog),
  },
  breakpoints: {
    header: 'Breakpoints of this site',
    width: 'min(760px, 94vw)',
    load: () => import('../dialogs/breakpoints-dialog').then((file) => file.BreakpointsDialog),
  },
  menus: {
    header: 'Menus of this site',
    width: 'min(860px, 95vw)',
    load: () => import('../dialogs/menus/menus-dialog').then((file) => file.MenusDialog),
  },
  frames: {
    header: 'Page frames',
    width: 'min(820px, 94vw)',
    load: () => import('../dialogs/frames/frames-dialog').then((file) => file.FramesDialog),
  },
  pictures: {
    header: 'Pictures',
    width: 'min(1080px, 95vw)',
    height: '84vh',
    load: () => import('../dialogs/library/picture-library').then((file) => file.PictureLibrary),
  },
  downloads: {
    header: 'Files to download',
    width: 'min(680px, 94vw)',
    load: () => import('../dialogs/downloads-dialog').then((file) => file.DownloadsDialog),
  },
  'moved parts': {
    header: '',
    width: '440px',
    load: () => import('../dialogs/moved-parts-dialog').then((file) => file.MovedPartsDialog),
  },
  keys: {
    header: 'Keys',
    width: 'min(1040px, 94vw)',
    load: () => import('../dialogs/keys-dialog').then((file) => file.KeysDialog),
  },
  publish: {
    header: 'Publish',
    width: '480px',
    height: 'min(560px, 84vh)', // what else changes is known later; it must not move the buttons
    load: () => import('../dialogs/publish-dialog').then((file) => file.PublishDialog),
  },
  remarks: {
    header: 'Remarks on this page',
    width: 'min(380px, 40vw)',
    height: '78vh',
    beside: 'left', // small screens, on which most is said, stand on the right
    load: () => import('../dialogs/remarks-dialog').then((file) => file.RemarksDialog),
  },
  refit: {
    header: 'Refit the smaller screens',
    width: 'min(1180px, 97vw)',
    height: '92vh',
    load: () => import('../refit/refit-dialog').then((file) => file.RefitDialog),
  },
} as const satisfies Record<string, Dialog>;

export type DialogName = keyof typeof table;

/** Opens the dialogs of the workbench by name, each at most once at a time. */
@Injectable()
export class Dialogs implements OnDestroy {
  private readonly injector = inject(Injector);
  private service: DialogService | undefined;
  private readonly session = inject(PageSession);
  private readonly opened = new Map<DialogName, DynamicDialogRef | undefined>();

  /** Opens a dialog with what it is about; resolves, once it is closed, with what it was closed with. */
  async open(name: DialogName, data?: object): Promise<unknown> {
    if (this.opened.has(name)) return undefined;
    this.opened.set(name, undefined);
    try {
      const opening = await this.show(name, data);
      if (!opening) return undefined;
      this.opened.set(name, opening);
      return await firstValueFrom(opening.onClose, { defaultValue: undefined });
    } finally {
      this.opened.delete(name);
    }
  }

  ngOnDestroy(): void {
    for (const opening of this.opened.values()) opening?.destroy();
  }

  /** The library's service, loaded with the first dialog; it hands each dialog the stores of this workbench. */
  private async serviceLoaded(): Promise<DialogService> {
    const { DialogService } = await import('primeng/dynamicdialog');
    return (this.service ??= Injector.create({ providers: [DialogService], parent: this.injector }).get(DialogService));
  }

  private async show(name: DialogName, data: object | undefined): Promise<DynamicDialogRef | undefined> {
    const dialog: Dialog = table[name];
    const loaded = await latePiece(this.session.notices, () => Promise.all([dialog.load(), this.serviceLoaded()]));
    if (!loaded) return undefined;
    const [content, service] = loaded;
    const opening = service.open(content, {
      header: data && 'title' in data ? String(data.title) : dialog.header,
      width: dialog.width,
      ...(dialog.height !== undefined && { height: dialog.height }),
      data,
      modal: !dialog.beside,
      ...(dialog.beside && { position: dialog.beside }),
      closable: true,
      closeOnEscape: true,
      draggable: dialog.beside !== undefined,
      resizable: false,
      focusOnShow: false, // what is in it takes the focus: DialogFocus
      duplicate: true, // the last one may still be fading out
    });
    return opening ?? undefined;
  }
}
