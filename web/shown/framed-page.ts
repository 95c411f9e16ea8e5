import { filter, fromEvent, map, type Observable } from 'rxjs';
import * as z from 'zod';

const from = { fold: z.literal(true), page: z.string().max(100), width: z.number() };
const share = z.number().min(0).max(1);

/** The place that was pointed at. */
export const Picked = z.object({
  ...{ ...from, is: z.literal('picked') },
  ...{ part: z.string().max(100), x: share, y: share },
});

/** What the script of a framed page says: which page it is, what was pointed at, which pin was pressed. */
const Told = z.discriminatedUnion('is', [
  z.object({ ...from, is: z.literal('here'), path: z.string().max(1000) }),
  Picked,
  z.object({ ...from, is: z.literal('pin'), id: z.string().max(100) }),
  z.object({ ...from, is: z.literal('cancelled') }),
]);
export type Told = z.infer<typeof Told>;

/** A remark as the framed page draws it on its part. */
export interface Pin {
  readonly id: string;
  readonly part: string;
  readonly x: number;
  readonly y: number;
  readonly number: number;
  readonly settled: boolean;
  readonly chosen: boolean;
}

/** What it is told. */
type Said =
  | { readonly fold: 'hello' | 'focus' }
  | { readonly fold: 'pins'; readonly picking: boolean; readonly pins: readonly Pin[] }
  | { readonly fold: 'show'; readonly part: string };

/** What a page in a frame says; nobody else is listened to. */
export const toldBy = (frame: HTMLIFrameElement, origin: () => string): Observable<Told> =>
  fromEvent<MessageEvent<unknown>>(window, 'message').pipe(
    filter((event) => event.source === frame.contentWindow && event.origin === origin()),
    map((event) => Told.safeParse(event.data).data),
    filter((told) => told !== undefined),
  );

/** Says something to the page in a frame, where it is of that origin. */
export const sayTo = (frame: HTMLIFrameElement, origin: string, said: Said): void =>
  frame.contentWindow?.postMessage(said, origin);
