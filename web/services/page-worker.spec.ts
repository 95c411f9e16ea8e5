import { blankPage } from '@core/document/page';
import { blankSite } from '@core/document/site';
import { PageWorker } from './page-worker';

const site = blankSite('s', 'S', 's');
const page = blankPage('p', 'P', '/p');

describe('the worker that answers long questions', () => {
  const real = globalThis.Worker;
  afterEach(() => {
    globalThis.Worker = real;
  });

  it('tells who waits when it cannot be loaded, and is tried again by the next question', async () => {
    let tries = 0;
    globalThis.Worker = class extends real {
      constructor(address: string | URL, options?: WorkerOptions) {
        super(tries++ === 0 ? '/no-such-worker.js' : address, options);
      }
    };
    const worker = new PageWorker();
    await expectAsync(Promise.all([worker.overrides(site, page), worker.review({ site, page })])).toBeRejectedWithError(
      /could not be loaded/,
    );
    expect(await worker.overrides(site, page)).toEqual([]);
    expect(tries).toBe(2);
  });
});
