import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';
import type * as z from 'zod';
import { Account } from '@core/api/accounts';
import { Log, PageFacts, PathChange, type Batch, type Stored } from '@core/api/pages';
import { LibraryPicture } from '@core/api/pictures';
import { Refused, type RefusalCode } from '@core/api/refusal';
import { ChangedBesides, Preview, Published } from '@core/api/releases';
import {
  ChangedSite,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  Sections,
  type LeavingPlace,
  type NewPage,
  type SaveSection,
} from '@core/api/sites';
import type { BreakpointChange } from '@core/document/commands/breakpoints';
import type { KeptSection } from '@core/document/kept-section';

/** Why a request failed: refused with a code and a sentence, or, as `unreached`, not answered by the server at all. */
export interface Failure {
  readonly code: RefusalCode | 'unreached' | 'unreadable';
  readonly problem: string;
  readonly place?: Refused['place'];
}

/** An answer that is not what the API says: an editor older or newer than its server. */
export class UnreadableAnswer extends Error {
  constructor(readonly where: string) {
    super('The server’s answer could not be read. Reload the page: the editor may have been updated meanwhile.');
  }
}

/** What went wrong, from whatever a method of the API threw. */
export function failureOf(error: unknown): Failure {
  if (error instanceof UnreadableAnswer) return { code: 'unreadable', problem: error.message };
  if (!(error instanceof HttpErrorResponse))
    return { code: 'failed', problem: error instanceof Error ? error.message : 'Something went wrong.' };
  const refused = Refused.safeParse(error.error);
  if (refused.success) return refused.data;
  const reached = error.status !== 0 && error.status < 502;
  return reached
    ? { code: 'failed', problem: 'The server could not do this.' }
    : { code: 'unreached', problem: 'The server cannot be reached.' };
}

/** The editor's server, one method a route; what comes back is read by the schema of the API. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  session = (): Observable<Account> => this.get(Account, '/session');
  signIn = (email: string, password: string): Observable<Account> =>
    this.send('POST', Account, '/session', { email, password });
  signOut = (): Observable<void> => this.remove('/session');
  clients = (): Observable<ClientCards> => this.get(ClientCards, '/sites');
  desk = (site: string): Observable<DeskFacts> => this.get(DeskFacts, `/sites/${site}`);
  page = (page: string): Observable<PageFacts> => this.get(PageFacts, `/pages/${page}`);

  newPage = (site: string, page: NewPage): Observable<MadePage> =>
    this.send('POST', MadePage, `/sites/${site}/pages`, page);
  setBreakpoints = (site: string, change: BreakpointChange): Observable<ChangedSite> =>
    this.send('PUT', ChangedSite, `/sites/${site}/breakpoints`, { ...change, rehearsal: false });
  tryBreakpoints = (site: string, change: BreakpointChange): Observable<readonly LeavingPlace[]> =>
    this.send('PUT', LeavingPlaces, `/sites/${site}/breakpoints`, { ...change, rehearsal: true }).pipe(
      map((answer) => answer.leaving),
    );
  sections = (site: string): Observable<readonly KeptSection[]> =>
    this.get(Sections, `/sites/${site}/sections`).pipe(map((answer) => answer.sections));
  saveSection = (page: string, section: SaveSection): Observable<readonly KeptSection[]> =>
    this.send('POST', Sections, `/pages/${page}/sections`, section).pipe(map((answer) => answer.sections));
  removeSection = (site: string, section: string): Observable<readonly KeptSection[]> =>
    this.send('DELETE', Sections, `/sites/${site}/sections/${section}`).pipe(map((answer) => answer.sections));
  setPath = (page: string, path: string): Observable<PathChange> =>
    this.send('PATCH', PathChange, `/pages/${page}`, { path });
  deletePage = (page: string): Observable<void> => this.remove(`/pages/${page}`);

  store = (page: string, batch: Batch): Observable<readonly Stored[]> =>
    this.send('POST', Log, `/pages/${page}/edits`, batch).pipe(map((answer) => answer.log));
  logSince = (page: string, since: number): Observable<readonly Stored[]> =>
    this.get(Log, `/pages/${page}/log?since=${since}`).pipe(map((answer) => answer.log));

  preview = (page: string): Observable<Preview> => this.send('POST', Preview, `/pages/${page}/preview`, {});
  changedBesides = (page: string): Observable<ChangedBesides> =>
    this.get(ChangedBesides, `/pages/${page}/releases/next`);
  publish = (page: string): Observable<Published> => this.send('POST', Published, `/pages/${page}/releases`, {});

  upload(site: string, file: File): Observable<LibraryPicture> {
    const form = new FormData();
    form.append('file', file, file.name);
    return this.send('POST', LibraryPicture, `/sites/${site}/pictures`, form);
  }
  describe = (site: string, picture: string, alt: string): Observable<LibraryPicture> =>
    this.send('PATCH', LibraryPicture, `/sites/${site}/pictures/${picture}`, { alt });

  private get<T>(schema: z.ZodType<T>, route: string): Observable<T> {
    return this.http.get<unknown>(`/api${route}`).pipe(map((answer) => readBy(schema, answer, route)));
  }

  private send<T>(method: string, schema: z.ZodType<T>, route: string, body?: object): Observable<T> {
    return this.http
      .request<unknown>(method, `/api${route}`, { body })
      .pipe(map((answer) => readBy(schema, answer, route)));
  }

  private remove(route: string): Observable<void> {
    return this.http.delete(`/api${route}`).pipe(map(() => undefined));
  }
}

function readBy<T>(schema: z.ZodType<T>, answer: unknown, route: string): T {
  const read = schema.safeParse(answer);
  if (read.success) return read.data;
  throw new UnreadableAnswer(`${route}: ${read.error.issues[0]?.path.join('.') ?? ''}`);
}
