import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { defer, of, throwError, type Observable } from 'rxjs';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { blankPage, titleOf, type Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite } from '@core/document/site';
import type { PageFacts, Stored } from '@core/api/pages';
import type { Refused } from '@core/api/refusal';
import { Api } from './api';
import { Outbox, type Waiting } from './outbox';
import { PageSession } from './page-session';

const site = blankSite('s', 'Site', 'site');
const title = (value: string): Edit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];
const colour = (value: string): Edit[] => [
  { do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'color'], value },
];

/** A server that stores in memory, and can be away. */
class MemoryServer {
  document: Page = blankPage('p', 'Page', '/');
  log: Stored[] = [];
  away = false;
  requests = 0;

  page = (): Observable<PageFacts> =>
    of({ site, page: this.document, revision: this.log.length, release: null, live: '' });
  logSince = (_page: string, since: number): Observable<Stored[]> => of(this.log.filter((one) => one.revision > since));

  store = (_page: string, batch: { id: string; base: number; edits: readonly Edit[] }): Observable<Stored[]> =>
    defer(() => {
      this.requests++;
      if (this.away) return throwError(() => new HttpErrorResponse({ status: 0 }));
      try {
        this.take(batch.id, batch.edits);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        return throwError(
          () =>
            new HttpErrorResponse({
              status: 422,
              error: { code: 'does-not-fit', problem: error.message } satisfies Refused,
            }),
        );
      }
      return of(this.log.filter((one) => one.revision > batch.base));
    });

  take(id: string, edits: readonly Edit[]): void {
    if (this.log.some((one) => one.id === id)) return;
    this.document = applyEdits(site, this.document, edits).page;
    this.log.push({ revision: this.log.length + 1, id, edits });
  }
}

class MemoryOutbox {
  kept = new Map<string, Waiting>();
  refusedOnes: Waiting[] = [];
  keep = async (waiting: Waiting): Promise<void> => void this.kept.set(waiting.id, waiting);
  waitingFor = async (): Promise<Waiting[]> => [...this.kept.values()];
  drop = async (id: string): Promise<void> => void this.kept.delete(id);
  refuse = async (waiting: Waiting): Promise<void> => {
    this.refusedOnes.push(waiting);
    this.kept.delete(waiting.id);
  };
}

describe('A page session', () => {
  let server: MemoryServer;
  let outbox: MemoryOutbox;
  let session: PageSession;

  const begin = async (): Promise<PageSession> => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        PageSession,
        { provide: Api, useValue: server },
        { provide: Outbox, useValue: outbox },
      ],
    });
    session = TestBed.inject(PageSession);
    await session.open('p');
    return session;
  };
  const until = async (holds: () => boolean): Promise<void> => {
    for (let tries = 0; tries < 300 && !holds(); tries++) await new Promise((done) => setTimeout(done, 10));
    expect(holds()).toBeTrue();
  };
  const shown = (): string => titleOf(session.page()!);

  beforeEach(async () => {
    server = new MemoryServer();
    outbox = new MemoryOutbox();
    await begin();
  });
  afterEach(() => TestBed.resetTestingModule());

  it('shows an edit at once and says saved only when the server has it', async () => {
    session.apply(title('New'));
    expect(shown()).toBe('New');
    expect(session.state()).toBe('saving');
    await until(() => session.state() === 'saved');
    expect(titleOf(server.document)).toBe('New');
    expect(outbox.kept.size).toBe(0);
  });

  it('keeps edits while the server is away, says so, and sends them in order when it is back', async () => {
    server.away = true;
    session.apply(title('One'));
    session.apply(title('Two'));
    await until(() => session.state() === 'waiting');
    expect(outbox.kept.size).toBe(2);
    server.away = false;
    await until(() => session.state() === 'saved');
    expect(server.log.map((one) => one.edits)).toEqual([title('One'), title('Two')]);
  });

  it('sends on the next visit what an earlier one left', async () => {
    server.away = true;
    session.apply(title('Left behind'));
    await until(() => outbox.kept.size === 1);
    server.away = false;
    await begin();
    expect(shown()).toBe('Left behind');
    await until(() => session.state() === 'saved');
    expect(titleOf(server.document)).toBe('Left behind');
  });

  it('takes what others did meanwhile below its own edits', async () => {
    server.take('another-batch-0001', colour('red'));
    session.apply(title('Mine'));
    await until(() => session.state() === 'saved');
    expect(shown()).toBe('Mine');
    expect(session.page()!.parts['root']!.style['wide']?.normal?.['color']).toBe('red');
  });

  it('undoes an edit the server refuses, keeps a copy of it and says so', async () => {
    const said: string[] = [];
    session.notices.subscribe((sentence) => said.push(sentence));
    const section: Edit = {
      do: 'insert',
      parent: 'root',
      index: 0,
      root: 's1',
      parts: {
        s1: {
          kind: 'section',
          tag: 'section',
          children: [],
          classes: [],
          style: {},
          content: { base: {} },
          attributes: {},
        },
      },
    };
    session.apply([section]);
    await until(() => session.state() === 'saved');
    server.take('another-batch-0002', [{ do: 'remove', part: 's1' }]);
    session.apply([{ do: 'set', part: 's1', field: ['name'], value: 'Gone' }]);
    await until(() => session.state() === 'saved');
    expect(outbox.refusedOnes.length).toBe(1);
    expect(said[0]).toContain('no longer on the page');
    expect(session.page()).toEqual(server.document);
  });

  it('undoes and redoes, and typing in quick succession is one step', async () => {
    session.apply(title('T'), 'title');
    session.apply(title('Ti'), 'title');
    session.apply(title('Title'), 'title');
    session.apply(colour('red'));
    session.undo();
    session.undo();
    expect(shown()).toBe('Page');
    expect(session.canUndo()).toBeFalse();
    session.redo();
    expect(shown()).toBe('Title');
    session.apply(colour('blue'));
    expect(session.canRedo()).toBeFalse();
    await until(() => session.state() === 'saved');
    expect(server.document).toEqual(session.page()!);
  });

  it('refuses, with a sentence, what does not fit, and sends nothing of it', async () => {
    const said: string[] = [];
    session.notices.subscribe((sentence) => said.push(sentence));
    expect(session.apply([{ do: 'remove', part: 'gone' }])).toBeFalse();
    expect(said).toEqual(['This part is no longer on the page.']);
    expect(server.requests).toBe(0);
  });
});
