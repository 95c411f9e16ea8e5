import { Injectable, signal } from '@angular/core';
import type { Group } from '@core/style/properties';

export type LedgerGroup = Group | 'content' | 'screen' | 'findings';

/** The tabs of the ledger in their order; most have a key of their own. */
export const ledgerGroups: readonly { readonly id: LedgerGroup; readonly word: string; readonly digit?: number }[] = [
  { id: 'flow', word: 'Flow', digit: 1 },
  { id: 'box', word: 'Box', digit: 2 },
  { id: 'space', word: 'Space', digit: 3 },
  { id: 'place', word: 'Place', digit: 4 },
  { id: 'type', word: 'Type', digit: 5 },
  { id: 'fill', word: 'Fill', digit: 6 },
  { id: 'edge', word: 'Edge', digit: 7 },
  { id: 'effect', word: 'Effect' },
  { id: 'motion', word: 'Motion' },
  { id: 'content', word: 'Content', digit: 8 },
  { id: 'screen', word: 'First screen', digit: 9 },
  { id: 'findings', word: 'Findings', digit: 0 },
];

/** The name of the tabs of the ledger: each panel and tab is named after it. */
export const ledgerTabs = 'ledger-groups';

/** Tabs of the ledger that show something else than values. */
export const isApart = (group: LedgerGroup): group is 'content' | 'screen' | 'findings' =>
  group === 'content' || group === 'screen' || group === 'findings';

/** Whether a property's values are colours. */
export const isColour = (property: string): boolean => /color$/.test(property);

/** What is said of each way to draw a value. */
export const drawingWords = {
  colour: { label: 'Mix the colour', says: 'Mix a colour, or take one of the site', icon: 'pi pi-palette' },
  shadow: { label: 'Draw the shadows', says: 'Draw the shadows', icon: 'pi pi-sun' },
  transition: {
    label: 'Draw the transition',
    says: 'Times, and the curve between two states',
    icon: 'pi pi-chart-line',
  },
  filter: { label: 'Draw the filter', says: 'Blur, brightness and other filters', icon: 'pi pi-filter' },
  clip: { label: 'Draw the shape', says: 'The shape it is cut to, its points dragged', icon: 'pi pi-stop' },
  crop: {
    label: 'Crop the picture',
    says: 'What of the picture is seen: point in view, zoom, ratio',
    icon: 'pi pi-expand',
  },
  mask: { label: 'Draw the mask', says: 'Where it fades out, or what it is seen through', icon: 'pi pi-eye' },
  layers: { label: 'Draw the layers', says: 'Layers of colour, gradients and pictures', icon: 'pi pi-clone' },
} as const;

/** How a property's values are drawn below their row; undefined for those that are typed alone. */
export function drawnAs(property: string): keyof typeof drawingWords | undefined {
  if (property === 'background-image') return 'layers';
  if (/^transition-(property|duration|delay|timing-function)$/.test(property)) return 'transition';
  if (property === 'clip-path') return 'clip';
  if (property === 'object-position') return 'crop';
  if (property === 'mask-image') return 'mask';
  if (property === 'filter' || property === 'backdrop-filter') return 'filter';
  if (property === 'box-shadow' || property === 'text-shadow') return 'shadow';
  return isColour(property) ? 'colour' : undefined;
}

const leastHeight = 120;

/** Which group of the ledger is open, and how high it is. */
@Injectable()
export class LedgerState {
  readonly group = signal<LedgerGroup>('type');
  /** Only what is set on the part itself, of every group. */
  readonly ownOnly = signal(false);
  /** Also the rows of properties that are set seldom. */
  readonly seldomShown = signal(false);
  /** Also the rows of properties that do nothing on the part. */
  readonly idleShown = signal(false);
  /** The edges of a box are drawn above their rows. */
  readonly edgesDrawn = signal(false);
  /** The property whose cell was worked in last. */
  readonly property = signal<string | undefined>(undefined);
  /** The breakpoint whose states stand side by side, a column a state; undefined where breakpoints do. */
  readonly statesAt = signal<string | undefined>(undefined);
  /** The property whose values are drawn below their row, and the breakpoint somebody asked for it at. */
  readonly drawn = signal<{ readonly property: string; readonly breakpoint: string } | undefined>(undefined);
  /** Its height in px, kept in this browser. */
  readonly height = signal(Number(localStorage.getItem('fold ledger')) || 286);

  /** Opens the group that many tabs further, round and round. */
  step(by: number): void {
    const at = ledgerGroups.findIndex((one) => one.id === this.group());
    this.group.set(ledgerGroups.at((at + by + ledgerGroups.length) % ledgerGroups.length)!.id);
  }

  resize(height: number): void {
    this.height.set(Math.round(Math.min(Math.max(height, leastHeight), window.innerHeight - 220)));
  }

  keepHeight(): void {
    localStorage.setItem('fold ledger', String(this.height()));
  }
}
