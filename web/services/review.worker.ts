/// <reference lib="webworker" />
import { overridesOf } from '@core/review/idle-overrides';
import { Reviewer } from '@core/review/review';
import type { Ask } from './reviewer';

const reviewer = new Reviewer();

/** Answers what is asked of a page, away from the page that is worked on. */
addEventListener('message', ({ data }: MessageEvent<Ask>) => {
  postMessage({
    id: data.id,
    answer:
      data.what === 'overrides' ? overridesOf(data.reviewed.site, data.reviewed.page) : reviewer.review(data.reviewed),
  });
});
