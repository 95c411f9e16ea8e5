import webref from '@webref/css/css.json';
import { blankSite } from '../document/site';
import { properties } from './properties';
import { checkValue, picturesIn, shortest } from './value';

const site = { ...blankSite('s', 'Site', 'site'), tokens: { ink: '#223' } };
const problem = (name: string, typed: string): string => {
  const checked = checkValue(site, name, typed);
  return checked.ok ? '' : checked.problem;
};
const value = (name: string, typed: string): string => {
  const checked = checkValue(site, name, typed);
  return checked.ok ? checked.value : `refused: ${checked.problem}`;
};

describe('Values as typed', () => {
  it('get px where only a length fits', () => {
    expect(value('font-size', '45')).toBe('45px');
    expect(value('width', '1280/3')).toBe('426.667px');
    expect(value('margin-top', '-8')).toBe('-8px');
    expect(value('line-height', '1.1')).toBe('1.1');
    expect(value('z-index', '10')).toBe('10');
    expect(value('aspect-ratio', '16/9')).toBe('16/9');
  });
  it('keep every unit of the trade', () => {
    for (const typed of ['5%', '2em', '1.5rem', '50vw', '100vh', '100svh', '100dvh', '40ch', 'auto'])
      expect(value('width', typed)).toBe(typed);
    expect(value('grid-template-columns', '1fr minmax(200px, 2fr)')).toBe('1fr minmax(200px, 2fr)');
  });
  it('take tokens and pictures of the site alone', () => {
    expect(value('color', 'var(--ink)')).toBe('var(--ink)');
    expect(problem('color', 'var(--mud)')).toContain('no token "mud"');
    expect(problem('background-image', 'url("https://elsewhere.example/a.png")')).toContain('library');
    expect(problem('background-image', 'url("picture:gone")')).toContain('no picture "gone"');
    expect(picturesIn('linear-gradient(red, red), url("picture:sea")')).toEqual(['sea']);
  });
  it('are refused with a sentence that names the property', () => {
    expect(problem('display', 'flexx')).toContain('is not a value of display');
    expect(problem('color', '#12')).toContain('color');
    expect(problem('width', '')).toContain('Type a value');
    expect(problem('not-a-property', '1')).toContain('not a property');
    expect(problem('width', 'calc(1px + 2s)')).toContain('sum');
  });
  it('never break out of their declaration', () => {
    const hostile = [
      'red;}body{display:none',
      'red}',
      'red /* x',
      'red !important',
      '</style><script>',
      'red\\',
      '{',
      'url("picture:a',
      'x'.repeat(3000),
    ];
    for (const typed of hostile)
      for (const name of ['color', 'background-image', 'font-family', 'width'])
        expect(checkValue(site, name, typed).ok)
          .withContext(typed)
          .toBeFalse();
  });
  it('take the initial value of every property that states one as a value', () => {
    const prose = new Set(['font-family', 'color']);
    const newer = new Set(['position-anchor']); // the draft's `normal` is younger than css-tree's grammar
    for (const { name, initial: registered } of properties) {
      if (prose.has(name) || newer.has(name)) continue;
      const initial = webref.properties.find((one) => one.name === name)?.initial ?? registered;
      expect(checkValue(site, name, initial).ok)
        .withContext(`${name}: ${initial}`)
        .toBeTrue();
    }
  });
});

describe('The shortest spelling', () => {
  const probe = document.createElement('div');
  const computed = (name: string, text: string): string => {
    probe.style.cssText = '';
    probe.style.setProperty(name, text);
    document.body.append(probe);
    const result = getComputedStyle(probe).getPropertyValue(name);
    probe.remove();
    return result;
  };
  it('means the same to Chromium', () => {
    const samples: readonly (readonly [string, string])[] = [
      ['color', '#ffffff'],
      ['color', '#aabbcc'],
      ['color', '#aabbccdd'],
      ['color', '#22333b'],
      ['color', 'rgb(255 255 255 / 0.16)'],
      ['letter-spacing', '-0.02em'],
      ['width', '0px'],
      ['width', 'calc(0px + 10%)'],
      ['opacity', '0.50'],
      ['transform', 'none'],
      ['background-image', 'linear-gradient(90deg, rgb(0 0 0 / 0.5), rgb(0 0 0 / 0.25))'],
      ['font-family', '"Schibsted Grotesk", sans-serif'],
      ['grid-template-columns', '1fr minmax(0px, 2fr)'],
      ['box-shadow', '0px 1px 2px rgb(0 0 0 / 0.2)'],
      ['margin-top', '10px'],
      ['flex-basis', '0px'],
    ];
    for (const [name, text] of samples)
      expect(computed(name, shortest(text)))
        .withContext(`${text} → ${shortest(text)}`)
        .toBe(computed(name, text));
  });
});
