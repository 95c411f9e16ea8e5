import { compile } from '../../../compile/compile';
import { standardBreakpoints } from '../../breakpoint';
import { addressed } from '../../edits/addressed';
import { applyBatch } from '../../edits/batch';
import { areTextsAndPictures } from '../../edits/check/texts-and-pictures';
import { usesOfParts } from '../../library/uses';
import { blankPage } from '../../page';
import { planted } from '../../sections/planting';
import { idWithin } from '../../seen/references';
import { blankSite, type Picture, type Site } from '../../site';
import { done, seenOf } from '../../testing/cards';
import { differEdit, keepAsOwn, useThing } from './own-parts';
import { place } from '../place';

const picture = (name: string): Picture => ({
  ...{ name, alt: name, width: 800, height: 400, type: 'image/png' },
  files: [{ width: 800, file: `${name}-800.webp` }],
});

describe('A picture in an own part', () => {
  it('is another in one use, at each breakpoint, published with it and counted in the library', () => {
    const site: Site = {
      ...blankSite('s', 'S', 'site'),
      breakpoints: [...standardBreakpoints],
      pictures: { one: picture('one'), two: picture('two'), three: picture('three') },
    };
    const image = { kind: 'image', content: { picture: 'one', alt: 'A' } };
    const section = planted(
      site,
      { kind: 'section', holds: [{ kind: 'container', holds: [image] }] },
      (kind) => `the-${kind}`,
    );
    const start = { site, page: blankPage('p', 'P', '/') };
    let now = applyBatch(start, [{ do: 'insert', parent: 'root', index: 0, ...section }]);
    now = done(now, keepAsOwn(seenOf(now), 'the-container', 'Card'));
    const use = useThing(now.site.sections![0]!);
    now = done(now, place(now.site, seenOf(now), use, { where: 'inside', parent: 'the-section', index: 1 }));
    const id = idWithin(use.root, 'the-image');
    now = done(now, [differEdit(seenOf(now), id, 'picture', true)]);
    const stored = addressed(now, [
      { do: 'set', part: id, field: ['content', 'base', 'picture'], value: 'two' },
      { do: 'set', part: id, field: ['content', 'phone', 'picture'], value: 'three' },
    ]).edits;
    expect(areTextsAndPictures(now, stored)).toBeTrue();
    now = applyBatch(now, stored);
    expect([...compile(now.site, now.page).files.pictures].sort()).toEqual([
      ...['one-800.webp', 'three-800.webp', 'two-800.webp'],
    ]);
    expect(usesOfParts(now.page.parts).pictures).toEqual({ two: 1, three: 1 });
  });
});
