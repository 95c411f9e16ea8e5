import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';
import * as z from 'zod';
import type { BreakpointChange, Leaving } from '@core/document/commands/breakpoints';
import type { Edit } from '@core/document/edits/edit';
import type { KeptSection } from '@core/document/kept-section';
import type { Page } from '@core/document/page';
import type { Place } from '@core/document/problem';
import type { Picture, Site } from '@core/document/site';

export interface Account {
  readonly id: string;
  readonly email: string;
  readonly name: string;
}

export interface ClientCard {
  readonly site: Site;
  readonly pages: number;
  readonly home: Page | null;
}

export interface PageEntry {
  readonly id: string;
  readonly title: string;
  readonly path: string;
  readonly changed: string;
  readonly revision: number;
  readonly live: number | null;
  /** Paths it had before. */
  readonly former: readonly string[];
  /** The path it is live at. */
  readonly livePath: string | null;
}

export interface DeskFacts {
  readonly site: Site;
  readonly pages: readonly PageEntry[];
  /** Paths that the site's menus lead to. */
  readonly menus: readonly string[];
  readonly live: string;
}

export interface PageFacts {
  readonly site: Site;
  readonly page: Page;
  readonly revision: number;
  readonly release: { readonly number: number; readonly page: Page | null } | null;
  readonly live: string;
}

export interface Stored {
  readonly revision: number;
  readonly id: string;
  readonly edits: readonly Edit[];
}

/** What publishing a page would change besides what was edited on it. */
export interface AlsoChanges {
  /** What the site says has changed since, and changes the page. */
  readonly site: boolean;
  readonly pages: readonly { readonly title: string; readonly path: string; readonly because: 'section' | 'site' }[];
}

/** What is set at breakpoints that would go, on a page or on the site itself. */
export interface LeavingPlace {
  readonly title: string;
  readonly values: readonly Leaving[];
}

const Refused = z.object({ problem: z.string(), place: z.record(z.string(), z.string()).optional() });

/** Why a request failed: refused with a sentence, or the server was not reached. */
export interface Failure {
  readonly reached: boolean;
  readonly status: number;
  readonly problem: string;
  readonly place?: Place;
}

/** What went wrong, from whatever HttpClient threw. */
export function failureOf(error: unknown): Failure {
  if (!(error instanceof HttpErrorResponse))
    return { reached: true, status: 0, problem: error instanceof Error ? error.message : 'Something went wrong.' };
  const refused = Refused.safeParse(error.error);
  if (refused.success)
    return { reached: true, status: error.status, problem: refused.data.problem, place: refused.data.place ?? {} };
  const reached = error.status !== 0 && error.status < 502;
  return {
    reached,
    status: error.status,
    problem: reached ? 'The server could not do this.' : 'The server cannot be reached.',
  };
}

/** The editor's server, one method a route. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  session = (): Observable<Account> => this.http.get<Account>('/api/session');
  signIn = (email: string, password: string): Observable<Account> =>
    this.http.post<Account>('/api/session', { email, password });
  signOut = (): Observable<void> => this.http.delete<void>('/api/session');
  clients = (): Observable<ClientCard[]> => this.http.get<ClientCard[]>('/api/sites');
  desk = (site: string): Observable<DeskFacts> => this.http.get<DeskFacts>(`/api/sites/${site}`);
  page = (page: string): Observable<PageFacts> => this.http.get<PageFacts>(`/api/pages/${page}`);

  newPage(site: string, title: string, path: string, copyOf?: string): Observable<{ id: string }> {
    return this.http.post<{ id: string }>(`/api/sites/${site}/pages`, {
      title,
      path,
      ...(copyOf !== undefined && { copyOf }),
    });
  }
  setBreakpoints = (site: string, change: BreakpointChange): Observable<{ site: Site }> =>
    this.http.put<{ site: Site }>(`/api/sites/${site}/breakpoints`, { ...change, trial: false });
  tryBreakpoints = (site: string, change: BreakpointChange): Observable<readonly LeavingPlace[]> =>
    this.http
      .put<{ leaving: LeavingPlace[] }>(`/api/sites/${site}/breakpoints`, { ...change, trial: true })
      .pipe(map((answer) => answer.leaving));
  sections = (site: string): Observable<readonly KeptSection[]> =>
    this.http.get<{ sections: KeptSection[] }>(`/api/sites/${site}/sections`).pipe(map((answer) => answer.sections));
  keepSection = (
    page: string,
    part: string,
    facts: Pick<KeptSection, 'name' | 'purpose' | 'shared'>,
  ): Observable<readonly KeptSection[]> =>
    this.http
      .post<{ sections: KeptSection[] }>(`/api/pages/${page}/sections`, { part, ...facts })
      .pipe(map((answer) => answer.sections));
  letSectionGo = (site: string, section: string): Observable<readonly KeptSection[]> =>
    this.http
      .delete<{ sections: KeptSection[] }>(`/api/sites/${site}/sections/${section}`)
      .pipe(map((answer) => answer.sections));
  setPath = (page: string, path: string): Observable<{ path: string }> =>
    this.http.patch<{ path: string }>(`/api/pages/${page}`, { path });
  deletePage = (page: string): Observable<void> => this.http.delete<void>(`/api/pages/${page}`);

  store(page: string, batch: { id: string; base: number; edits: readonly Edit[] }): Observable<Stored[]> {
    return this.http.post<{ log: Stored[] }>(`/api/pages/${page}/edits`, batch).pipe(map((answer) => answer.log));
  }
  logSince = (page: string, since: number): Observable<Stored[]> =>
    this.http.get<{ log: Stored[] }>(`/api/pages/${page}/log`, { params: { since } }).pipe(map((answer) => answer.log));

  preview = (page: string): Observable<{ address: string }> =>
    this.http.post<{ address: string }>(`/api/pages/${page}/preview`, {});
  /** What publishing a page would change besides what was edited on it. */
  changedWith = (page: string): Observable<AlsoChanges> =>
    this.http.get<AlsoChanges>(`/api/pages/${page}/releases/next`);
  publish = (page: string): Observable<{ number: number; page: Page | null; live: string }> =>
    this.http.post<{ number: number; page: Page | null; live: string }>(`/api/pages/${page}/releases`, {});

  upload(site: string, file: File): Observable<{ id: string; picture: Picture }> {
    const form = new FormData();
    form.append('file', file, file.name);
    return this.http.post<{ id: string; picture: Picture }>(`/api/sites/${site}/pictures`, form);
  }
  describe = (site: string, picture: string, alt: string): Observable<{ picture: Picture }> =>
    this.http.patch<{ picture: Picture }>(`/api/sites/${site}/pictures/${picture}`, { alt });
}
