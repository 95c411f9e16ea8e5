import { readFileSync } from 'node:fs';

/** A fault in what the command was given; told in one line. */
export class Fault extends Error {}

/** Why something went wrong, in a few words. */
export const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The JSON of a file. @throws Fault */
export function readJson(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    throw new Fault(`${file}: cannot be read (${reasonOf(error)})`);
  }
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Fault(`${file}: is not JSON (${reasonOf(error)})`);
  }
}
