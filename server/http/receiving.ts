import { mkdirSync } from 'node:fs';
import type { Request, Response } from 'express';
import multer from 'multer';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';

/** A file that was sent: where it waits, and what its sender calls it. */
export interface Received {
  readonly file: Express.Multer.File;
  readonly name: string;
}

/**
 * Takes one file in. Uploads wait on disk, not in memory, until their turn comes.
 * @param what what is sent, as a sentence begins with it: “A picture”
 * @throws Refusal where there is none, or too much
 */
export function receiving(
  folder: string,
  { what, mostBytes }: { readonly what: string; readonly mostBytes: number },
): (request: Request, response: Response) => Promise<Received> {
  mkdirSync(folder, { recursive: true });
  const take = multer({
    dest: folder,
    limits: { fileSize: mostBytes, files: 1, fields: 4, parts: 6, fieldSize: 10_000 },
  }).single('file');
  return (request, response) =>
    new Promise((done, fail) =>
      take(request, response, (error: unknown) => {
        const { file } = request;
        if (!error && file) {
          const name = Buffer.from(file.originalname, 'latin1').toString('utf8'); // multipart names arrive as bytes
          return done({ file, name });
        }
        if (!error) return fail(new Refusal('bad-input', `Choose ${what.toLowerCase()} to upload.`));
        const code = z.object({ code: z.string() }).safeParse(error).data?.code;
        if (code === 'ENOSPC') return fail(error instanceof Error ? error : new Error(code));
        fail(
          new Refusal(
            'bad-input',
            code === 'LIMIT_FILE_SIZE'
              ? `${what} has at most ${mostBytes / 1e6} MB.`
              : 'The upload could not be read to its end. Upload the file again.',
          ),
        );
      }),
    );
}
