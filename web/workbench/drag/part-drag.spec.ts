import { TestBed } from '@angular/core/testing';
import { newThing } from '@core/document/commands/thing';
import { subtree } from '@core/document/tree';
import { DragState } from '../state/drag-state';
import { Selection } from '../state/selection';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { Dragging, type Surface } from './part-drag';

/** A surface at 100, 100, half its size: a section of 400 px with two texts below each other. */
const surface: Surface = {
  name: 'wide',
  rect: () => new DOMRect(100, 100, 200, 200),
  scale: () => 0.5,
  scrollBy: () => undefined,
  measure: () => [
    { id: 'root', depth: 0, axis: 'column', box: { left: 0, top: 0, width: 400, height: 400 } },
    { id: 'section', depth: 1, axis: 'column', box: { left: 0, top: 0, width: 400, height: 400 } },
    { id: 'text', depth: 2, axis: 'column', box: { left: 0, top: 0, width: 400, height: 100 } },
    { id: 'text2', depth: 2, axis: 'column', box: { left: 0, top: 100, width: 400, height: 100 } },
  ],
};

describe('Dragging a part', () => {
  let session: LocalSession;
  let dragging: Dragging;
  let state: DragState;
  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'text' }, { kind: 'text' }, { kind: 'text' }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    dragging = TestBed.inject(Dragging);
    state = TestBed.inject(DragState);
    dragging.register(surface);
  });
  const order = (): readonly string[] => session.page()!.parts['section']!.children;

  it('begins after five px and not before, so that a click stays a click', () => {
    dragging.press({ part: 'text' }, { x: 150, y: 110 });
    expect(dragging.move({ x: 153, y: 112 })).toBeFalse();
    expect(dragging.release()).toBeFalse();
    expect(session.steps).toBe(0);
    expect(dragging.move({ x: 200, y: 200 })).toBeFalse();
  });

  it('shows where it would land, in px of the page, and puts it there as one step', () => {
    dragging.press({ part: 'text3' }, { x: 150, y: 290 });
    expect(dragging.move({ x: 200, y: 103 })).toBeTrue();
    expect(state.landing()?.drop.target).toEqual({ where: 'inside', parent: 'section', index: 0 });
    expect(state.dragged()).toContain('Text');
    expect(dragging.release()).toBeTrue();
    expect(order()).toEqual(['text3', 'text', 'text2']);
    expect(session.steps).toBe(1);
    expect(TestBed.inject(Selection).id()).toBe('text3');
    session.undo();
    expect(order()).toEqual(['text', 'text2', 'text3']);
  });

  it('does nothing outside every surface, and nothing once it is called off', () => {
    dragging.press({ part: 'text3' }, { x: 150, y: 290 });
    dragging.move({ x: 20, y: 20 });
    expect(state.landing()).toBeUndefined();
    expect(dragging.release()).toBeTrue();
    dragging.press({ part: 'text3' }, { x: 150, y: 290 });
    dragging.move({ x: 200, y: 103 });
    dragging.cancel();
    expect(state.dragged()).toBeUndefined();
    expect(dragging.release()).toBeFalse();
    expect(session.steps).toBe(0);
  });

  it('takes everything selected along, in document order, in one step', () => {
    dragging.press({ part: 'text2' }, { x: 150, y: 170 }, ['text2', 'text3']);
    dragging.move({ x: 200, y: 103 });
    expect(state.dragged()).toBe('2 parts');
    dragging.release();
    expect(order()).toEqual(['text2', 'text3', 'text']);
    expect(session.steps).toBe(1);
  });

  it('brings something new from the drawer, which is selected', () => {
    const thing = newThing(session.site()!, 'button');
    dragging.press(thing, { x: 20, y: 20 });
    dragging.move({ x: 200, y: 195 });
    dragging.release();
    const made = TestBed.inject(Selection).id()!;
    expect(session.page()!.parts[made]?.kind).toBe('button');
    expect(subtree(session.page()!, 'section')).toContain(made);
  });
});
