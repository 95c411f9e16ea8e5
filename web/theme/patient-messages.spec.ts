import { PatientMessages } from './patient-messages';

describe('Messages for the person', () => {
  it('wait for what draws them, and are said once', () => {
    const messages = new PatientMessages();
    messages.add({ detail: 'One' });
    messages.addAll([{ detail: 'Two' }, { detail: 'Three' }]);
    const drawn: unknown[] = [];
    messages.messageObserver.subscribe((one) => drawn.push(Array.isArray(one) ? one : one.detail));
    messages.add({ detail: 'Four' });
    expect(drawn).toEqual(['One', 'Two', 'Three', 'Four']);
  });
});
