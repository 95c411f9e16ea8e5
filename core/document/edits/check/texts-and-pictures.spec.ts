import fc from 'fast-check';
import { blankSite } from '../../site';
import { pageHolding, plainPart } from '../../testing/plain-part';
import { pageOfAll, siteOfAll } from '../../testing/all-of-it';
import type { AnyEdit } from '../site-edit';
import { areTextsAndPictures } from './texts-and-pictures';

const site = blankSite('s', 'Site', 'site');
const page = pageHolding({
  title: plainPart('heading', 'h1', {
    content: { base: { text: ['Sail ', { text: 'on', class: 'loud', as: ['em'] }] } },
  }),
  words: plainPart('text', 'p', { content: { base: { text: 'We sail' } } }),
  shore: plainPart('image', 'img', { content: { base: { picture: 'shore', alt: 'A shore' } } }),
  go: plainPart('button', 'a', { content: { base: { text: 'Go', link: '/' } } }),
  own: plainPart('html', 'div', { content: { base: { html: '<b>1</b>', title: 'A counter' } } }),
  film: plainPart('video', 'div', { content: { base: { address: 'https://films.example/1', title: 'A film' } } }),
});
const set = (part: string, ...field: string[]): AnyEdit => ({ do: 'set', part, field, value: 'x' }) as AnyEdit; // as they come
const may = (...edits: AnyEdit[]): boolean => areTextsAndPictures({ site, page }, edits);

describe('A content editor', () => {
  it('writes texts, at any breakpoint, and chooses pictures and their words', () => {
    expect(may(set('title', 'content', 'base', 'text'), set('title', 'content', 'phone', 'text'))).toBeTrue();
    expect(may(set('go', 'content', 'base', 'text'), set('root', 'content', 'base', 'title'))).toBeTrue();
    expect(may(set('shore', 'content', 'base', 'picture'), set('shore', 'content', 'base', 'alt'))).toBeTrue();
    const block = { at: 'a0', block: { tag: 'p', says: 'New' } };
    expect(may({ do: 'set', part: 'words', field: ['content', 'base', 'text', 'first'], value: block })).toBeTrue();
    expect(may({ do: 'set', on: 'site', field: ['pictures', 'shore', 'alt'], value: 'A shore' })).toBeTrue();
  });

  it('changes nothing else: neither style nor structure, code, links, films nor what the site shares', () => {
    for (const edit of [
      set('title', 'style', 'wide', 'normal', 'color'),
      set('title', 'tag'),
      set('title', 'classes'),
      set('title', 'name'),
      set('title', 'off'),
      set('title', 'attributes', 'id'),
      set('root', 'path'),
      set('go', 'content', 'base', 'link'),
      set('own', 'content', 'base', 'html'),
      set('film', 'content', 'base', 'address'),
      set('gone', 'content', 'base', 'text'),
      set('constructor', 'content', 'base', 'text'),
      { do: 'remove', part: 'title' },
      { do: 'move', part: 'title', parent: 'root', index: 0 },
      { do: 'insert', parent: 'root', index: 0, root: 'n', parts: { n: plainPart('text', 'p') } },
      { do: 'set', on: 'site', field: ['tokens', 'ink'], value: '#000' },
      { do: 'remove', on: 'site', from: 'pictures', id: 'shore' },
      { do: 'own', on: 'both', part: 'title' },
    ] as AnyEdit[]) {
      expect(may(edit)).withContext(JSON.stringify(edit)).toBeFalse();
      expect(may(set('title', 'content', 'base', 'text'), edit))
        .withContext('with a text before it')
        .toBeFalse();
    }
  });

  it('keeps classes and colours of words as they are, and gives words none that were not there', () => {
    const says = (more: object): AnyEdit => ({
      ...{ do: 'set', part: 'title', field: ['content', 'base', 'text'] },
      value: ['Sail ', { text: 'away', ...more }],
    });
    expect(may(says({ class: 'loud' }))).toBeTrue();
    expect(may(says({ as: ['strong'], link: { to: 'page:fares' } }))).toBeTrue();
    expect(may(says({ class: 'huge' }))).toBeFalse();
    expect(may(says({ color: '#ff0000' }))).toBeFalse();
  });

  it('reaches no field but those of texts and pictures, whichever part of a page that uses all there is', () => {
    const field = fc.constantFrom(
      'text',
      'alt',
      'picture',
      'link',
      'html',
      'address',
      'sizes',
      'newTab',
      'group',
      'name',
    );
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(pageOfAll.parts)), field, (part, key) => {
        const edit = { do: 'set', part, field: ['content', 'base', key], value: 'x' } as AnyEdit;
        if (areTextsAndPictures({ site: siteOfAll, page: pageOfAll }, [edit]))
          expect(['text', 'alt', 'picture', 'label', 'title', 'description', 'placeholder']).toContain(key);
      }),
    );
  });
});
