import type { WouldChange } from '@core/api/pages';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { statesOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { resolve } from '@core/style/cascade';
import { properties } from '@core/style/properties';
import { Client } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('What would change on the other pages of a site', () => {
  const at = withServer();
  const pages = ['tidewick-fares', 'tidewick-lost', 'tidewick-home'];

  const told = async (edits: readonly AnyEdit[]): Promise<Record<string, number>> => {
    const answer = await at.ada.call('POST', '/pages/tidewick-home/would-change', { edits });
    expect(answer.status).withContext(answer.body).toBe(200);
    return Object.fromEntries(answer.json<WouldChange>().pages.map((one) => [one.id, one.parts]));
  };

  /** Every value of every part of a page as it is seen. */
  function looks({ site, page }: { site: Site; page: Page }): Map<string, string> {
    const seen = seenPage(site, page);
    return new Map(
      Object.entries(seen.parts).map(([id, part]) => [
        id,
        site.breakpoints
          .flatMap((one) =>
            statesOf(part.kind).flatMap((state) =>
              properties.map(({ name }) => resolve(site, seen, id, one.id, state, name).value),
            ),
          )
          .join('|'),
      ]),
    );
  }

  const h2: AnyEdit = {
    ...{ do: 'set', on: 'site' },
    field: ['elements', 'h2', 'wide', 'normal', 'letter-spacing'],
    value: '4px',
  };

  for (const [what, edits] of [
    ['a value of every h2', [h2]],
    ['a value of every page', [{ ...h2, field: ['elements', 'body', 'phone', 'normal', 'color'], value: 'teal' }]],
    ['a class that goes', [{ do: 'remove', on: 'site', from: 'classes', id: 'card' }]],
  ] as readonly [string, AnyEdit[]][])
    it(`is counted before ${what} is stored as it is found after it`, async () => {
      const before = await Promise.all(pages.map(async (id) => looks(await at.ada.open(id))));
      const counts = await told(edits);
      expect((await at.ada.store('tidewick-home', edits)).status).toBe(200);
      const after = await Promise.all(pages.map(async (id) => looks(await at.ada.open(id))));
      const found = pages.map(
        (_id, index) => [...after[index]!].filter(([id, all]) => before[index]!.get(id) !== all).length,
      );
      expect(pages.slice(0, 2).map((id) => counts[id] ?? 0)).toEqual(found.slice(0, 2));
      expect(found.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(0);
      expect(counts['tidewick-home']).toBeUndefined(); // whoever asks has it open
    });

  it('is nothing where edits speak of the page alone, and stores nothing', async () => {
    const { revision } = (await at.ada.call('GET', '/pages/tidewick-home')).json<{ revision: number }>();
    expect(await told([{ do: 'set', part: 'root', field: ['name'], value: 'Other' }])).toEqual({});
    expect((await at.ada.call('GET', '/pages/tidewick-home')).json<{ revision: number }>().revision).toBe(revision);
  });

  it('is refused to strangers, and where edits do not fit', async () => {
    const ask = (who: Client, edits: unknown): Promise<number> =>
      who.call('POST', '/pages/tidewick-home/would-change', { edits }).then((answer) => answer.status);
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect(await ask(ben, [h2])).toBe(404);
    expect(await ask(at.ada, [{ do: 'remove', part: 'gone' }])).toBe(422);
    expect(await ask(at.ada, 'all')).toBe(400);
    expect(await ask(at.ada, [])).toBe(400);
  });
});
