import { TestBed } from '@angular/core/testing';
import { frameWith, type TestFrame } from '../../testing/frame';
import { measurePage } from '../canvas/measuring';
import type { Rests } from '../canvas/rests';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { Leaves } from './leaves';

describe('Leaves measured in slices', () => {
  let frame: TestFrame;
  let leaves: Leaves;
  /** Rests after every part, and does something at one of the rests. */
  const restsWith = (at: number, happens: () => void): Rests => {
    let count = 0;
    const taken = (): Promise<void> => {
      if (++count === at) happens();
      return Promise.resolve();
    };
    return { isDue: true, taken } as unknown as Rests; // what measuring asks of it
  };

  beforeEach(() => {
    const rows = Array.from({ length: 40 }, (_, at) => `<p data-part="p${at}">${at}</p>`);
    frame = frameWith(rows.join(''));
    TestBed.configureTestingModule({ providers: workbenchWith(new LocalSession(pageWith([]))) });
    leaves = TestBed.inject(Leaves);
    leaves.register({
      name: 'wide',
      document: frame.document,
      element: (id) => frame.find(id),
      scale: () => 1,
    });
  });
  afterEach(() => frame.remove());

  it('are measured as at once', async () => {
    const measured = await leaves.wholeCalmly(
      'wide',
      restsWith(0, () => undefined),
    );
    expect(measured).toEqual(measurePage(frame.document));
    expect(leaves.whole('wide')).toBe(measured);
  });

  it('are measured from the beginning when they change in the middle', async () => {
    const grow = (): void => {
      frame.find('p3').style.height = '77px';
      leaves.changed('wide');
    };
    const measured = await leaves.wholeCalmly('wide', restsWith(20, grow));
    expect(measured?.parts.get('p3')?.box.height).toBe(77);
    expect(measured).toEqual(measurePage(frame.document));
  });

  it('are let go when nobody waits any more', async () => {
    const stop = (): void => {
      throw new Error('nobody waits');
    };
    await expectAsync(leaves.wholeCalmly('wide', restsWith(20, stop))).toBeRejectedWithError('nobody waits');
  });

  it('are nothing while folded', async () => {
    expect(
      await leaves.wholeCalmly(
        'phone',
        restsWith(0, () => undefined),
      ),
    ).toBeUndefined();
  });
});
