import { HttpClient, HttpErrorResponse, HttpEventType } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { concatMap, EMPTY, map, of, switchMap, type Observable } from 'rxjs';
import type * as z from 'zod';
import { Account, LinkFacts, LinkUsed, Sessions, type LinkUse, type PasswordChange } from '@core/api/accounts';
import { SiteHistory } from '@core/api/history';
import { Invited, Members, type Invitation } from '@core/api/members';
import type { Role } from '@core/api/roles';
import { LibraryDownload } from '@core/api/downloads';
import { UploadedFace } from '@core/api/faces';
import { Bin, type PageRemoval, Log, PageFacts, WouldChange, type Batch, type Stored } from '@core/api/pages';
import type { Place } from '@core/api/people';
import { LibraryPicture } from '@core/api/pictures';
import { Refused, type RefusalCode } from '@core/api/refusal';
import {
  MadeRelease,
  ReleaseComparison,
  ReleaseList,
  ReleasePages,
  type Offline,
  type ReleaseWords,
  ChangedBesides,
  type PublishPage,
  Preview,
  Published,
} from '@core/api/releases';
import {
  CopiedSite,
  HostFacts,
  MadeSite,
  RemovedSite,
  type NewSite,
  type SiteCopy,
  AlikeGroups,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  ReachedPages,
  type LeavingPlace,
  type NewPage,
} from '@core/api/sites';
import { TakenIn, type ArchiveRequest } from '@core/api/taking-away';
import { Begun, Work } from '@core/api/work';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { LetterSet } from '@core/document/library/face';
import type { BreakpointChange } from '@core/document/commands/breakpoints';
import { laterPart, stepsOf, type Step } from './work-steps';

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

const neverFit: readonly Failure['code'][] = [
  'bad-input',
  'not-found',
  'not-allowed',
  'too-large',
  'compressed-body',
  'does-not-fit',
  'path-taken',
];

/** Whether sending the same again would meet the same refusal again. */
export const willNeverFit = ({ code }: Failure): boolean => neverFit.includes(code);

