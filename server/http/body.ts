import { json, type RequestHandler } from 'express';
import { Refusal } from '@core/api/refusal';
import { checkStorable } from '@core/document/storable';

/** How deep brackets may stand in one another in a request; the deepest document has about fifteen. */
const mostBrackets = 100;

/** Refuses brackets nested deeper than anything the editor sends, before they are parsed. @throws Refusal */
export function checkNesting(bytes: Buffer): void {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at];
    if (quoted) {
      if (byte === 0x5c) at++;
      else if (byte === 0x22) quoted = false;
    } else if (byte === 0x22) quoted = true;
    else if (byte === 0x5b || byte === 0x7b) {
      if (++depth > mostBrackets) throw new Refusal('bad-input', 'It is nested too deeply.');
    } else if (byte === 0x5d || byte === 0x7d) depth--;
  }
}

/**
 * Reads a request's JSON of at most so many bytes, and refuses texts that the database cannot store. Compressed bodies
 * are not taken: the editor sends none, and a small one may unfold to a huge one.
 * Stands in a route after the check of who asks.
 */
export function body(limit: string): RequestHandler {
  const parse = json({ limit, inflate: false, verify: (_request, _response, bytes) => checkNesting(bytes) });
  return (request, response, next) =>
    parse(request, response, (error?: unknown) => {
      if (error !== undefined) return next(error);
      try {
        checkStorable(request.body);
      } catch (problem) {
        return next(problem);
      }
      next();
    });
}
