import * as z from 'zod';

const Taken = z.object({ sRGBHex: z.string() });
const isDropper = (made: unknown): made is { open(): Promise<unknown> } =>
  typeof made === 'object' && made !== null && 'open' in made;

/** The browser's own picker of a colour anywhere on the screen; undefined where it has none. */
export function screenPicker(): (() => Promise<string | undefined>) | undefined {
  const Dropper: unknown = Reflect.get(window, 'EyeDropper');
  if (typeof Dropper !== 'function') return undefined;
  return async () => {
    const dropper: unknown = Reflect.construct(Dropper, []);
    if (!isDropper(dropper)) return undefined;
    try {
      return Taken.parse(await dropper.open()).sRGBHex;
    } catch {
      return undefined; // cancelled, or not allowed here
    }
  };
}
