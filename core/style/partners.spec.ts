import { comesWith } from './partners';

describe('Values that do nothing by themselves', () => {
  // Chromium: the height it gives a text of many lines.
  it('cut a text off after so many lines, with all they come with', () => {
    const text = document.body.appendChild(document.createElement('p'));
    text.textContent = 'Eleven sailings a day in summer. '.repeat(40);
    text.style.cssText = 'width:300px;line-height:20px;font-size:16px;margin:0';
    const whole = text.offsetHeight;
    const all = { '-webkit-line-clamp': '3', ...comesWith('-webkit-line-clamp', '3') };
    text.style.setProperty('-webkit-line-clamp', '3');
    expect(text.offsetHeight).toBe(whole);
    for (const [property, value] of Object.entries(all)) text.style.setProperty(property, value);
    expect(text.offsetHeight).toBe(60);
    text.remove();
    expect(comesWith('-webkit-line-clamp', 'none')).toEqual({});
    expect(comesWith('color', 'red')).toEqual({});
  });
});
