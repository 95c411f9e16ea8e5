import { blankSite, type Site } from '../../document/site';
import type { Gradient } from '../fill/gradient';
import { checkValue } from '../value';
import { firstMasks, maskChanges, maskLayersOf, maskOf } from './masks';

const names = ['mask-image', 'mask-size', 'mask-repeat', 'mask-position'] as const;

/** What Chromium computes of an element that has these values. */
function computed(values: Readonly<Record<string, string>>): Record<string, string> {
  const element = document.createElement('div');
  for (const [name, value] of Object.entries(values)) element.style.setProperty(name, value);
  document.body.append(element);
  const style = getComputedStyle(element);
  const all = Object.fromEntries(names.map((name) => [name, style.getPropertyValue(name)]));
  element.remove();
  return all;
}
const saying =
  (values: Readonly<Record<string, string>>) =>
  (property: string): string =>
    values[property] ?? '';

describe('A mask', () => {
  const site: Site = blankSite('s', 'S', 'site');
  const some = {
    'mask-image': 'linear-gradient(180deg, black 60%, transparent 100%), radial-gradient(red 10%, blue 90%)',
    'mask-size': 'cover, 40% auto',
    'mask-repeat': 'no-repeat, repeat-x',
    'mask-position': 'center center, 20% 70%',
  };

  it('is read by layers and written so that Chromium computes the same', () => {
    const layers = maskLayersOf(saying(some));
    expect(layers.length).toBe(2);
    expect(layers.map((one) => one.values['background-position-x'])).toEqual(['center', '20%']);
    const anew = maskChanges(saying({}), layers);
    expect(Object.keys(anew).sort()).toEqual([...names].sort());
    expect(computed(anew)).toEqual(computed(some));
    expect(maskChanges(saying(some), layers)).toEqual({}); // nothing is another
  });

  it('that one begins with is a value a document takes, and Chromium masks by it', () => {
    for (const fill of Object.values(firstMasks)) {
      const changes = maskChanges(saying({}), [maskOf(fill)]);
      for (const [property, value] of Object.entries(changes)) {
        const checked = checkValue(site, property, value);
        expect(checked.ok).withContext(`${property}: ${value}`).toBeTrue();
        expect(computed({ [property]: value })[property])
          .withContext(property)
          .not.toBe(computed({})[property]);
      }
    }
  });

  it('says no more than what is another, and goes as a whole', () => {
    const [first, second] = maskLayersOf(saying(some));
    const turned: Gradient = { ...(firstMasks.fade.gradient as Gradient), angle: 90 };
    const changes = maskChanges(saying(some), [{ ...first!, fill: { is: 'gradient', gradient: turned } }, second!]);
    expect(Object.keys(changes)).toEqual(['mask-image']);
    expect(maskChanges(saying(some), [])).toEqual({ 'mask-image': 'none' });
  });

  it('stands where its two words say, in either order (CSS Values 4 §8.3)', () => {
    const placed = (position: string): string[] => {
      const [layer] = maskLayersOf(saying({ 'mask-image': 'url("picture:star")', 'mask-position': position }));
      return [layer!.values['background-position-x'], layer!.values['background-position-y']];
    };
    expect(placed('top left')).toEqual(['left', 'top']);
    expect(placed('right')).toEqual(['right', 'center']);
    expect(placed('bottom 20%')).toEqual(['20%', 'bottom']);
    for (const position of ['top left', 'right', '30% 10%', 'bottom'])
      expect(computed({ 'mask-position': placed(position).join(' ') })['mask-position']).toBe(
        computed({ 'mask-position': position })['mask-position'],
      );
  });

  it('by a picture shows it whole, once, in the middle', () => {
    const picture = maskOf({ is: 'picture', picture: 'star' });
    expect(maskChanges(saying({}), [picture])).toEqual({
      ...{ 'mask-image': 'url("picture:star")', 'mask-size': 'contain', 'mask-repeat': 'no-repeat' },
      'mask-position': 'center center',
    });
  });
});
