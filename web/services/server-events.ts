import { distinctUntilChanged, EMPTY, fromEvent, map, merge, Observable, repeat, startWith, switchMap } from 'rxjs';
import type * as z from 'zod';

/** What a stream may say: a schema for the data of each event, by its name. */
type Events = Readonly<Record<string, z.ZodType>>;

/**
 * What is heard of a stream: an event, or that the stream is open (again), so that what was missed is to be fetched.
 */
export type Heard<Of extends Events> =
  | { readonly name: 'open' }
  | { [Name in keyof Of]: { readonly name: Name; readonly data: z.infer<Of[Name]> } }[keyof Of];

/**
 * Whether this tab is in sight: not behind another, not left for another page and kept by the browser for a way back.
 */
const inSight: Observable<boolean> = merge(
  fromEvent(document, 'visibilitychange'),
  fromEvent(window, 'pageshow'),
  fromEvent(window, 'pagehide').pipe(map(() => false)),
).pipe(
  map((sign) => sign !== false && document.visibilityState === 'visible'),
  startWith(document.visibilityState === 'visible'),
  distinctUntilChanged(),
);

/** A stream that was refused is asked for again after so long, in ms. */
const pause = 10_000;

/** The data of an event as its schema has it; nothing where it cannot be read. */
function readAs<Schema extends z.ZodType>(schema: Schema, text: string): z.infer<Schema> | undefined {
  try {
    return schema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/**
 * Listens to a stream of the server while this tab is in sight. A browser allows six connections to a host over
 * HTTP/1.1,
 * for all tabs together: tabs out of sight that held one each would leave none for saving. What cannot be read is
 * told as
 * `open`: it has to be fetched.
 */
export function serverEvents<Of extends Events>(address: string, events: Of, seen = inSight): Observable<Heard<Of>> {
  const stream = new Observable<Heard<Of>>((heard) => {
    const source = new EventSource(address);
    source.onopen = () => heard.next({ name: 'open' });
    source.onerror = () => {
      if (source.readyState !== EventSource.CLOSED) return; // it tries again by itself
      heard.next({ name: 'open' }); // whoever asks for what was missed hears why
      heard.complete();
    };
    for (const name of Object.keys(events) as (keyof Of & string)[])
      source.addEventListener(name, (event: MessageEvent<string>) => {
        const data = readAs(events[name]!, event.data);
        heard.next(data === undefined ? { name: 'open' } : { name, data });
      });
    return () => source.close();
  });
  const lasting = stream.pipe(repeat({ delay: pause }));
  return seen.pipe(switchMap((visible) => (visible ? lasting : EMPTY)));
}
