import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { answerOnce } from '../answer-once';

// Answers as it is told to, to try the limits it runs under.
const Asked = z.object({ do: z.enum(['answer', 'refuse', 'spin', 'sleep', 'take', 'throw', 'leave']) });

answerOnce(async (message) => {
  switch (Asked.parse(message).do) {
    case 'refuse':
      throw new Refusal('bad-input', 'This is no picture.');
    case 'throw':
      throw new Error('unforeseen');
    case 'leave':
      return process.exit(0);
    case 'sleep':
      return new Promise(() => undefined); // the channel to its parent keeps it alive
    case 'spin':
      for (;;);
    case 'take':
      for (const all: Buffer[] = []; ;) all.push(Buffer.alloc(50_000_000, 1));
    case 'answer':
  }
  return { pid: process.pid };
});
