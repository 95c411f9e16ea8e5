import * as z from 'zod';
import { answerOnce } from '../apart/answer-once';
import { readDrawing } from './read-drawing';
import { readIcon } from './read-icon';

// A program of its own: it is told one picture to read, answers, and is ended.
const Asked = z.union([z.object({ bytes: z.instanceof(Uint8Array) }), z.object({ icon: z.instanceof(Uint8Array) })]);

answerOnce(async (message) => {
  const asked = Asked.parse(message);
  if ('icon' in asked) return { squares: await readIcon(Buffer.from(asked.icon)) };
  return readDrawing(Buffer.from(asked.bytes));
});
