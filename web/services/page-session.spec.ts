import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Edit } from '@core/document/edits/edit';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { blankPage, titleOf } from '@core/document/page';
import { blankSite } from '@core/document/site';
import { Api } from './api';
import { Outbox } from './outbox';
import { PageSession } from './page-session';
import { MemoryOutbox, MemoryServer } from './testing/memory-server';

const site = blankSite('s', 'Site', 'site');
const title = (value: string): Edit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];
const colour = (value: string): Edit[] => [
  { do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'color'], value },
];

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
    server = new MemoryServer({ site, page: blankPage('p', 'Page', '/') });
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

  it('is saving from the first key on, and makes an edit of what is typed and keeps it when the page is left', async () => {
    server.away = true;
    for (const event of [new Event('pagehide'), 'destroy'] as const) {
      const words = `Typed before ${String(event)}`;
      const end = session.drafts.begin(() => {
        session.apply(title(words));
        end();
      });
      expect(session.state()).toBe('saving');
      if (event === 'destroy') session.ngOnDestroy();
      else window.dispatchEvent(event);
      // before anything else runs
      expect([...outbox.kept.values()].at(-1)!.edits).toEqual(title(words));
    }
  });

  it('repairs text that cannot be stored before it is shown, kept or sent', async () => {
    session.apply(title('Boats 💧\ud83d at\0 eight'));
    expect(shown()).toBe('Boats 💧\ufffd at eight');
    await until(() => session.state() === 'saved');
    expect(titleOf(server.document)).toBe('Boats 💧\ufffd at eight');
  });

  it('sends what waits after its page is left', async () => {
    session.apply(title('One'));
    session.apply(title('Two'));
    session.ngOnDestroy();
    await until(() => outbox.kept.size === 0);
    expect(titleOf(server.document)).toBe('Two');
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

  it('asks again for what it missed until somebody answers', async () => {
    server.take('other-1', title('Theirs'));
    server.unheard = true;
    const caught = session.catchUp();
    await until(() => server.refused === 1);
    expect(shown()).not.toBe('Theirs');
    server.unheard = false;
    await caught;
    expect(shown()).toBe('Theirs');
  });

  it('asks no more for what it missed once its page is left', async () => {
    server.unheard = true;
    const caught = session.catchUp();
    await until(() => server.refused === 1);
    session.ngOnDestroy();
    await caught; // while nobody answers still
    expect(shown()).not.toBe('Theirs');
  });

  it('fetches the documents whole where the log no longer tells each step, and keeps what waits', async () => {
    server.take('other-1', title('Theirs'));
    server.take('other-2', [{ do: 'set', on: 'site', field: ['name'], value: 'Their site' }]);
    server.away = true;
    server.forgets = true;
    session.apply(colour('red'));
    await session.catchUp();
    expect([shown(), session.site()!.name]).toEqual(['Theirs', 'Their site']);
    expect(session.page()!.parts['root']!.style['wide']!.normal!['color']).toBe('red');
    server.away = false;
    await until(() => session.state() === 'saved');
    expect(server.document).toEqual(session.page()!);
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

  describe('whose step others have changed meanwhile', () => {
    let said: string[];
    const colourShown = (): unknown => session.page()!.parts['root']!.style['wide']?.normal?.['color'];
    const elsewhere = async (id: string, edits: Edit[]): Promise<void> => {
      server.take(`another-batch-${id}`, edits);
      await session.catchUp();
    };
    beforeEach(async () => {
      said = [];
      session.notices.subscribe((sentence) => said.push(sentence));
      session.apply(colour('red'));
      await until(() => session.state() === 'saved');
    });

    it('says so when it undoes it, and redo brings theirs again', async () => {
      await elsewhere('0001', colour('blue'));
      session.undo();
      expect(colourShown()).toBeUndefined();
      expect(said).toEqual([
        'Somebody else had changed this meanwhile: color of “Page” at Wide to “blue”. That is taken back as well; redo brings it again.',
      ]);
      session.redo();
      expect(colourShown()).toBe('blue');
      session.undo();
      expect(colourShown()).toBeUndefined();
      await until(() => session.state() === 'saved');
      expect(server.document).toEqual(session.page()!);
      expect(said.length).toBe(1);
    });

    it('says so when it does it again', async () => {
      session.undo();
      await until(() => session.state() === 'saved');
      await elsewhere('0002', colour('blue'));
      session.redo();
      expect(colourShown()).toBe('red');
      expect(said.length).toBe(1);
      expect(said[0]).toContain('color of “Page” at Wide to “blue”');
      session.undo();
      expect(colourShown()).toBe('blue');
    });

    it('takes back what still can be where they took away the rest, and says so; redo brings it again', async () => {
      const section = {
        ...{
          kind: 'section',
          tag: 'section',
          children: [],
          classes: [],
          style: {},
          content: { base: {} },
          attributes: {},
        },
      };
      const both: Edit[] = [
        { do: 'insert', parent: 'root', index: 0, root: 's1', parts: { s1: section } },
        ...colour('green'),
      ];
      session.apply(both);
      await until(() => session.state() === 'saved');
      await elsewhere('0005', [{ do: 'remove', part: 's1' }]);
      session.undo();
      expect(colourShown()).toBe('red');
      expect(said.length).toBe(1);
      expect(said[0]).toMatch(/^Not all of this could be undone: /);
      session.redo();
      expect(colourShown()).toBe('green');
      session.undo();
      session.undo();
      expect(colourShown()).toBeUndefined();
      await until(() => session.state() === 'saved');
      expect(server.document).toEqual(session.page()!);
    });

    it('says nothing where they changed something else', async () => {
      await elsewhere('0003', title('Theirs'));
      session.undo();
      expect([colourShown(), shown(), said]).toEqual([undefined, 'Theirs', []]);
    });

    it('says so when what they put into a part goes with it', async () => {
      const part = (kind: string, tag: string) => ({
        ...{ kind, tag, children: [], classes: [], style: {}, content: { base: {} }, attributes: {} },
      });
      const insert = (parent: string, root: string, kind: string, tag: string): Edit => ({
        ...{ do: 'insert', parent, index: 0, root, parts: { [root]: part(kind, tag) } },
      });
      session.apply([insert('root', 's1', 'section', 'section')]);
      await until(() => session.state() === 'saved');
      await elsewhere('0004', [insert('s1', 'c1', 'container', 'div')]);
      session.undo();
      expect(Object.keys(session.page()!.parts)).toEqual(['root']);
      expect(said.length).toBe(1);
      expect(said[0]).toContain('what is in “Section”');
      session.redo();
      expect(Object.keys(session.page()!.parts).sort()).toEqual(['c1', 'root', 's1']);
    });
  });

  describe('with edits of the site', () => {
    const newClass = (id: string, name = id): AnyEdit => ({
      do: 'insert',
      on: 'site',
      into: 'classes',
      index: 0,
      item: { id, name, style: {} },
    });
    const rename = (id: string, value: string): AnyEdit => ({
      do: 'set',
      on: 'site',
      field: ['classes', id, 'name'],
      value,
    });
    const applied = (...value: string[]): Edit => ({ do: 'set', part: 'root', field: ['classes'], value });

    it('takes back page and site in one step, and brings both again', async () => {
      session.apply([newClass('card'), applied('card')]);
      expect(session.site()!.classes.map((one) => one.name)).toEqual(['card']);
      session.undo();
      expect(session.site()!.classes).toEqual([]);
      expect(session.page()!.parts['root']!.classes).toEqual([]);
      session.redo();
      expect(session.page()!.parts['root']!.classes).toEqual(['card']);
      await until(() => session.state() === 'saved');
      expect(server.documents).toEqual({ site: session.site()!, page: session.page()! });
      expect(server.log.length).toBe(3); // each a batch of both
    });

    it('loses nothing when another renames a class while it is applied here', async () => {
      session.apply([newClass('card')]);
      await until(() => session.state() === 'saved');
      server.take('another-batch-0003', [rename('card', 'tile')]);
      session.apply([applied('card')]);
      await until(() => session.state() === 'saved');
      expect(session.page()!.parts['root']!.classes).toEqual(['card']);
      expect(session.site()!.classes.map((one) => one.name)).toEqual(['tile']);
    });

    it('keeps them while the server is away, below what another stored meanwhile', async () => {
      server.away = true;
      session.apply([newClass('card'), applied('card')]);
      await until(() => session.state() === 'waiting');
      server.take('another-batch-0004', [newClass('lead')]);
      server.take('another-batch-0005', colour('red'));
      server.away = false;
      await until(() => session.state() === 'saved');
      expect(session.site()!.classes.map((one) => one.id)).toEqual(['card', 'lead']);
      expect(server.documents).toEqual({ site: session.site()!, page: session.page()! });
      session.undo(); // an own step: what the other did stays
      await until(() => session.state() === 'saved');
      expect(server.documents.site.classes.map((one) => one.id)).toEqual(['lead']);
      expect(server.documents).toEqual({ site: session.site()!, page: session.page()! });
    });

    describe('that take a breakpoint away', () => {
      const colours = (): Record<string, string | undefined> =>
        Object.fromEntries(
          Object.entries(session.page()!.parts['root']!.style).map(([at, { normal }]) => [at, normal?.['color']]),
        );
      beforeEach(() => {
        session.apply([{ do: 'set', part: 'root', field: ['style', 'tablet', 'normal', 'color'], value: 'red' }]);
        session.apply([{ do: 'remove', on: 'site', from: 'breakpoints', id: 'tablet', heir: 'phone' }]);
      });

      it('show what was set there at its heir, and bring it back', async () => {
        expect(colours()).toEqual({ phone: 'red' });
        session.undo();
        expect(colours()).toEqual({ tablet: 'red' });
        session.redo();
        await until(() => session.state() === 'saved');
        expect(colours()).toEqual({ phone: 'red' });
        expect(server.document.parts['root']!.style['tablet']?.normal?.['color']).toBe('red'); // as it was stored
      });

      it('let what the heir took over be changed and unset like its own', async () => {
        session.apply([{ do: 'set', part: 'root', field: ['style', 'phone', 'normal', 'color'] }]);
        expect(colours()).toEqual({});
        await until(() => session.state() === 'saved');
        expect(server.document.parts['root']!.style).toEqual({});
        session.undo();
        expect(colours()).toEqual({ phone: 'red' });
        session.undo();
        expect(colours()).toEqual({ tablet: 'red' });
        session.redo();
        session.redo();
        expect(colours()).toEqual({});
        await until(() => session.state() === 'saved');
        expect(server.documents).toEqual({ site: session.site()!, page: session.page()! });
      });
    });

    it('draws the page anew for what is seen on it, and for nothing else', () => {
      const drawn: unknown[] = [];
      session.shownChanges.subscribe(({ edits }) => drawn.push(edits));
      session.apply([{ do: 'set', on: 'site', field: ['name'], value: 'Another name' }]);
      expect(drawn).toEqual([]);
      session.apply([{ do: 'set', on: 'site', field: ['tokens', 'ink'], value: '#123456' }]);
      expect(drawn).toEqual([[]]); // no part, and not the whole
      session.apply([{ do: 'set', on: 'site', field: ['language'], value: 'fr' }]);
      expect(drawn.at(-1)).toBe('all');
    });
  });

  it('refuses, with a sentence, what does not fit, and sends nothing of it', async () => {
    const said: string[] = [];
    session.notices.subscribe((sentence) => said.push(sentence));
    expect(session.apply([{ do: 'remove', part: 'gone' }])).toBeFalse();
    expect(said).toEqual(['This part is no longer on the page.']);
    expect(server.requests).toBe(0);
  });
});
