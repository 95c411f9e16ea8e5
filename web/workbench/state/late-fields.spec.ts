import { TestBed } from '@angular/core/testing';
import { PageSession } from '../../services/page-session';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { LateFields } from './late-fields';

describe('Fields that make an edit when they are left', () => {
  let session: LocalSession;
  let host: HTMLElement;
  let field: HTMLInputElement;
  let sent: string[];
  const type = (value: string): void => {
    field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
  };
  function show(html: string): void {
    host.innerHTML = html;
    field = host.querySelector('input')!;
    for (const name of ['change', 'blur']) field.addEventListener(name, () => sent.push(`${name} ${field.value}`));
    field.focus();
  }

  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'text' }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    TestBed.inject(LateFields);
    expect(TestBed.inject(PageSession).drafts).toBe(session.drafts);
    sent = [];
    host = document.body.appendChild(document.createElement('div'));
  });
  afterEach(() => host.remove());

  it('are drafts from the first key until they are left, and make their edit when the page is', () => {
    show('<fold-ledger><input></fold-ledger>');
    expect(session.drafts.any()).toBeFalse();
    type('6');
    type('61px');
    expect(session.drafts.any()).toBeTrue();
    session.drafts.commit();
    expect(sent).toEqual(['change 61px', 'blur 61px']);
    expect([session.drafts.any(), document.activeElement]).toEqual([false, field]);
    type('62px');
    field.blur();
    expect(session.drafts.any()).toBeFalse();
  });

  it('are drafts too where they write their number themselves, without an input event', () => {
    show('<fold-look-screen><input role="spinbutton"></fold-look-screen>');
    const press = (key: string): boolean => field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    press('Tab');
    press('ArrowLeft');
    session.drafts.commit();
    expect(sent).toEqual([]);
    press('7');
    field.value = '7';
    session.drafts.commit();
    expect(sent).toEqual(['change 7', 'blur 7']);
  });

  it('are none any more once they are removed', async () => {
    show('<fold-outline><input></fold-outline>');
    type('Title');
    host.replaceChildren();
    await new Promise((go) => setTimeout(go)); // mutation observers are called in microtasks
    expect(session.drafts.any()).toBeFalse();
  });

  it('do not count as unsaved in dialogs; searches and forms are none', () => {
    for (const [html, commits] of [
      ['<div class="p-dialog"><input></div>', 2],
      ['<fold-ledger><form><input></form></fold-ledger>', 0],
      ['<fold-outline><input type="search"></fold-outline>', 0],
      ['<main><input></main>', 0],
    ] as const) {
      show(html);
      sent = [];
      type('Title');
      expect(session.drafts.any()).withContext(html).toBeFalse();
      session.drafts.commit();
      expect(sent.length).withContext(html).toBe(commits);
      field.blur();
    }
  });
});
