import { differEdit, keepAsOwn, setFree, useThing } from '@core/document/commands/sharing/own-parts';
import { addressed } from '@core/document/edits/addressed';
import { Log } from '@core/api/pages';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import { mostEdits, type AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import { planted } from '@core/document/sections/planting';
import { idWithin } from '@core/document/seen/references';
import { seenPage } from '@core/document/seen/seen-page';
import { Client, type Answer } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('Own parts of a site', () => {
  const at = withServer();
  const [home, lost] = ['tidewick-home', 'tidewick-lost'] as const;
  /** Does something to a page as it is seen; the status, and what is said. */
  const does = async (page: string, make: (now: { readonly seen: Page }) => readonly AnyEdit[]): Promise<Answer> => {
    const now = await seen(page);
    return at.ada.store(page, addressed(now, make(now)).edits);
  };
  async function seen(page: string): Promise<Documents & { readonly seen: Page }> {
    const open = await at.ada.open(page);
    return { ...open, seen: seenPage(open.site, open.page) };
  }
  const textOn = async (page: string, id: string): Promise<unknown> =>
    (await seen(page)).seen.parts[id]?.content.base['text'];

  it('are used on several pages, written once for all and each for itself, and stay while a page uses them', async () => {
    const { site } = await at.ada.open(home);
    const section = planted(
      site,
      { kind: 'section', holds: [{ kind: 'container', holds: [{ kind: 'heading', content: { text: 'One' } }] }] },
      (kind) => `own-${kind}`,
    );
    expect((await does(home, () => [{ do: 'insert', parent: 'root', index: 0, ...section }])).status).toBe(200);
    expect((await does(home, ({ seen: page }) => keepAsOwn(page, 'own-container', 'Card'))).status).toBe(200);
    const own = (await at.ada.open(home)).site.sections!.find((one) => one.own)!;
    const use = useThing(own);
    const into = (await seen(lost)).seen.parts['root']!.children[0]!;
    expect((await does(lost, () => [{ do: 'insert', parent: into, index: 0, ...use }])).status).toBe(200);
    const heading = { here: idWithin('own-container', 'own-heading'), there: idWithin(use.root, 'own-heading') };
    expect(await textOn(lost, heading.there)).toBe('One');
    const set = (part: string, value: string): AnyEdit => ({
      ...{ do: 'set', part, field: ['content', 'base', 'text'], value },
    });
    expect((await does(home, () => [set(heading.here, 'All')])).status).toBe(200);
    expect(await textOn(lost, heading.there)).toBe('All');
    expect((await does(lost, ({ seen: page }) => [differEdit(page, heading.there, 'text', true)])).status).toBe(200);
    // two people at once, each on a page of theirs
    const both = await Promise.all([
      does(home, () => [set(heading.here, 'Here')]),
      does(lost, () => [set(heading.there, 'There')]),
    ]);
    expect(both.map((one) => one.status)).toEqual([200, 200]);
    expect([await textOn(home, heading.here), await textOn(lost, heading.there)]).toEqual(['Here', 'There']);
    const gone = await does(home, () => [
      { do: 'remove', part: 'own-container' },
      { do: 'remove', on: 'site', from: 'sections', id: own.id },
    ]);
    expect([gone.status, gone.body]).toEqual([422, jasmine.stringContaining('still has the own part “Card”')]);
    const listed = await at.ada.call('GET', `/sites/${site.id}/reach`);
    expect(listed.body).toContain(`"#${own.id}"`);
    const forged = [
      { do: 'set', part: use.root, field: ['content', 'base', 'own-heading.text'], value: { evil: true } },
      { do: 'set', part: use.root, field: ['content', 'base', '__proto__.text'], value: 'x' },
      { do: 'set', part: use.root, field: ['content', 'base', 'section'], value: 'elsewhere' },
      { do: 'differ', on: 'both', part: use.root, at: 'base', inner: 'own-heading', field: 'constructor' },
      { do: 'own', on: 'both', part: use.root, in: 'nowhere' },
    ];
    for (const edit of forged) {
      const answer = await at.ada.store(lost, [edit as AnyEdit]);
      expect([400, 422]).withContext(JSON.stringify(edit)).toContain(answer.status);
    }
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect((await ben.call('POST', `/pages/${lost}/edits`, {})).status).toBe(404);
    expect((await does(lost, () => setFree(use.root))).status).toBe(200);
    expect((await at.ada.open(lost)).page.parts[use.root]!.kind).toBe('container');
    expect((await does(home, () => setFree('own-container'))).status).toBe(200);
    expect((await does(home, () => [{ do: 'remove', on: 'site', from: 'sections', id: own.id }])).status).toBe(200);
  });

  it('can be followed by everybody, also where a batch comes to more than it held, or to nothing', async () => {
    const { site, page } = await at.ada.open(home);
    const section = planted(
      site,
      { kind: 'section', holds: [{ kind: 'container', holds: [{ kind: 'heading', content: { text: 'One' } }] }] },
      (kind) => `many-${kind}`,
    );
    await does(home, () => [{ do: 'insert', parent: page.root, index: 0, ...section }]);
    await does(home, ({ seen: shown }) => keepAsOwn(shown, 'many-container', 'Row'));
    const known = await at.ada.open(home);
    const own = known.site.sections!.find((one) => one.name === 'Row')!;
    const uses = Array.from({ length: 1200 }, () => useThing(own));
    const add = uses.map((use): AnyEdit => ({ do: 'insert', parent: 'many-section', index: 0, ...use }));
    expect((await at.ada.store(home, add)).status).toBe(200);
    const differ: AnyEdit = {
      do: 'differ',
      on: 'both',
      part: uses[0]!.root,
      at: 'base',
      inner: 'many-heading',
      field: 'text',
    };
    const answers = [
      await does(home, ({ seen: shown }) => [differEdit(shown, idWithin(uses[0]!.root, 'many-heading'), 'text', true)]),
      await at.ada.store(home, [differ]),
      await at.ada.store(home, [differ]), // it does already
      await at.ada.store(
        home,
        uses.flatMap((use) => setFree(use.root)),
      ),
      await at.ada.call('GET', `/pages/${home}/log?since=${known.revision}&site=${known.siteRevision}`),
    ];
    for (const answer of answers) {
      expect(answer.status).withContext(answer.body.slice(0, 300)).toBe(200);
      Log.parse(answer.json());
    }
    expect(Math.max(...answers.flatMap((one) => one.json<Log>().log.map(({ edits }) => edits.length)))).toBeGreaterThan(
      mostEdits,
    );
    const { page: shown, site: by } = answers
      .at(-1)!
      .json<Log>()
      .log.reduce<Documents>((now, { edits }) => applyBatch(now, edits), known);
    expect({ shown, by }).toEqual({ shown: (await at.ada.open(home)).page, by: (await at.ada.open(home)).site });
    expect((await at.ada.call('GET', '/sites/tidewick/history')).status).toBe(200);
  });
});
