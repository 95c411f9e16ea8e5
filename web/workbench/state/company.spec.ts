import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { Company } from './company';
import { Requests } from './requests';
import { Selection } from './selection';

describe('Whoever else is on the page', () => {
  let session: LocalSession;
  let company: Company;
  let selection: Selection;
  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'heading' }, { kind: 'text' }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    [company, selection] = [TestBed.inject(Company), TestBed.inject(Selection)];
  });
  afterEach(() => jasmine.clock().uninstall());

  it('is shown by first name, in any script, and a colour that stays and nobody else has', () => {
    const one = (name: string, own = false) => ({ id: `id of ${name}`, name, own, at: [] });
    session.people.set([one('Cleo Adeyemi'), one('李 小龍'), one('  Ada  '), one('Ada Maria Lindqvist', true)]);
    expect(company.people().map((shown) => shown.word)).toEqual(['Cleo', '李', 'Ada', 'You, elsewhere']);
    const before = company.people().map((shown) => shown.colour);
    expect(new Set(before).size).toBe(4);
    session.people.set([...session.people()].reverse());
    expect(
      company
        .people()
        .map((shown) => shown.colour)
        .reverse(),
    ).toEqual(before);
  });

  it('is said to be where they are, and is gone to; parts that are not here are passed over', async () => {
    const at = ['gone', 'text', 'heading'];
    const cleo = { id: 'c', name: 'Cleo', own: false, at };
    expect(company.whereabouts(cleo)).toBe('at “Text” and 2 more');
    expect(company.whereabouts({ ...cleo, at: ['heading'] })).toBe('at “Heading”');
    expect(company.whereabouts({ ...cleo, at: ['gone'] })).toBe('nothing selected');
    const revealed = firstValueFrom(TestBed.inject(Requests).reveals);
    company.goTo(cleo);
    expect(await revealed).toBe('heading');
    expect(selection.all()).toEqual(['heading', 'text']);
    company.goTo({ ...cleo, at: ['gone'] });
    expect(selection.all()).toEqual(['heading', 'text']);
  });

  it('is told what is selected here, once it rests, and again after a break', () => {
    const clock = jasmine.clock().install();
    clock.mockDate();
    selection.select('heading');
    TestBed.tick();
    clock.tick(50);
    selection.select('text');
    TestBed.tick();
    clock.tick(250);
    expect(session.told).toEqual([['text']]);
    session.listening.next();
    clock.tick(250);
    expect(session.told).toEqual([['text'], ['text']]);
  });
});
