import { applyEdits } from '../edits/apply';
import { readPage } from '../edits/check/check-page';
import { blankPage, type Page } from '../page';
import { planted, type Tree } from '../sections/planting';
import { blankSite, type Site } from '../site';
import { partOf, placeOf } from '../tree';
import { captionPlace } from '../../review/checks/caption-place';
import { compile } from '../../compile/compile';
import { tagsFor } from './becoming/box-tag';
import { canBeCaptioned, captionEdits, standsWell } from './captions';

const boats = {
  ...{ name: 'Boats', alt: 'Two boats at a pier', width: 800, height: 600, type: 'image/png' as const },
  files: [{ width: 800, file: 'boats.webp' }],
};
const site: Site = {
  ...blankSite('s', 'S', 'site'),
  pictures: {
    boats: { ...boats, caption: 'The evening boat', credit: 'Photograph: Mara Lind' },
    plain: boats,
  },
};

/** A page whose one section holds these, by the kinds they are of. */
function holding(...holds: readonly Tree[]): { page: Page; ids: (kind: string) => string[] } {
  let count = 0;
  const { root, parts } = planted(site, { kind: 'section', holds }, (kind) => `${kind}-${++count}`);
  const blank = blankPage('p', 'P', '/');
  const page = { ...blank, parts: { ...blank.parts, ...parts, root: { ...blank.parts['root']!, children: [root] } } };
  return { page: readPage(site, page), ids: (kind) => Object.keys(parts).filter((id) => parts[id]!.kind === kind) };
}
const image = (picture?: string): Tree => ({ kind: 'image', content: { alt: '', ...(picture && { picture }) } });
const caption: Tree = { kind: 'caption', tag: 'figcaption', content: { text: 'Seen' } };
const figure = (...holds: readonly Tree[]): Tree => ({ kind: 'container', tag: 'figure', holds });
const found = (page: Page): (string | undefined)[] =>
  captionPlace.find({ site, page } as Parameters<typeof captionPlace.find>[0], page.root).map((one) => one.reason);

describe('A caption', () => {
  it('says what the library says of the picture, or asks to be written', () => {
    for (const [picture, says] of [
      ['boats', 'The evening boat · Photograph: Mara Lind'],
      ['plain', 'What the picture shows, and whose it is'],
      [undefined, 'What the picture shows, and whose it is'],
    ] as const) {
      const { page, ids } = holding({ kind: 'container', holds: [image(picture)] });
      const [id = ''] = ids('image');
      expect(canBeCaptioned(page, id)).toBe('with a figure');
      const { edits, made } = captionEdits(site, page, id);
      const after = applyEdits(site, page, edits);
      expect(partOf(after.page, made).content.base['text']).toBe(says);
      expect(partOf(after.page, placeOf(after.page, made).parent).tag).toBe('figure');
      expect(standsWell(after.page, made)).toBeTrue();
      expect(canBeCaptioned(after.page, id)).toBeUndefined();
      expect(applyEdits(site, after.page, after.inverses).page.parts).toEqual(page.parts);
      // HTML, section 4.4.12: the figure ends with its caption
      expect(compile(site, after.page).html).toMatch(
        /<figure[^>]*><img[^>]*><figcaption[^>]*>[^<]*<\/figcaption><\/figure>/,
      );
    }
  });

  it('is found where HTML has none, and plain words elsewhere are none', () => {
    expect(found(holding(figure(image(), caption)).page)).toEqual([]);
    expect(found(holding(figure(caption, image(), image())).page)).toEqual([]);
    const none = 'A caption says what a figure shows, and stands in none.';
    expect(found(holding({ kind: 'container', holds: [image(), caption] }).page)).toEqual([none]);
    expect(found(holding({ kind: 'caption', content: { text: 'Seen' } }, image()).page)).toEqual([]);
    expect(found(holding(caption).page)).toEqual([none]);
    expect(found(holding({ kind: 'container', holds: [image(), caption, image()] }).page)).toEqual([none]);
    const twice = 'A figure has one caption, before or after everything else in it.';
    expect(found(holding(figure(caption, image(), caption)).page)).toEqual([twice, twice]);
    expect(found(holding(figure(image(), caption, image())).page)).toEqual([twice]);
  });

  it('is cured by what is offered: the box around it becomes its figure, or it becomes plain words', () => {
    for (const [holds, isFigure] of [
      [[{ kind: 'container', holds: [image(), caption] }], true],
      [[{ kind: 'container', holds: [image(), caption, image()] }], false],
      [[caption], false],
      [[figure(image(), caption, image())], false],
    ] as const) {
      const { page, ids } = holding(...holds);
      const [finding] = captionPlace.find({ site, page } as Parameters<typeof captionPlace.find>[0], page.root);
      const after = applyEdits(site, page, finding!.cure!.edits).page;
      expect(found(after)).toEqual([]);
      expect(standsWell(after, ids('caption')[0]!) && partOf(after, ids('caption')[0]!).tag === 'figcaption').toBe(
        isFigure,
      );
    }
  });

  it('may be what a figure is called where it stands at an end of one, and nowhere else', () => {
    const words: Tree = { kind: 'caption', content: { text: 'Seen' } };
    for (const [holds, tags] of [
      [[figure(image(), words)], ['p', 'figcaption']],
      [[figure(words, image())], ['p', 'figcaption']],
      [[figure(image(), words, image())], ['p']],
      [[figure(words, image(), caption)], ['p']],
      [[words], ['p']],
      [[caption], ['p', 'figcaption']], // it is one, wherever it stands
    ] as const) {
      const { page, ids } = holding(...holds);
      expect(tagsFor(page, ids('caption')[0]!)).toEqual(tags);
    }
  });

  it('is offered for pictures and films alone, whatever they stand in', () => {
    const { page, ids } = holding(
      { kind: 'text' },
      { kind: 'video', content: { address: '', title: 'A film' } },
      figure(image()),
    );
    expect(canBeCaptioned(page, ids('text')[0]!)).toBeUndefined();
    expect(canBeCaptioned(page, ids('video')[0]!)).toBe('with a figure');
    expect(canBeCaptioned(page, ids('image')[0]!)).toBe('in its figure');
  });
});
