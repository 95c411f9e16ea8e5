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
import { Bin, Linked, type PageRemoval, Log, PageFacts, WouldChange, type Batch, type Stored } from '@core/api/pages';
import type { Place } from '@core/api/people';
import {
  BroughtPictures,
  FileWeights,
  LibraryFacts,
  LibraryPicture,
  StockFound,
  type StockPick,
} from '@core/api/pictures';
import {
  PreviewLink,
  PreviewLinks,
  Shown,
  type NewPreviewLink,
  type OpenLink,
  type PreviewLinkChange,
} from '@core/api/preview-links';
import {
  Remark,
  Remarks,
  ShownRemarks,
  type NewAnswer,
  type NewRemark,
  type ShownRequest,
  type StudioAnswer,
} from '@core/api/remarks';
import { Refused, type RefusalCode } from '@core/api/refusal';
import {
  LiveSite,
  MadeRelease,
  NextOfPage,
  PlannedReleases,
  type PlannedRelease,
  type PublishSeveral,
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
  FormerHosts,
  HostFacts,
  MovedSite,
  MadeSite,
  RemovedSite,
  type NewSite,
  type SiteCopy,
  AlikeGroups,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  PageDocument,
  WouldBring,
  ReachedPages,
  type LeavingPlace,
  type NewPage,
} from '@core/api/sites';
import { TakenIn, type ArchiveRequest } from '@core/api/taking-away';
import { Begun, Work } from '@core/api/work';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { LetterSet } from '@core/document/library/face';
import type { BreakpointChange } from '@core/document/commands/breakpoints';
import type { Page } from '@core/document/page';
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
  publishSeveral = (site: string, wanted: PublishSeveral): Observable<Step<{ number: number }>> =>
    this.begin(MadeRelease, `/sites/${site}/releases`, wanted);
  /** Has pages published at a time that is said. */
  publishLater = (site: string, wanted: PublishSeveral & { readonly at: string }): Observable<unknown> =>
    this.send('POST', Begun, `/sites/${site}/releases`, wanted);
  planned = (site: string): Observable<readonly PlannedRelease[]> =>
    this.get(PlannedReleases, `/sites/${site}/releases/planned`).pipe(map((answer) => answer.planned));
  cancelPlanned = (site: string, work: string): Observable<void> =>
    this.remove(`/sites/${site}/releases/planned/${work}`);
  liveSite = (site: string): Observable<LiveSite> => this.get(LiveSite, `/sites/${site}/releases/next`);
  nextOf = (site: string, page: string): Observable<NextOfPage> =>
    this.get(NextOfPage, `/sites/${site}/releases/next/${page}`);
  setBudget = (site: string, budget: number | null): Observable<void> =>
    this.tell('PUT', `/sites/${site}/budget`, { budget });
  releaseAgain = (site: string, number: number, page?: string): Observable<Step<{ number: number }>> =>
    this.begin(MadeRelease, `/sites/${site}/releases/${number}/back`, page === undefined ? {} : { page });
  compareReleases = (site: string, number: number, before: number): Observable<ReleaseComparison> =>
    this.get(ReleaseComparison, `/sites/${site}/releases/${number}/since/${before}`);
  nameRelease = (site: string, number: number, words: ReleaseWords): Observable<void> =>
    this.tell('PATCH', `/sites/${site}/releases/${number}`, words);
  setOffline = (site: string, offline: Offline | null): Observable<void> =>
    this.tell('PUT', `/sites/${site}/offline`, { offline });
  links = (site: string): Observable<PreviewLinks> => this.get(PreviewLinks, `/sites/${site}/links`);
  makeLink = (site: string, link: NewPreviewLink): Observable<PreviewLink> =>
    this.send('POST', PreviewLink, `/sites/${site}/links`, link);
  changeLink = (site: string, link: string, change: PreviewLinkChange): Observable<void> =>
    this.tell('PATCH', `/sites/${site}/links/${link}`, change);
  deleteLink = (site: string, link: string): Observable<void> => this.remove(`/sites/${site}/links/${link}`);
  remarks = (site: string, page?: string): Observable<Remarks> =>
    this.get(Remarks, `/sites/${site}/remarks${page === undefined ? '' : `?page=${page}`}`);
  answerRemark = (site: string, remark: string, said: StudioAnswer): Observable<Remark> =>
    this.send('PUT', Remark, `/sites/${site}/remarks/${remark}/answers`, said);
  settleRemark = (site: string, remark: string, settled: boolean): Observable<Remark> =>
    this.send('PATCH', Remark, `/sites/${site}/remarks/${remark}`, { settled });
  deleteRemark = (site: string, remark: string): Observable<void> => this.remove(`/sites/${site}/remarks/${remark}`);

  openLink = (link: OpenLink): Observable<Shown> => this.send('POST', Shown, '/shown', link);
  shownRemarks = (opened: ShownRequest): Observable<readonly Remark[]> =>
    this.send('POST', ShownRemarks, '/shown/remarks', opened).pipe(map((answer) => answer.remarks));
  remark = (remark: NewRemark): Observable<Remark> => this.send('PUT', Remark, '/shown/remarks', remark);
  answerOnLink = (said: NewAnswer): Observable<Remark> => this.send('PUT', Remark, '/shown/answers', said);

  /** Whether a host name is free; for a site, also one it had before. */
  hostFacts = (host: string, site?: string): Observable<HostFacts> =>
    this.get(HostFacts, `/hosts/${encodeURIComponent(host)}${site === undefined ? '' : `?site=${site}`}`);
  hosts = (site: string): Observable<FormerHosts> => this.get(FormerHosts, `/sites/${site}/hosts`);
  moveSite = (site: string, host: string): Observable<Step<MovedSite>> =>
    this.begin(MovedSite, `/sites/${site}/host`, { host }, 'PUT');
  giveUpHost = (site: string, host: string): Observable<void> => this.remove(`/sites/${site}/hosts/${host}`);
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

  /** A page as it is now, without what it stands in. */
  document = (site: string, page: string): Observable<Page> =>
    this.get(PageDocument, `/sites/${site}/pages/${page}`).pipe(map((answer) => answer.page));
  newPage = (site: string, page: NewPage): Observable<MadePage> =>
    this.send('POST', MadePage, `/sites/${site}/pages`, page);
  /** Brings pictures of another site, and says what each is called here. */
  bringPictures = (site: string, from: string, pictures: readonly string[]): Observable<BroughtPictures['pictures']> =>
    this.send('POST', BroughtPictures, `/sites/${site}/pictures/from/${from}`, { pictures }).pipe(
      map((answer) => answer.pictures),
    );
  /** What a copy of another site’s page would bring. */
  wouldBring = (site: string, page: string): Observable<WouldBring> =>
    this.get(WouldBring, `/sites/${site}/pages/from/${page}`);
  leavingBy = (site: string, change: BreakpointChange): Observable<readonly LeavingPlace[]> =>
    this.send('POST', LeavingPlaces, `/sites/${site}/breakpoints/leaving`, change).pipe(
      map((answer) => answer.leaving),
    );
  reach = (site: string): Observable<ReachedPages['pages']> =>
    this.get(ReachedPages, `/sites/${site}/reach`).pipe(map((answer) => answer.pages));
  alike = (site: string): Observable<AlikeGroups['groups']> =>
    this.get(AlikeGroups, `/sites/${site}/alike`).pipe(map((answer) => answer.groups));
  linked = (page: string): Observable<Linked> => this.get(Linked, `/pages/${page}/linked`);
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

  /** Sends another file for a picture. */
  replacePicture = (site: string, picture: string, file: File): Observable<Step<LibraryPicture>> =>
    this.sendFile(LibraryPicture, `/sites/${site}/pictures/${picture}`, file, 'PUT');

  /** Pictures of the stock that are found by words. */
  stock = (site: string, words: string, page: number): Observable<StockFound> =>
    this.get(StockFound, `/sites/${site}/stock?${new URLSearchParams({ words, page: String(page) }).toString()}`);
  /** Takes one of them into the library. */
  takeStock = (site: string, { id, title, by }: StockPick): Observable<Step<LibraryPicture>> =>
    this.begin(LibraryPicture, `/sites/${site}/stock`, { id, title, by });
  setIcon = (site: string, picture: string): Observable<void> => this.tell('PUT', `/sites/${site}/icon`, { picture });
  fileWeights = (site: string): Observable<FileWeights> => this.get(FileWeights, `/sites/${site}/weights`);
  libraryFacts = (site: string): Observable<LibraryFacts> => this.get(LibraryFacts, `/sites/${site}/uses`);

  /** Uploads a file for visitors to download. */
  uploadDownload = (site: string, file: File): Observable<Step<LibraryDownload>> =>
    this.sendFile(LibraryDownload, `/sites/${site}/downloads`, file);

  /** Uploads a typeface, to be kept with these letters. */
  uploadFace = (site: string, file: File, letters: LetterSet): Observable<Step<UploadedFace>> =>
    this.sendFile(UploadedFace, `/sites/${site}/faces?letters=${letters}`, file);

  /** Sends a file, half of all there is to do, and follows what is made of it. */
  private sendFile<T>(schema: z.ZodType<T>, route: string, file: File, method = 'POST'): Observable<Step<T>> {
    const form = new FormData();
    form.append('file', file, file.name);
    const sending = { body: form, observe: 'events', reportProgress: true } as const;
    return this.http.request<unknown>(method, `/api${route}`, sending).pipe(
      concatMap((event): Observable<Step<T>> => {
        if (event.type === HttpEventType.UploadProgress)
          return of({ share: event.total ? event.loaded / event.total / 2 : 0 });
        if (event.type !== HttpEventType.Response) return EMPTY;
        return laterPart(0.5, this.followed(schema, readBy(Begun, event.body, route)));
      }),
    );
  }

  /** Begins what takes a while, and follows it to its end. */
  private begin = <T>(
    schema: z.ZodType<T>,
    route: string,
    body: object = {},
    method: 'POST' | 'PUT' = 'POST',
  ): Observable<Step<T>> =>
    this.send(method, Begun, route, body).pipe(switchMap((begun) => this.followed(schema, begun)));

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
