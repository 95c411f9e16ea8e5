import { Injectable } from '@angular/core';
import { ReplaySubject, Subject } from 'rxjs';

/** A point of the window, and the parts that lie there, from the top down. */
export interface MenuPoint {
  readonly x: number;
  readonly y: number;
  readonly pile: readonly string[];
}

/** A row of the ledger one asks about, beside an element. */
export interface HelpAsked {
  readonly beside: Element;
  readonly label: string;
  readonly properties: readonly string[];
}

/** What one piece of the workbench asks of another, as it is asked. */
@Injectable()
export class Requests {
  /** Parts the leaves are to scroll to. */
  readonly reveals = new Subject<string>();
  /** Parts to be opened for writing, in the leaf of a breakpoint. */
  readonly writings = new Subject<{ readonly part: string; readonly breakpoint: string }>();
  /**
   * Points of the window at which the menu of the selection is to open. The last one waits for the menu to be loaded.
   */
  readonly menus = new ReplaySubject<MenuPoint>(1);
  /** Rows of the ledger one asks about. The last one waits for the help to be loaded. */
  readonly helps = new ReplaySubject<HelpAsked>(1);
  /** Copy, cut and paste, from the window or a leaf. */
  readonly clips = new Subject<ClipboardEvent>();
}
