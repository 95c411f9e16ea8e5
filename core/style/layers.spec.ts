import { layersOf, unknownFamilies, withPicture } from './layers';

describe('The layers of a background (CSS Backgrounds 3, §3.1)', () => {
  const half = 'linear-gradient(rgb(0 0 0 / 0.5), rgb(0 0 0 / 0.5))';
  it('are parted by the commas outside brackets, topmost first', () => {
    expect(layersOf(`${half}, url("picture:sea")`)).toEqual([half, 'url("picture:sea")']);
    expect(layersOf('none')).toEqual([]);
    expect(layersOf('')).toEqual([]);
    expect(layersOf('url("picture:a"), radial-gradient(red, blue), url(picture:b)')).toEqual([
      'url("picture:a")',
      'radial-gradient(red, blue)',
      'url(picture:b)',
    ]);
  });
  it('keep their gradients when a picture is chosen: it lies below them, or takes the place of the one there was', () => {
    expect(withPicture('none', 'sea')).toBe('url("picture:sea")');
    expect(withPicture('', 'sea')).toBe('url("picture:sea")');
    expect(withPicture('initial', 'sea')).toBe('url("picture:sea")');
    expect(withPicture(half, 'sea')).toBe(`${half}, url("picture:sea")`);
    expect(withPicture(`${half}, url("picture:old")`, 'sea')).toBe(`${half}, url("picture:sea")`);
    expect(withPicture(`${half}, url(picture:old), radial-gradient(red, blue)`, 'sea')).toBe(
      `${half}, url("picture:sea"), radial-gradient(red, blue)`,
    );
  });
  it('stay what Chromium reads', () => {
    const probe = document.createElement('div');
    probe.style.backgroundImage = withPicture(`${half}, conic-gradient(red, blue)`, 'sea');
    expect(layersOf(probe.style.backgroundImage).length).toBe(3);
  });
});

describe('Families that nobody has', () => {
  it('are those neither generic nor of the site', () => {
    expect(unknownFamilies('Gorgia, serif', ['Fraunces'])).toEqual(['Gorgia']);
    expect(unknownFamilies('fraunces, "Spline Sans Mono", system-ui', ['Fraunces', 'Spline Sans Mono'])).toEqual([]);
    expect(unknownFamilies('"Schibsted Grotesk", Sans Serif', ['Schibsted Grotesk'])).toEqual(['Sans Serif']);
    expect(unknownFamilies('var(--face), serif', [])).toEqual([]);
    expect(unknownFamilies('inherit', [])).toEqual([]);
  });
});
