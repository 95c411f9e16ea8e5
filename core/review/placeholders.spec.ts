import { applyEdits } from '../document/edits/apply';
import { kinds } from '../document/kinds/registry';
import { isSample } from '../document/ready-made/samples';
import { readyMade } from '../document/ready-made/all';
import { pageOfSection } from '../document/sections/kept-section';
import { planted } from '../document/sections/planting';
import { findings, of, page, site } from './testing/reviewed';

const said = (list: Parameters<typeof page>[0]): string[] =>
  of('placeholders', findings(page(list))).map((one) => one.reason);

describe('Placeholders', () => {
  it('are counted, images and texts apart, with the first of each as the place', () => {
    const image = { kind: 'image', content: { base: { alt: 'The pier' } } };
    const list = {
      one: image,
      two: image,
      three: { kind: 'image', content: { base: { alt: '', picture: 'pier' } } },
      text: {
        kind: 'text',
        content: { base: { text: 'Write here what visitors should read. Double-click to begin.' } },
      },
      other: { kind: 'text', content: { base: { text: 'The boats go at nine.' } } },
    };
    const found = of('placeholders', findings(page(list)));
    expect(found.map((one) => [one.part, one.reason, one.severity])).toEqual([
      ['one', '2 images are still placeholders.', 'warning'],
      ['text', '1 text is still as added: “Write here what visitors should read. Double-click to begin.”.', 'warning'],
    ]);
  });

  it('are none where a picture stands at one breakpoint at least, and where short words may be meant', () => {
    expect(
      said({
        image: { kind: 'image', content: { base: { alt: 'x' }, phone: { picture: 'pier' } } },
        button: { kind: 'button', content: { base: { text: 'Read more', link: '/' } } },
      }),
    ).toEqual([]);
  });

  it('are what a page without anything is', () => {
    expect(said({})).toEqual(['The page is empty.']);
    expect(said({ box: { kind: 'container', content: { base: {} } } })).toEqual(['The page is empty.']);
    expect(said({ html: { kind: 'html', content: { base: { code: '<p>A tide table</p>' } } } })).toEqual([]);
  });

  it('are found in every ready-made section as it comes, but for one of hours and addresses', () => {
    const without = readyMade.filter(
      ({ tree }) => of('placeholders', findings(pageOfSection(planted(site, tree)))).length === 0,
    );
    expect(without.map((one) => one.id)).toEqual(['contact-columns']);
    for (const kind of ['text', 'heading', 'disclosure', 'caption']) {
      const { content } = kinds.find((one) => one.kind === kind)!.fresh(site);
      expect(isSample(String(content.base['text'])))
        .withContext(kind)
        .toBeTrue();
    }
  });

  it('end with a word that is changed', () => {
    const sample = page({ text: { kind: 'heading', content: { base: { text: 'A new heading' } } } });
    expect(of('placeholders', findings(sample)).length).toBe(1);
    const edit = { do: 'set', part: 'text', field: ['content', 'base', 'text'], value: 'A newer heading' } as const;
    expect(of('placeholders', findings(applyEdits(site, sample, [edit] as never).page))).toEqual([]);
  });
});
