import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { foundAs } from '@core/compile/head/found-as';
import { setCard } from '@core/document/library/share-card';
import { canvasAddresses } from '../../../services/addresses';
import { Api, failureOf } from '../../../services/api';
import { PageSession } from '../../../services/page-session';

/** How the page will look in a list of search results, and where somebody shares it. */
@Component({
  selector: 'fold-found-as',
  imports: [Button],
  template: `
    @if (found(); as page) {
      <figure data-found-in-search>
        <figcaption>In a list of search results</figcaption>
        <p class="at">{{ page.steps.join(' / ') }}</p>
        <p class="title">{{ page.title.text }}</p>
        @if (page.description.text === '') {
          <p class="soft">No description: search engines show words of the page instead.</p>
        } @else {
          <p>{{ page.description.text }}</p>
        }
        @if (page.isUnlisted) {
          <p class="warns">Search engines are asked to leave this page out.</p>
        }
        @if (page.title.isCut) {
          <p class="warns">The title is longer than most lists show.</p>
        }
        @if (page.description.isCut) {
          <p class="warns">The description is longer than most lists show.</p>
        }
      </figure>
      <figure data-found-shared>
        <figcaption>Where somebody shares it</figcaption>
        @if (page.picture; as file) {
          <img [src]="pictures() + file" alt="" />
        } @else {
          <p class="soft empty">No picture. Choose one above: cards with one are seen.</p>
        }
        @if (mayDraw()) {
          <p-button
            [label]="page.picture ? 'Draw it anew from the page' : 'Draw it from the page'"
            size="small"
            severity="secondary"
            [text]="true"
            [loading]="drawing()"
            (onClick)="draw()"
            data-draw-card
          />
        }
        @if (problem(); as said) {
          <p class="warns" role="alert">{{ said }}</p>
        }
        <p class="title">{{ page.title.text }}</p>
        <p class="at">{{ page.steps[0] }}</p>
      </figure>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 16px;
    }
    figure {
      flex: 1 1 260px;
      max-width: 420px;
      margin: 0;
      padding: 10px 12px;
      border: 1px solid var(--line);
      background: #fff;
      overflow-wrap: anywhere;
    }
    figcaption,
    .soft,
    .at {
      color: var(--ink-soft);
      font-size: 12px;
    }
    figcaption {
      margin-bottom: 8px;
    }
    p {
      margin: 2px 0;
    }
    .title {
      font-size: 15px;
      font-weight: 600;
    }
    .warns {
      color: var(--madder);
      font-size: 12px;
    }
    img,
    .empty {
      display: block;
      width: 100%;
      aspect-ratio: 1200 / 630;
      max-height: 160px;
      object-fit: cover;
    }
    .empty {
      padding: 10px;
      border: 1px dashed var(--line);
      aspect-ratio: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FoundAs {
  private readonly session = inject(PageSession);
  protected readonly found = computed(() => {
    const [site, page, address] = [this.session.site(), this.session.page(), this.session.live()];
    return site && page && URL.canParse(address) ? foundAs(site, page, address) : undefined;
  });
  private readonly api = inject(Api);
  protected readonly mayDraw = this.session.mayBuild;
  protected readonly drawing = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  /** Takes the top of the page as it is into the library, and has it stand for the page where it is shared. */
  protected async draw(): Promise<void> {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page || this.drawing()) return;
    this.drawing.set(true);
    this.problem.set(undefined);
    try {
      const { cardInLibrary } = await import('../../canvas/share-card');
      const id = await cardInLibrary(this.api, site, page);
      await this.session.catchUp();
      this.session.apply(setCard(page, id));
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.drawing.set(false);
    }
  }

  protected readonly pictures = computed(() => canvasAddresses(this.session.site()?.id ?? '').pictures);
}
