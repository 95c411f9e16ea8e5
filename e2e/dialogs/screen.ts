import type { Servers } from '../servers';
import type { AnyTrial, Row } from './trial';

/** The context in which one hand uses the dialogs and forms of the screens around the workbench. */
export interface ScreenTrial extends AnyTrial {
  readonly servers: Servers;
  /** An empty folder for files that are saved or chosen. */
  readonly folder: string;
}

/** A trial of a dialog or form of a screen. */
export interface ScreenRow extends Row<ScreenTrial> {
  /** The entries of `screenForms` that it tries. */
  readonly covers: readonly string[];
}

/** A screen with dialogs or forms; its rows are tried in this order. */
export interface Screen {
  /** Stores what the rows need and returns the screen's path. */
  address(trial: ScreenTrial): Promise<string>;
  readonly rows: Readonly<Record<string, ScreenRow>>;
}

/** Sends a request as the person who is signed in. @returns the parsed body. @throws if it is refused */
export async function stored<T>({ person }: ScreenTrial, path: string, sent?: object): Promise<T> {
  return (await person.api.call(sent ? 'POST' : 'GET', path, sent)).json<T>();
}

/** Returns the address in the newest letter to somebody, once it has arrived. */
export async function addressIn({ person, servers }: ScreenTrial, to: string): Promise<string> {
  let address: string | undefined;
  await person.until(async () => {
    const letter = (await servers.letters.all()).find((one) => one.to === to);
    address = /http:\S+/.exec(letter?.text ?? '')?.[0];
    return address !== undefined;
  }, `no letter to ${to}`);
  return address!; // it was found
}
