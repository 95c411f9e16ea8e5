import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { ledgerCell } from '@core/style/ledger';
import { Selection } from '../state/selection';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { LedgerCell } from './ledger-cell';

describe('A cell of the ledger', () => {
  let session: LocalSession;
  let fixture: ComponentFixture<LedgerCell>;

  const own = (property = 'font-size', breakpoint = 'wide'): string | undefined =>
    session.page()!.parts['text']!.style[breakpoint]?.normal?.[property];
  const refresh = async (property: string, breakpoint: string): Promise<void> => {
    const cell = ledgerCell(session.site()!, session.page()!, 'text', breakpoint, 'normal', property);
    fixture.componentRef.setInput('cell', cell);
    fixture.detectChanges();
    await fixture.whenStable();
  };
  async function show(property: string, breakpoint = 'wide', row: readonly string[] = []): Promise<void> {
    TestBed.inject(Selection).select('text', breakpoint);
    fixture = TestBed.createComponent(LedgerCell);
    document.body.append(fixture.nativeElement);
    fixture.componentRef.setInput('property', property);
    fixture.componentRef.setInput('breakpoint', breakpoint);
    fixture.componentRef.setInput('breakpointName', breakpoint);
    fixture.componentRef.setInput('row', row);
    await refresh(property, breakpoint);
  }
  const find = <T extends HTMLElement>(css: string): T | null => fixture.nativeElement.querySelector(css);
  async function type(value: string, key = 'Enter', more: KeyboardEventInit = {}): Promise<void> {
    find('.value')?.click();
    await fixture.whenStable();
    const field = find<HTMLInputElement>('.field')!;
    if (key === 'Enter') field.value = value;
    field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
    await fixture.whenStable();
  }

  beforeEach(() => {
    session = new LocalSession(pageWith([{ kind: 'text', content: { text: 'At noon.' } }]));
    TestBed.configureTestingModule({ imports: [LedgerCell], providers: workbenchWith(session) });
  });
  afterEach(() => fixture.destroy());

  it('stores what is typed at its breakpoint alone; emptied, it takes the value back', async () => {
    await show('font-size', 'tablet');
    await type('38px');
    expect(own('font-size', 'tablet')).toBe('38px');
    expect(own('font-size', 'wide')).toBeUndefined();
    await refresh('font-size', 'tablet');
    expect(find('.value .text')?.textContent).toBe('38px');
    await type('');
    expect(own('font-size', 'tablet')).toBeUndefined();
    expect(session.steps).toBe(2);
  });

  it('stores no bad value: it stays in the field, marked, with a sentence, until it is dropped', async () => {
    await show('font-size');
    await type('38 pigs');
    expect(own()).toBeUndefined();
    expect(session.steps).toBe(0);
    expect(find('.problem')?.textContent).toContain('font-size');
    expect(find<HTMLInputElement>('.field')?.value).toBe('38 pigs');
    expect(find('.field')?.getAttribute('aria-invalid')).toBe('true');
    find('.problem button')?.click();
    await fixture.whenStable();
    expect(find('.problem')).toBeNull();
  });

  it('keeps a bad value for the part, breakpoint and state it was typed for', async () => {
    await show('font-size');
    await type('banana');
    find<HTMLInputElement>('.field')!.blur();
    const selection = TestBed.inject(Selection);
    const shown = async (): Promise<string | null | undefined> => {
      fixture.detectChanges();
      await fixture.whenStable();
      return find('.value .text')?.textContent;
    };
    expect(await shown()).toBe('banana');
    selection.select('section', 'wide');
    expect(await shown()).not.toBe('banana');
    expect(find('.problem')).toBeNull();
    selection.select('text', 'wide');
    selection.state.set('hover');
    expect(find('.problem')).toBeNull();
    selection.state.set('normal');
    expect(await shown()).toBe('banana');
    expect(find('.problem')).not.toBeNull();
    await type('40px');
    expect(own()).toBe('40px');
    expect(await shown()).not.toBe('banana');
  });

  it('opens the drawing of a colour from its swatch', async () => {
    await show('color');
    await type('rgb(1, 2, 3)');
    await refresh('color', 'wide');
    let drawn = 0;
    fixture.componentInstance.draw.subscribe(() => drawn++);
    const press = new MouseEvent('mousedown', { bubbles: true, cancelable: true });
    find('.swatch')!.dispatchEvent(press);
    expect([drawn, press.defaultPrevented]).toEqual([1, true]);
    find('.swatch')!.click();
    await fixture.whenStable();
    expect(find('.field')).toBeNull();
  });

  it('is left as it was by Escape', async () => {
    await show('font-size');
    find('.value')?.click();
    await fixture.whenStable();
    const field = find<HTMLInputElement>('.field')!;
    field.value = '90px';
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true }));
    await fixture.whenStable();
    expect(find('.field')).toBeNull();
    expect(session.steps).toBe(0);
  });

  it('steps by arrow keys, ten at once with Shift', async () => {
    await show('font-size');
    await type('40px');
    await refresh('font-size', 'wide');
    await type('', 'ArrowUp');
    expect(own()).toBe('41px');
    await refresh('font-size', 'wide');
    await type('', 'ArrowDown', { shiftKey: true });
    expect(own()).toBe('31px');
  });

  it('fills a whole row from several values typed at once, in one step', async () => {
    const row = ['padding-top', 'padding-right', 'padding-bottom', 'padding-left'];
    await show('padding-top', 'wide', row);
    await type('64px 20px');
    expect(row.map((property) => own(property))).toEqual(['64px', '20px', '64px', '20px']);
    expect(session.steps).toBe(1);
  });

  it('takes a face that does not come with the site, and says so', async () => {
    await show('font-family');
    await type('Nowhere Grotesk, serif');
    expect(own('font-family')).toContain('Nowhere Grotesk');
    expect(session.said.join()).toContain('“Nowhere Grotesk” doesn’t come with the site');
  });
});
