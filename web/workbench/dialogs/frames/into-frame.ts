import { inject, Injectable } from '@angular/core';
import { intoFrame } from '@core/document/commands/frames';
import { addressed } from '@core/document/edits/addressed';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { Problem } from '@core/document/problem';
import { seenPage } from '@core/document/seen/seen-page';
import { Api, failureOf } from '../../../services/api';
import { storeOnPage } from '../../../services/page-not-open';
import { PageSession } from '../../../services/page-session';

/** What was done to a page that is not open, and how it is undone. */
export interface Done {
  readonly page: string;
  readonly title: string;
  readonly back: readonly AnyEdit[];
}

/** What became of several pages: those that were changed, and for each of the others a sentence. */
export interface Outcome {
  readonly done: readonly Done[];
  readonly problems: readonly string[];
}

type Listed = Pick<Done, 'page' | 'title'>;

/** Puts pages that are not open into a frame, each as it is by then, and back. */
@Injectable()
export class IntoFrame {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);

  async put(pages: readonly Listed[], frame: string, replacing: boolean): Promise<Outcome> {
    await this.session.settled(); // others know of the frame by then
    return this.each(pages, async ({ page, title }) => ({
      ...{ page, title },
      back: await storeOnPage(this.api, page, (documents) => {
        const found = documents.site.frames?.find((one) => one.id === frame);
        if (!found) throw new Problem('The site no longer has this page frame.', { field: 'frame' });
        const seen = seenPage(documents.site, documents.page);
        return addressed(documents, intoFrame(seen, found, { replacing })).edits;
      }),
    }));
  }

  undo(done: readonly Done[]): Promise<Outcome> {
    return this.each(done, async (one) => ({ ...one, back: await storeOnPage(this.api, one.page, () => one.back) }));
  }

  private async each<T extends Listed>(pages: readonly T[], run: (page: T) => Promise<Done>): Promise<Outcome> {
    const done: Done[] = [];
    const problems: string[] = [];
    for (const one of pages)
      try {
        done.push(await run(one));
      } catch (error) {
        const says = error instanceof Problem ? error.message : failureOf(error).problem;
        problems.push(`“${one.title}”: ${says}`);
      }
    return { done, problems };
  }
}
