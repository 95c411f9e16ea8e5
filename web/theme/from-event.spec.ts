import { frameWith } from '../testing/frame';
import { chosenOf, elementOf, isElement, valueOf } from './from-event';

describe('What an event comes from', () => {
  const from = (element: Element): Event => {
    let heard: Event | undefined;
    element.addEventListener('input', (event) => (heard = event), { once: true });
    element.dispatchEvent(new Event('input', { bubbles: true }));
    return heard!;
  };
  const field = (html: string): Element => {
    const holder = document.createElement('div');
    holder.innerHTML = html;
    return holder.firstElementChild!;
  };

  it('is the text or choice of its field', () => {
    expect(valueOf(from(field('<input value="words">')))).toBe('words');
    expect(valueOf(from(field('<textarea>lines</textarea>')))).toBe('lines');
    expect(valueOf(from(field('<select><option value="a"><option value="b" selected></select>')))).toBe('b');
    expect(valueOf(from(field('<p>none</p>')))).toBe('');
    const chosen = from(field('<select><option value="em"><option value="px" selected></select>'));
    expect(chosenOf(chosen, ['em', 'px'])).toBe('px');
    expect(chosenOf(chosen, ['em', '%'])).toBeUndefined();
  });
  it('is an element of a frame too', () => {
    const frame = frameWith('<p data-part="a">A</p>');
    const inside = frame.document.querySelector('p')!;
    expect(inside instanceof HTMLElement).toBeFalse();
    expect(elementOf(from(inside)) === inside).toBeTrue();
    frame.remove();
    expect(isElement(window)).toBeFalse();
    expect(isElement(null)).toBeFalse();
  });
});
