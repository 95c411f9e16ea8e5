import { TestBed } from '@angular/core/testing';
import { styleEdit } from '@core/document/commands/style';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { ResolvedValues } from './resolved-values';

describe('What the cascade says of the page shown', () => {
  let session: LocalSession;
  let values: ResolvedValues;

  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'text', base: { 'font-size': '20px' } }]));
    TestBed.configureTestingModule({ providers: workbenchWith(session) });
    values = TestBed.inject(ResolvedValues);
  });

  it('is found once, whoever asks', () => {
    const first = values.cell('text', 'phone', 'normal', 'font-size');
    expect(first?.value).toBe('20px');
    expect(first?.from).toBe('← Wide');
    expect(values.cell('text', 'phone', 'normal', 'font-size')).toBe(first);
    expect(values.value('text', 'phone', 'font-size')).toBe('20px');
  });

  it('follows every edit, and undo', () => {
    values.value('text', 'phone', 'font-size');
    session.apply([styleEdit('text', 'wide', 'normal', 'font-size', '31px')]);
    expect(values.value('text', 'phone', 'font-size')).toBe('31px');
    expect(values.cell('text', 'phone', 'normal', 'font-size')?.value).toBe('31px');
    session.undo();
    expect(values.value('text', 'phone', 'font-size')).toBe('20px');
  });

  it('is nothing for a part that has gone', () => {
    expect(values.value('text', 'phone', 'font-size')).toBe('20px');
    session.apply([{ do: 'remove', part: 'text' }]);
    expect(values.resolved('text', 'phone', 'normal', 'font-size')).toBeUndefined();
    expect(values.value('text', 'phone', 'font-size')).toBe('');
  });
});
