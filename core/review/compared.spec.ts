import { home, tidewick } from '../../demo/tidewick';
import { fares } from '../../demo/tidewick-pages';
import { applyBatch } from '../document/edits/batch';
import type { AnyEdit } from '../document/edits/site-edit';
import { keepSection } from '../document/commands/sharing/shared';
import { compared, type Together } from './compared';

describe('Two releases compared', () => {
  const was: Together = { site: tidewick, pages: { [home.id]: home, [fares.id]: fares } };
  const edited = (edits: readonly AnyEdit[]): Together => {
    const { site, page } = applyBatch({ site: was.site, page: home }, edits);
    return { site, pages: { ...was.pages, [home.id]: page } };
  };
  const statesOf = (of: ReturnType<typeof compared>): string[] => of.pages.map(({ path, is }) => `${path} ${is}`);

  it('say nothing where nothing differs', () => {
    expect(compared(was, structuredClone(was))).toEqual({
      site: [],
      pages: [
        jasmine.objectContaining({ path: '/', is: 'same', changes: [] }),
        jasmine.objectContaining({ path: '/fares', is: 'same', changes: [] }),
      ],
    });
  });

  it('name pages that came, went and changed, with each change in words', () => {
    const heading = Object.keys(home.parts).find((id) => home.parts[id]!.tag === 'h1')!;
    const is = edited([
      { do: 'set', part: heading, field: ['style', 'phone', 'normal', 'font-size'], value: '31px' },
      { do: 'set', on: 'site', field: ['elements', 'h2', 'wide', 'normal', 'color'], value: 'red' },
    ]);
    const { [fares.id]: _gone, ...rest } = is.pages;
    const next = { site: is.site, pages: { ...rest, added: { ...fares, id: 'added', path: '/added' } } };
    const result = compared(was, next);
    expect(statesOf(result)).toEqual(['/ changed', '/added new', '/fares gone']);
    const [change] = result.pages[0]!.changes;
    expect([change!.part, change!.values?.is]).toEqual([heading, '31px']);
    expect(change!.what).toContain('Phone');
    expect(result.site.map((one) => one.what).join()).toContain('Every h2');
  });

  it('see what changed in a shared section on every page that shows it', () => {
    const section = home.parts[home.root]!.children.at(-1)!;
    const facts = { name: 'Foot', purpose: 'contact', shared: true } as const;
    const shared = applyBatch({ site: tidewick, page: home }, keepSection(home, section, facts, tidewick));
    const kept = shared.site.sections![0]!;
    const before = { site: shared.site, pages: { [home.id]: shared.page } };
    const after = applyBatch(shared, [
      {
        do: 'set',
        on: 'site',
        section: kept.id,
        part: kept.root,
        field: ['style', 'wide', 'normal', 'color'],
        value: 'red',
      },
    ]);
    const result = compared(before, { site: after.site, pages: { [home.id]: after.page } });
    expect(statesOf(result)).toEqual(['/ changed']);
    expect(result.pages[0]!.changes.map((one) => one.values?.is)).toEqual(['red']);
  });
});
