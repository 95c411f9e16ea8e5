import { ChangeDetectionStrategy, Component, effect, input, signal, untracked, viewChild } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { Menu } from 'primeng/menu';

/** A menu that loads when it is first opened. */
@Component({
  selector: 'fold-late-menu',
  imports: [Menu],
  template: `
    @defer (when isWanted()) {
      <p-menu #menu [model]="items()" [popup]="true" appendTo="body" [motionOptions]="atOnce" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LateMenu {
  readonly items = input.required<MenuItem[]>();
  private readonly menu = viewChild<Menu>('menu');
  /** What it is to open beside, as soon as it is there. */
  private readonly beside = signal<Event | undefined>(undefined);
  protected readonly isWanted = signal(false);
  /** A menu that fades would take one that is opened meanwhile away with it. */
  protected readonly atOnce = { disabled: true };

  constructor() {
    effect(() => {
      const [menu, beside] = [this.menu(), this.beside()];
      if (!menu || !beside) return;
      untracked(() => {
        this.beside.set(undefined);
        menu.show(beside);
      });
    });
  }

  /** Opens it beside what was pressed. */
  show(event: Event): void {
    this.showBeside(event.currentTarget);
  }

  /** Opens it beside an element. */
  showBeside(currentTarget: EventTarget | null): void {
    const event = Object.defineProperty(new Event('open'), 'currentTarget', { value: currentTarget });
    const menu = this.menu();
    if (menu) return menu.show(event);
    this.beside.set(event);
    this.isWanted.set(true);
  }

  toggle(event: Event): void {
    const menu = this.menu();
    if (menu) menu.toggle(event);
    else this.show(event);
  }
}
