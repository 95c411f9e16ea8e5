import { inject, Injectable } from '@angular/core';
import { catchError, concatMap, defer, from, of, range, switchMap, toArray, type Observable } from 'rxjs';
import { compileCanvas, recompile, type Canvas, type Patch } from '@core/compile/canvas';
import type { Addresses } from '@core/compile/declarations';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { PageChange } from '../../services/page-change';
import { PageWorker } from '../../services/page-worker';
import { afterPaint } from '../../services/after-paint';

/**
 * So many parts are compiled and drawn within a frame or two: larger pages are compiled by the worker and drawn leaf
 * by leaf.
 */
const atOnce = 1500;

const painted = (): Promise<void> => new Promise((go) => afterPaint(go));

/** Something computed once for all that ask for it with the same subject, by a key. */
class Once<T> {
  private subject: readonly unknown[] = [];
  private readonly known = new Map<string, T>();

  of(subject: readonly unknown[], key: string, compute: () => T): T {
    if (subject.some((one, index) => one !== this.subject[index])) {
      this.subject = subject;
      this.known.clear();
    }
    let value = this.known.get(key);
    if (value === undefined) this.known.set(key, (value = compute()));
    return value;
  }
}

/** The page compiled for the leaves: once for all leaves that are drawn alike. */
@Injectable()
export class Canvases {
  private readonly worker = inject(PageWorker);
  private readonly wholes = new Once<Observable<Canvas>>();
  private readonly patches = new Once<Patch>();

  /** Whether a page is so large that its leaves are drawn one after the other. */
  private isLarge = (page: Page): boolean => Object.keys(page.parts).length > atOnce;

  /** A whole page, at once or, where it is large, when it is the leaf's turn: the first after `turn` others. */
  whole(site: Site, page: Page, addresses: Addresses, turn: number): Observable<Canvas> {
    const here = (): Canvas => compileCanvas(site, page, addresses);
    if (!this.isLarge(page)) return this.wholes.of([site, page], keyOf(addresses), () => of(here()));
    const compiled = this.wholes.of([site, page], keyOf(addresses), () => {
      const compiled = this.worker.compile(site, page, addresses);
      return defer(() => from(compiled)).pipe(catchError(() => of(here())));
    });
    const turns = range(0, turn).pipe(concatMap(painted), toArray());
    return compiled.pipe(switchMap((canvas) => turns.pipe(switchMap(() => of(canvas)))));
  }

  /** What a leaf has to change after edits. */
  patch(site: Site, change: PageChange, addresses: Addresses): Patch {
    const { before, after, edits, siteBefore } = change;
    if (edits === 'all') throw new Error('A page made anew is drawn whole.');
    return this.patches.of([site, change], keyOf(addresses), () =>
      recompile(site, before, after, edits, addresses, siteBefore),
    );
  }
}

/** Leaves are drawn alike unless unrolled on screens of their own, all of them dark or none. */
export const keyOf = ({ unrolled, dark }: Addresses): string =>
  `${unrolled ? `${unrolled.width} × ${unrolled.height}` : ''}${dark ? ' dark' : ''}`;
