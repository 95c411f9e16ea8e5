import type { Subject } from 'rxjs';

/**
 * A piece of the editor that is fetched when it is first used; undefined, with a sentence to the person, where it
 * cannot be.
 */
export const latePiece = <T>(notices: Subject<string>, load: () => Promise<T>): Promise<T | undefined> =>
  load().catch(() => {
    notices.next('This could not be loaded. Check the connection, or reload the page.');
    return undefined;
  });
