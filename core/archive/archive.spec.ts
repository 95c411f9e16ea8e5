import fc from 'fast-check';
import { fares } from '../../demo/tidewick-pages';
import { home, tidewick } from '../../demo/tidewick';
import { plainSite } from '../compile/plain-site';
import { Problem } from '../document/problem';
import { cards } from '../document/testing/cards';
import { RandomPages } from '../document/testing/random-page';
import { archiveTexts, filesOfSite, readArchive, readContents, type Archived, type ArchiveText } from './archive';

type Texts = readonly ArchiveText[];
const textsOf = (archived: Archived): Texts => [...archiveTexts(archived)];
const files = (site: Archived['site']): Archived['files'] =>
  filesOfSite(site).map((file, index) => ({ file, size: index, sha256: String(index).padStart(64, '0') }));

function read(texts: Texts): Promise<Archived> {
  const all = new Map(texts.map(({ name, text }) => [name, text]));
  return readArchive(readContents(all.get('archive.json')), (file) => Promise.resolve(all.get(file)));
}

/** The problem of reading an archive in which one text is another. */
async function problemOf(texts: Texts, name: string, change: (text: string) => string | undefined): Promise<string> {
  const changed = texts.flatMap((one) => {
    if (one.name !== name) return one;
    const text = change(one.text);
    return text === undefined ? [] : { name, text };
  });
  try {
    await read(changed);
    return 'none';
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
}

describe('An archive of a site', () => {
  it('is the same when it is read and written again, and compiles to the same bytes', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer(), fc.integer({ min: 1, max: 50 }), async (seed, size) => {
        const random = new RandomPages(seed);
        const site = random.site();
        const page = random.page(site, size);
        const pages = [page, { ...page, id: 'second', path: '/second' }];
        const before = textsOf({ site, pages, files: files(site) });
        const back = await read(before);
        expect(textsOf(back)).toEqual(before);
        expect(plainSite(back.site, back.pages)).toEqual(plainSite(site, pages));
      }),
      { numRuns: 40 },
    );
    const demo = textsOf({ site: tidewick, pages: [home, fares], files: files(tidewick) });
    expect(textsOf(await read(demo))).toEqual(demo);
    const { site, page } = cards(); // with own parts
    const using = textsOf({ site, pages: [page], files: [] });
    const back = await read(using);
    expect(textsOf(back)).toEqual(using);
    expect(plainSite(back.site, back.pages)).toEqual(plainSite(site, [page]));
  });

  it('of an earlier version of the documents is read as this one writes them', async () => {
    const texts = textsOf({ site: tidewick, pages: [home], files: [] });
    const older = texts.map(({ name, text }) => {
      if (name !== 'site.json') return { name, text };
      // as version 1 of the site document was written
      const site = JSON.parse(text) as { breakpoints: { side: string }[]; classes: { id?: string }[] };
      const breakpoints = site.breakpoints.map(({ side, ...one }) => ({ ...one, reach: side }));
      const classes = site.classes.map(({ id: _id, ...one }) => one);
      return { name, text: JSON.stringify({ ...site, version: 1, breakpoints, classes }) };
    });
    const back = await read(older);
    expect(back.site.version).toBe(2);
    expect(back.site.breakpoints).toEqual(tidewick.breakpoints);
    expect(back.pages).toEqual([home]);
  });

  it('is refused with the file and the place where something is wrong', async () => {
    const texts = textsOf({ site: tidewick, pages: [home, fares], files: files(tidewick) });
    const page = `pages/${home.id}.json`;
    const swap =
      (from: string, to: string) =>
      (text: string): string =>
        text.replace(from, to);
    expect(await problemOf(texts, 'archive.json', () => undefined)).toBe('The archive has no archive.json.');
    expect(await problemOf(texts, 'archive.json', () => '{"format":')).toBe('archive.json is not JSON.');
    expect(await problemOf(texts, 'archive.json', swap('fold-line/archive', 'other'))).toMatch(/no archive of a site/);
    expect(await problemOf(texts, 'archive.json', swap('"version": 1', '"version": 7'))).toMatch(/not known here/);
    expect(await problemOf(texts, 'archive.json', swap(`${home.id}.json`, '../../etc/passwd'))).toMatch(
      /lies in pages/,
    );
    expect(await problemOf(texts, page, () => undefined)).toBe(`The archive has no ${page}.`);
    expect(await problemOf(texts, 'site.json', swap('"host": "', '"host": "-'))).toMatch(/^site\.json: A host name/);
    expect(await problemOf(texts, page, swap('"kind": "heading"', '"kind": "script"'))).toMatch(
      new RegExp(`^pages/${home.id}\\.json: `),
    );
    expect(await problemOf(texts, page, swap(`"path": "/"`, `"path": "${fares.path}"`))).toMatch(/the same id or path/);
    expect(await problemOf(texts, page, swap(`"id": "${home.id}"`, '"id": "another"'))).toMatch(/another page/);
    // JSON escapes that PostgreSQL cannot store (PostgreSQL's documentation, section 8.14.1)
    for (const sign of ['\\u0000', 'a\\ud83d', '\\udca7b'])
      expect(await problemOf(texts, page, swap('"title": "', `"title": "${sign}`)))
        .withContext(sign)
        .toMatch(/^pages\/.*\.json: .*title: The character at position [12] can’t be stored/);
  });

  it('speaks of no file that its site does not', async () => {
    const sneaked = { file: 'sneaked-in.html', size: 1, sha256: '0'.repeat(64) };
    const texts = textsOf({ site: tidewick, pages: [home], files: [...files(tidewick), sneaked] });
    expect((await read(texts)).files.map((one) => one.file)).not.toContain('sneaked-in.html');
  });
});
