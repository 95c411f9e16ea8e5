import { Refusal } from '@core/api/refusal';

/** Answers the one message that a program of its own is sent; ends with whoever sent it. */
export function answerOnce(answer: (message: unknown) => Promise<object>): void {
  process.once('disconnect', () => process.exit());
  process.once('message', (message: unknown) => {
    answer(message).then(
      (told) => process.send?.(told),
      (error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
        process.send?.({ refused: error.message });
      },
    );
  });
}