/** The editor's server, one method a route; what comes back is read by the schema of the API. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  session = (): Observable<Account> => this.get(Account, '/session');
  signIn = (email: string, password: string): Observable<Account> =>
    this.send('POST', Account, '/session', { email, password });
  signOut = (): Observable<void> => this.remove('/session');
  renameAccount = (name: string): Observable<Account> => this.send('PATCH', Account, '/account', { name });
  changePassword = (change: PasswordChange): Observable<void> => this.tell('PUT', '/account/password', change);
  sessions = (): Observable<Sessions['sessions']> =>
    this.get(Sessions, '/account/sessions').pipe(map((answer) => answer.sessions));
  endSession = (session?: string): Observable<void> =>
    this.remove(session === undefined ? '/account/sessions' : `/account/sessions/${session}`);
  forgotten = (email: string): Observable<void> => this.tell('POST', '/password/forgotten', { email });
  readLink = (key: string): Observable<LinkFacts> => this.send('POST', LinkFacts, '/links/read', { key });
  useLink = (use: LinkUse): Observable<LinkUsed> => this.send('POST', LinkUsed, '/links/use', use);

  members = (site: string): Observable<Members> => this.get(Members, `/sites/${site}/people`);
  invite = (site: string, invitation: Invitation): Observable<boolean> =>
    this.send('POST', Invited, `/sites/${site}/invitations`, invitation).pipe(map((answer) => answer.sent));
  uninvite = (site: string, id: string): Observable<void> => this.remove(`/sites/${site}/invitations/${id}`);
  changeRole = (site: string, account: string, role: Role): Observable<void> =>
    this.tell('PATCH', `/sites/${site}/people/${account}`, { role });
  removeMember = (site: string, account: string): Observable<void> => this.remove(`/sites/${site}/people/${account}`);
  history = (site: string, before?: string): Observable<SiteHistory> =>
    this.get(SiteHistory, `/sites/${site}/history${before === undefined ? '' : `?before=${before}`}`);

  releases = (site: string): Observable<ReleaseList> => this.get(ReleaseList, `/sites/${site}/releases`);
  pagesOfRelease = (site: string, number: number): Observable<ReleasePages['pages']> =>
    this.get(ReleasePages, `/sites/${site}/releases/${number}`).pipe(map((answer) => answer.pages));
  publishSeveral = (
    site: string,
    wanted: { pages: string[]; name: string; note: string },
  ): Observable<Step<{ number: number }>> => this.begin(MadeRelease, `/sites/${site}/releases`, wanted);
  releaseAgain = (site: string, number: number, page?: string): Observable<Step<{ number: number }>> =>
    this.begin(MadeRelease, `/sites/${site}/releases/${number}/back`, page === undefined ? {} : { page });
  compareReleases = (site: string, number: number, before: number): Observable<ReleaseComparison> =>
    this.get(ReleaseComparison, `/sites/${site}/releases/${number}/since/${before}`);
  nameRelease = (site: string, number: number, words: ReleaseWords): Observable<void> =>
    this.tell('PATCH', `/sites/${site}/releases/${number}`, words);
  setOffline = (site: string, offline: Offline | null): Observable<void> =>
    this.tell('PUT', `/sites/${site}/offline`, { offline });
  hostFacts = (host: string): Observable<HostFacts> => this.get(HostFacts, `/hosts/${encodeURIComponent(host)}`);
  newSite = (site: NewSite): Observable<MadeSite> => this.send('POST', MadeSite, '/sites', site);
  copySite = (site: string, copy: SiteCopy): Observable<Step<{ id: string }>> =>
    this.begin(CopiedSite, `/sites/${site}/copy`, copy);
  archiveSite = (site: string, archived: boolean): Observable<void> =>
    this.tell('PUT', `/sites/${site}/archived`, { archived });
  /** Deletes a site in thirty days, or at once where its name is said; when. */
  removeSite = (site: string, name?: string): Observable<string | null> =>
    this.send('DELETE', RemovedSite, `/sites/${site}`, name === undefined ? {} : { name }).pipe(map((one) => one.goes));

  /** Uploads an archive and makes a site of it. */
  takeIn = (file: File, { name, host }: ArchiveRequest): Observable<Step<TakenIn>> =>
    this.sendFile(TakenIn, `/archives?name=${encodeURIComponent(name)}&host=${encodeURIComponent(host)}`, file);

  clients = (): Observable<ClientCards> => this.get(ClientCards, '/sites');
  desk = (site: string): Observable<DeskFacts> => this.get(DeskFacts, `/sites/${site}`);
  page = (page: string): Observable<PageFacts> => this.get(PageFacts, `/pages/${page}`);

  newPage = (site: string, page: NewPage): Observable<MadePage> =>
    this.send('POST', MadePage, `/sites/${site}/pages`, page);
  leavingBy = (site: string, change: BreakpointChange): Observable<readonly LeavingPlace[]> =>
    this.send('POST', LeavingPlaces, `/sites/${site}/breakpoints/leaving`, change).pipe(
      map((answer) => answer.leaving),
    );
  reach = (site: string): Observable<ReachedPages['pages']> =>
    this.get(ReachedPages, `/sites/${site}/reach`).pipe(map((answer) => answer.pages));
  alike = (site: string): Observable<AlikeGroups['groups']> =>
    this.get(AlikeGroups, `/sites/${site}/alike`).pipe(map((answer) => answer.groups));
  deletePage = (page: string, how: PageRemoval): Observable<void> => this.tell('DELETE', `/pages/${page}`, how);
  bin = (site: string): Observable<Bin['pages']> =>
    this.get(Bin, `/sites/${site}/bin`).pipe(map((answer) => answer.pages));
  bringBack = (site: string, page: string, path?: string): Observable<void> =>
    this.tell('POST', `/sites/${site}/bin/${page}`, path === undefined ? {} : { path });
  deleteForGood = (site: string, page: string): Observable<void> => this.remove(`/sites/${site}/bin/${page}`);

  store = (page: string, batch: Batch): Observable<readonly Stored[]> =>
    this.send('POST', Log, `/pages/${page}/edits`, batch).pipe(map((answer) => answer.log));
  wouldChange = (page: string, edits: readonly AnyEdit[]): Observable<WouldChange['pages']> =>
    this.send('POST', WouldChange, `/pages/${page}/would-change`, { edits }).pipe(map((answer) => answer.pages));
  logSince = (page: string, since: number, site: number): Observable<readonly Stored[]> =>
    this.get(Log, `/pages/${page}/log?since=${since}&site=${site}`).pipe(map((answer) => answer.log));

  tellPlace = (page: string, place: Place): Observable<unknown> => this.http.put(`/api/pages/${page}/place`, place);

  preview = (page: string): Observable<Step<Preview>> => this.begin(Preview, `/pages/${page}/preview`);
  changedBesides = (page: string): Observable<ChangedBesides> =>
    this.get(ChangedBesides, `/pages/${page}/releases/next`);
  publish = (page: string, words: PublishPage): Observable<Step<Published>> =>
    this.begin(Published, `/pages/${page}/releases`, words);

  /** Uploads a file and has it read; each is half of it. */
  upload = (site: string, file: File): Observable<Step<LibraryPicture>> =>
    this.sendFile(LibraryPicture, `/sites/${site}/pictures`, file);

  /** Uploads a file for visitors to download. */
  uploadDownload = (site: string, file: File): Observable<Step<LibraryDownload>> =>
    this.sendFile(LibraryDownload, `/sites/${site}/downloads`, file);

  /** Uploads a typeface, to be kept with these letters. */
  uploadFace = (site: string, file: File, letters: LetterSet): Observable<Step<UploadedFace>> =>
    this.sendFile(UploadedFace, `/sites/${site}/faces?letters=${letters}`, file);

  /** Sends a file, half of all there is to do, and follows what is made of it. */
  private sendFile<T>(schema: z.ZodType<T>, route: string, file: File): Observable<Step<T>> {
    const form = new FormData();
    form.append('file', file, file.name);
    return this.http.post<unknown>(`/api${route}`, form, { observe: 'events', reportProgress: true }).pipe(
      concatMap((event): Observable<Step<T>> => {
        if (event.type === HttpEventType.UploadProgress)
          return of({ share: event.total ? event.loaded / event.total / 2 : 0 });
        if (event.type !== HttpEventType.Response) return EMPTY;
        return laterPart(0.5, this.followed(schema, readBy(Begun, event.body, route)));
      }),
    );
  }

  /** Begins what takes a while, and follows it to its end. */
  private begin = <T>(schema: z.ZodType<T>, route: string, body: object = {}): Observable<Step<T>> =>
    this.send('POST', Begun, route, body).pipe(switchMap((begun) => this.followed(schema, begun)));

  private followed<T>(schema: z.ZodType<T>, { work }: Begun): Observable<Step<T>> {
    const route = `/work/${work}`;
    return stepsOf(work, () => this.get(Work, route)).pipe(
      map((step) => ('share' in step ? step : { result: readBy(schema, step.result, route) })),
    );
  }

  private get<T>(schema: z.ZodType<T>, route: string): Observable<T> {
    return this.http.get<unknown>(`/api${route}`).pipe(map((answer) => readBy(schema, answer, route)));
  }

  private send<T>(method: string, schema: z.ZodType<T>, route: string, body?: object): Observable<T> {
    return this.http
      .request<unknown>(method, `/api${route}`, { body })
      .pipe(map((answer) => readBy(schema, answer, route)));
  }

  /** Asks for something whose answer is that it is done. */
  private tell(method: string, route: string, body: object): Observable<void> {
    return this.http.request(method, `/api${route}`, { body }).pipe(map(() => undefined));
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
