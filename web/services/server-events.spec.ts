import { Subject } from 'rxjs';
import * as z from 'zod';
import { serverEvents, type Heard } from './server-events';

const events = { message: z.object({ count: z.int() }), site: z.object({}) } as const;

/** A stream that is told by the test what the server says. */
class ToldSource extends EventTarget {
  static readonly opened: ToldSource[] = [];
  onopen: (() => void) | undefined;
  closed = false;

  constructor(readonly url: string) {
    super();
    ToldSource.opened.push(this);
  }

  say(name: string, data: string): void {
    this.dispatchEvent(new MessageEvent(name, { data }));
  }

  close(): void {
    this.closed = true;
  }
}

describe('Events of the server', () => {
  const real = window.EventSource;
  let seen: Subject<boolean>;
  let heard: Heard<typeof events>[];

  beforeEach(() => {
    ToldSource.opened.length = 0;
    Object.assign(window, { EventSource: ToldSource });
    seen = new Subject();
    heard = [];
  });
  afterEach(() => {
    seen.complete();
    Object.assign(window, { EventSource: real });
  });

  it('are listened to while the tab is in sight, and anew when it comes back', () => {
    const stop = serverEvents('/feed', events, seen).subscribe((one) => heard.push(one));
    expect(ToldSource.opened.length).toBe(0);
    seen.next(true);
    ToldSource.opened[0]!.onopen?.();
    ToldSource.opened[0]!.say('message', '{"count":1}');
    ToldSource.opened[0]!.say('other', '{}');
    seen.next(false);
    expect(ToldSource.opened[0]!.closed).toBeTrue();
    seen.next(true);
    expect(ToldSource.opened.length).toBe(2);
    ToldSource.opened[1]!.onopen?.();
    ToldSource.opened[1]!.say('site', '{}');
    ToldSource.opened[1]!.say('message', '{"count":"many"}');
    ToldSource.opened[1]!.say('message', 'no JSON');
    expect(heard).toEqual([
      { name: 'open' },
      { name: 'message', data: { count: 1 } },
      { name: 'open' },
      { name: 'site', data: {} },
      { name: 'open' }, // what cannot be read is to be fetched
      { name: 'open' },
    ]);
    stop.unsubscribe();
    expect(ToldSource.opened[1]!.closed).toBeTrue();
  });

  it('stop when the browser puts the page away for a way back, and begin when it is there again', () => {
    const stop = serverEvents('/feed/here', {}).subscribe();
    const opened = (): ToldSource[] => ToldSource.opened.filter((one) => one.url === '/feed/here');
    expect(opened().length).toBe(1);
    window.dispatchEvent(new Event('pagehide'));
    expect(opened()[0]!.closed).toBeTrue();
    window.dispatchEvent(new Event('pageshow'));
    expect(opened().length).toBe(2);
    stop.unsubscribe();
  });
});
