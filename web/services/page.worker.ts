/// <reference lib="webworker" />
import { compileCanvas } from '@core/compile/canvas';
import { pasteText } from '@core/document/commands/clipboard/paste';
import { Problem } from '@core/document/problem';
import { placesThatDiffer } from '@core/review/differing';
import { overridesOf } from '@core/review/idle-overrides';
import { Reviewer } from '@core/review/review';
import type { Answer, Ask, Question } from './page-worker';

const reviewer = new Reviewer();

function answerTo(question: Question): unknown {
  if (question.what === 'paste') return pasteText(question.site, question.page, question.text, question.selection);
  if (question.what === 'differing') return placesThatDiffer(question.before, question.after);
  if (question.what === 'compile') return compileCanvas(question.site, question.page, question.addresses);
  if (question.what === 'overrides') return overridesOf(question.reviewed.site, question.reviewed.page);
  return reviewer.review(question.reviewed);
}

/** Answers what is asked of a page, away from the page that is worked on. */
addEventListener('message', ({ data }: MessageEvent<Ask>) => {
  const say = (answer: Answer): void => postMessage(answer);
  try {
    say({ id: data.id, answer: answerTo(data.question) });
  } catch (error) {
    say({ id: data.id, problem: error instanceof Problem ? error.message : 'This could not be worked out.' });
  }
});
