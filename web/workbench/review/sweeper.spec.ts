import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { styleEdit } from '@core/document/commands/style';
import { applyEdits } from '@core/document/edits/apply';
import { pageOfSection } from '@core/document/sections/kept-section';
import { planted } from '@core/document/sections/planting';
import type { Page } from '@core/document/page';
import { blankSite } from '@core/document/site';
import { sweptFrom, sweptTo } from '@core/review/sweep/fault-kinds';
import { PageSession } from '../../services/page-session';
import { Sweeper } from './sweeper';

describe('A sweep at the workbench', () => {
  const site = blankSite('s', 'S', 'site');
  const narrow = pageOfSection(
    planted(
      site,
      { kind: 'section', holds: [{ kind: 'container', name: 'Box', base: { width: '700px', height: '40px' } }] },
      (kind) => kind,
    ),
  );
  const page = signal<Page | undefined>(undefined);
  let sweeper: Sweeper;
  const frames = (): number => document.querySelectorAll('iframe').length;

  beforeEach(() => {
    page.set(narrow);
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        Sweeper,
        { provide: PageSession, useValue: { site: () => site, page, titles: () => ({}) } },
      ],
    });
    sweeper = TestBed.inject(Sweeper);
  });

  it('tells at which widths a box of 700 px is too wide: at all under it, and at none from it on', async () => {
    const before = frames();
    await sweeper.start();
    const swept = sweeper.swept()!;
    expect([swept.done, swept.measured, swept.total]).toEqual([true, sweptTo - sweptFrom + 1, sweptTo - sweptFrom + 1]);
    const wide = swept.faults.filter((one) => one.kind === 'too wide');
    expect(wide.map((one) => [one.part, one.widths.map(({ from, to }) => [from, to])])).toEqual([
      ['container', [[sweptFrom, 699]]],
    ]);
    expect([wide[0]!.worstAt, wide[0]!.worst]).toEqual([sweptFrom, 700 - sweptFrom]);
    expect(sweeper.running()).toBeFalse();
    expect(frames()).withContext('nothing is left behind').toBe(before);
    expect(sweeper.stale()).toBeFalse();
    page.set(applyEdits(site, narrow, [styleEdit('container', 'wide', 'normal', 'width', '200px')]).page);
    expect(sweeper.stale()).withContext('the page has changed since').toBeTrue();
  }, 60_000);

  it('stops when it is told to, keeps what it knew, and leaves nothing behind', async () => {
    const before = frames();
    const running = sweeper.start();
    expect(sweeper.running()).toBeTrue();
    while (sweeper.swept() === undefined) await new Promise(requestAnimationFrame);
    sweeper.cancel();
    await running;
    expect(sweeper.running()).toBeFalse();
    expect(sweeper.swept()!.measured).toBeGreaterThan(0);
    expect(sweeper.swept()!.done).toBeFalse();
    expect(frames()).toBe(before);
    expect(sweeper.sizes()).withContext('half a sweep writes no sizes').toEqual([]);
  });

  it('begun anew ends the one before, and tells of the page as it is now', async () => {
    const first = sweeper.start();
    page.set(applyEdits(site, narrow, [styleEdit('container', 'wide', 'normal', 'width', '200px')]).page);
    await Promise.all([first, sweeper.start()]);
    expect(sweeper.swept()!.page).toBe(page()!);
    expect(sweeper.swept()!.faults.filter((one) => one.kind === 'too wide')).toEqual([]);
    expect(sweeper.running()).toBeFalse();
  }, 60_000);
});
