/** Whether something is an element, also one of a leaf’s frame, which is of another window and fails `instanceof`. */
export const isElement = (target: EventTarget | null): target is Element => target !== null && 'closest' in target;

/** Whether something is a node, also one of a leaf’s frame. */
export const isNode = (target: EventTarget | null): target is Node => target !== null && 'nodeType' in target;

/** The element an event comes from. @throws where it comes from none, as events of the window do */
export function elementOf({ target }: Event): Element {
  if (!isElement(target)) throw new Error('This event comes from no element.');
  return target;
}

/** The element whose listener hears an event. @throws where that is none */
export function listenerOf({ currentTarget }: Event): Element {
  if (!isElement(currentTarget)) throw new Error('This event is heard by no element.');
  return currentTarget;
}

/** The text or choice in the field an event comes from; empty where it comes from no field. */
export function valueOf({ target }: Event): string {
  const isField =
    target instanceof HTMLInputElement || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement;
  return isField ? target.value : '';
}

/** The one of these that is chosen in the list an event comes from. */
export const chosenOf = <T extends string>(event: Event, among: readonly T[]): T | undefined =>
  among.find((one) => one === valueOf(event));
