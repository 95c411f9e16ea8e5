import { TestBed } from '@angular/core/testing';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { Selection } from './selection';
import { SpreadState } from './spread-state';

describe('A workbench whose breakpoint somebody takes away', () => {
  const takeAway = (session: LocalSession, id: string): void =>
    session.site.update((site) => site && { ...site, breakpoints: site.breakpoints.filter((one) => one.id !== id) });

  it('goes on at the base, with no leaf folded that was not', () => {
    const session = new LocalSession(pageWith([{ kind: 'text' }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    const [selection, spread] = [TestBed.inject(Selection), TestBed.inject(SpreadState)];
    selection.select('text', 'tablet');
    spread.opened.set('tablet');
    expect(selection.active()).toBe('tablet');
    expect(spread.leaves().map((one) => one.folded)).toEqual([true, false, true]);
    takeAway(session, 'tablet');
    expect(selection.active()).toBe('wide');
    expect(spread.leaves().map((one) => [one.breakpoint.id, one.folded])).toEqual([
      ['wide', false],
      ['phone', false],
    ]);
  });
});
