import { applyEdits } from '../../document/edits/apply';
import { blankSite, type Site } from '../../document/site';
import { pageHolding, plainPart as part } from '../../document/testing/plain-part';
import { nearlyToken } from '../../review/checks/nearly-token';
import { Reviewer } from '../../review/review';
import { nearToken } from './near-token';

const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  tokens: {
    madder: '#8c2f39',
    red: { name: 'poppy', kind: 'colour', values: { wide: '#ff0000', phone: 'var(--madder)' } },
    gap: { name: 'gap', kind: 'space', values: { wide: '48px', phone: '32px' } },
    body: '17px',
    half: '50%',
    old: { name: 'old', kind: 'space', values: { wide: '20px' }, gone: true },
  },
};
const near = (property: string, value: string, at = 'wide'): string | undefined =>
  nearToken(site, property, value, at)?.token.name;

// Common practice: two pixels, or a difference of colour of three, are slips rather than choices. The differences
// are culori's CIEDE2000.
describe('A value that is nearly a token', () => {
  it('lies within two pixels, or a difference of colour barely seen, of one for the same kind of thing', () => {
    expect(near('color', '#8f2b37')).toBe('madder');
    expect(near('color', '#8c2f39')).toBe('madder');
    expect(near('color', '#8f2b3780')).toBeUndefined();
    expect(near('color', '#a04040')).toBeUndefined();
    expect(near('color', 'var(--madder)')).toBeUndefined();
    expect(near('padding-top', '50px')).toBe('gap');
    expect(near('row-gap', '46px')).toBe('gap');
    expect(near('row-gap', '45.9px')).toBeUndefined();
    expect(near('padding-top', '21px')).toBeUndefined(); // the one it is near to has been deleted
    expect(near('padding-top', '3rem')).toBeUndefined();
    expect(near('font-size', '16px')).toBe('body');
    expect(near('width', '16px')).toBeUndefined();
  });

  it('is held against what the token says at its breakpoint, through others it names', () => {
    expect(near('padding-top', '32px', 'phone')).toBe('gap');
    expect(near('padding-top', '48px', 'phone')).toBeUndefined();
    expect(nearToken(site, 'color', '#8d2f39', 'phone')!.says).toBe('#8c2f39');
  });

  it('is a finding whose cure names the token, found again when the token changes', () => {
    const page = pageHolding({ t: part('text', 'p', { style: { phone: { normal: { 'padding-top': '33px' } } } }) });
    const [found] = nearlyToken.find({ site, page }, 't');
    expect(found!.reason).toContain('1 px from the token gap (32px)');
    const cured = applyEdits(site, page, [...found!.cure!.edits]).page;
    expect(cured.parts['t']!.style['phone']!.normal!['padding-top']).toBe('var(--gap)');
    expect(nearlyToken.find({ site, page: cured }, 't')).toEqual([]);

    const reviewer = new Reviewer();
    const count = (of: Site): number =>
      reviewer.review({ site: of, page }).filter((one) => one.check === nearlyToken.name).length;
    expect(count({ ...site, tokens: {} })).toBe(0);
    expect(count(site)).toBe(1);
  });
});
