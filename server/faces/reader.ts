import { readFile } from 'node:fs/promises';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { letterSets } from '@core/document/library/face';
import { madeReady } from './made-ready';

// A program of its own: it is told one face to read, answers, and is ended.
const Asked = z.object({ path: z.string(), name: z.string(), letters: z.enum(letterSets) });

process.once('disconnect', () => process.exit());
process.once('message', (message: unknown) => {
  const { path, name, letters } = Asked.parse(message);
  readFile(path)
    .then((bytes) => madeReady(bytes, name, letters))
    .then(
      (made) => process.send?.({ made }),
      (error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
        process.send?.({ refused: error.message });
      },
    );
});
