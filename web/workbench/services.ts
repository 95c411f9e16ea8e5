import type { Provider } from '@angular/core';
import { Clipboard } from './commands/clipboard';
import { Commands } from './commands/commands';
import { Keys } from './commands/keys';
import { WrapCommands } from './commands/wrap-commands';
import { Dragging } from './drag/part-drag';
import { PinDrag } from './drag/pin-drag';
import { Canvases } from './state/canvases';
import { Company } from './state/company';
import { Dialogs } from './state/dialogs';
import { DragState } from './state/drag-state';
import { EditorOnly } from './state/editor-only';
import { Holding } from './state/holding';
import { LateFields } from './state/late-fields';
import { Leaves } from './state/leaves';
import { LedgerState } from './state/ledger-state';
import { PageRemarks } from './state/page-remarks';
import { PaintedPage } from './state/painted-page';
import { Progress } from './state/progress';
import { RejectedValues } from './state/rejected-values';
import { Requests } from './state/requests';
import { ResolvedValues } from './state/resolved-values';
import { Selection } from './state/selection';
import { SitePages } from './state/site-pages';
import { SiteReach } from './state/site-reach';
import { SpreadState } from './state/spread-state';

/** The stores and commands a workbench provides around its session, each once. */
export const workbenchServices: readonly Provider[] = [
  ...[PaintedPage, Selection, SpreadState, DragState, EditorOnly, LedgerState, Requests, Progress, Leaves],
  ...[
    Company,
    LateFields,
    RejectedValues,
    Holding,
    Canvases,
    ResolvedValues,
    Dialogs,
    PageRemarks,
    SiteReach,
    SitePages,
    Commands,
    WrapCommands,
    Clipboard,
    Keys,
  ],
  ...[Dragging, PinDrag],
];
