import { HttpErrorResponse } from '@angular/common/http';
import { of, Subject, throwError } from 'rxjs';
import type { Work, workEvents, WorkState } from '@core/api/work';
import type { Heard } from './server-events';
import { resultOf, stepsOf } from './work-steps';

const id = '6f1c2d0e-0000-4000-8000-000000000001';
const at = (state: WorkState, work = id): Work => ({ work, state });

describe('The steps of work', () => {
  let heard: Subject<Heard<typeof workEvents>>;
  const tells = (state: WorkState, work = id): void => heard.next({ name: 'message', data: at(state, work) });
  beforeEach(() => (heard = new Subject()));

  it('are those that are told, of this work alone, until its end', async () => {
    const shares: number[] = [];
    const ended = resultOf(
      stepsOf(id, () => of(at({ is: 'waiting' })), heard),
      (share) => shares.push(share),
    );
    tells({ is: 'at work', share: 0.25 });
    tells({ is: 'done', result: 'of another' }, '6f1c2d0e-0000-4000-8000-000000000002');
    tells({ is: 'at work', share: 0.5 });
    tells({ is: 'done', result: 'all' });
    expect(await ended).toBe('all');
    expect(shares).toEqual([0, 0.25, 0.5]);
    expect(heard.observed).toBeFalse();
  });

  it('that were missed before anybody listened, or while the stream was broken, are asked for', async () => {
    expect(await resultOf(stepsOf(id, () => of(at({ is: 'done', result: 1 })), heard))).toBe(1);
    let state: WorkState = { is: 'waiting' };
    const ended = resultOf(stepsOf(id, () => of(at(state)), heard));
    state = { is: 'done', result: 2 };
    heard.next({ name: 'open' });
    expect(await ended).toBe(2);
  });

  it('end with the reason where the work was refused, or can no longer be asked for', async () => {
    const refusal = { code: 'bad-input', problem: 'This is no picture.' } as const;
    const refused = resultOf(stepsOf(id, () => of(at({ is: 'refused', refusal })), heard));
    await expectAsync(refused).toBeRejectedWith(jasmine.objectContaining({ error: refusal }));
    const gone = new HttpErrorResponse({ status: 401 });
    await expectAsync(resultOf(stepsOf(id, () => throwError(() => gone), heard))).toBeRejectedWith(gone);
  });
});
