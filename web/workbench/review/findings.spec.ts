import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { EMPTY } from 'rxjs';
import type { Finding } from '@core/review/finding';
import type { Reviewed } from '@core/review/check';
import { Api } from '../../services/api';
import { PageWorker } from '../../services/page-worker';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { Findings } from './findings';
import { Sweeper } from './sweeper';

describe('The findings', () => {
  let session: LocalSession;
  let findings: Findings;
  let asked: { readonly reviewed: Reviewed; readonly answer: (found: readonly Finding[]) => void }[];
  const wait = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));
  const until = async (holds: () => boolean): Promise<void> => {
    for (let tries = 0; tries < 100 && !holds(); tries++) {
      TestBed.tick();
      await wait(50);
    }
    expect(holds()).toBeTrue();
  };
  const finding = (part: string, severity: Finding['severity'] = 'warning'): Finding => ({
    check: 'c',
    severity,
    part,
    reason: 'r',
  });

  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'text' }, { kind: 'image' }]));
    asked = [];
    const review: PageWorker['review'] = (reviewed) => new Promise((answer) => asked.push({ reviewed, answer }));
    TestBed.configureTestingModule({
      providers: [
        ...workbenchWith(session),
        Findings,
        { provide: PageWorker, useValue: { review } },
        { provide: Api, useValue: { desk: () => EMPTY } },
        { provide: Sweeper, useValue: { swept: signal(undefined), stale: signal(false) } },
      ],
    });
    findings = TestBed.inject(Findings);
  });

  it('are asked for once the page is calm, however many edits came before', async () => {
    for (const value of ['A', 'AB', 'ABC']) {
      session.apply([{ do: 'set', part: 'text', field: ['content', 'base', 'text'], value }]);
      TestBed.tick();
    }
    expect(findings.busy()).toBeTrue();
    await until(() => asked.length > 0);
    expect(asked.length).toBe(1);
    expect(asked[0]!.reviewed.page.parts['text']!.content.base['text']).toBe('ABC');
    asked[0]!.answer([finding('text', 'error'), finding('image')]);
    await until(() => !findings.busy());
    expect(findings.list().length).toBe(2);
    expect(findings.errors()).toBe(1);
  });

  it('of a page that has changed meanwhile are let go, and those of parts that have gone', async () => {
    await until(() => asked.length === 1);
    session.apply([{ do: 'set', part: 'text', field: ['content', 'base', 'text'], value: 'New' }]);
    await until(() => asked.length === 2);
    asked[1]!.answer([finding('text'), finding('image')]);
    await until(() => !findings.busy());
    asked[0]!.answer([]);
    await wait(0); // the answer is passed on in microtasks
    expect(findings.list().length).toBe(2);
    session.apply([{ do: 'remove', part: 'image' }]);
    expect(findings.list().map((one) => one.part)).toEqual(['text']);
  });
});
