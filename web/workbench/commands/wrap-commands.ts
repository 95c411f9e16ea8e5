import { inject, Injectable } from '@angular/core';
import { canUnwrap, canWrap } from '@core/document/commands/can-wrap';
import type { Way } from '@core/document/commands/wrap';
import { applyEdits } from '@core/document/edits/apply';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { canvasAddresses } from '../../services/addresses';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';
import type { Tried } from '../canvas/try-ways';
import { Dialogs } from '../state/dialogs';
import { Progress } from '../state/progress';
import { Selection } from '../state/selection';
import { Commands } from './commands';

/** The ways to do something, and what follows once one is taken. */
interface Choice {
  readonly ways: readonly Way[];
  readonly boxless?: Way | undefined;
  /** What is done to the page so made, in the same step. */
  readonly also?: ((page: Page) => readonly AnyEdit[]) | undefined;
  readonly then: () => void;
}

/** The ways to do something on a page as it is; nothing where it cannot be done. */
type WaysOn = (site: Site, page: Page) => Choice | undefined;

/** What each way would move, measured on a page of a site. */
interface Measured {
  readonly site: Site;
  readonly page: Page;
  readonly choice: Choice;
  readonly tried: readonly Tried[];
}

/** Puts a container around parts, or takes one away, without moving anything unless a person agrees. */
@Injectable()
export class WrapCommands {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly progress = inject(Progress);
  private readonly dialogs = inject(Dialogs);

  /**
   * Puts the selection into a container: in the way that moves nothing at any breakpoint, and if there is none, only
   * after asking. `also` is done in the same step to the page with the container, by whose id it is asked.
   */
  async wrap(also?: (page: Page, made: string) => readonly AnyEdit[]): Promise<void> {
    const loaded = await this.loaded();
    const ids = this.selection.all();
    if (!loaded) return;
    await this.choose('Wrapping', new Set(), (site, page) => {
      if (!canWrap(page, ids)) return undefined;
      const { made, ways } = loaded.waysToWrap(site, page, ids);
      return {
        ...{ ways, boxless: ways.at(-1), then: () => this.selection.select(made) },
        ...(also && { also: (wrapped: Page) => also(wrapped, made) }),
      };
    });
  }

  /**
   * Takes a box away and keeps what it holds, in the way that moves nothing at any breakpoint; if there is none, only
   * after asking.
   */
  async unwrap(): Promise<void> {
    const loaded = await this.loaded();
    const id = this.selection.selected()?.id;
    if (!loaded || id === undefined) return;
    await this.choose('Unwrapping', new Set([id]), (site, page) => {
      if (!Object.hasOwn(page.parts, id) || !canUnwrap(page, id)) return undefined;
      const { lifted, ways } = loaded.waysToUnwrap(site, page, id);
      return { ways, then: () => this.selection.selectAll(lifted) };
    });
  }

  private readonly loaded = () => latePiece(this.session.notices, () => import('@core/document/commands/wrap'));

  /**
   * Measures the ways to do something and takes one that moves nothing, or asks. What was measured holds for the page
   * it was measured on alone:
   * where that has changed meanwhile, by whomever, it is measured again.
   */
  private async choose(what: string, except: ReadonlySet<string>, waysOn: WaysOn): Promise<void> {
    this.progress.words.set(`${what}: checking that nothing moves …`);
    const measured = await this.measured(except, waysOn).finally(() => this.progress.words.set(''));
    if (!measured) return;
    const exact = measured.tried.find((one) => one.moved.length === 0);
    if (exact) return this.take(measured.choice, exact.way);
    const least = [...measured.tried].sort((a, b) => a.moved.length - b.moved.length)[0];
    if (!least) return;
    const agreed = await this.dialogs.open('moved parts', { title: `${what} will move parts`, moved: least.moved });
    if (agreed !== true) return;
    if (this.isStill(measured)) this.take(measured.choice, least.way);
    else await this.choose(what, except, waysOn);
  }

  private take(choice: Choice, way: Way): void {
    const edits = (site: Site, page: Page): readonly AnyEdit[] =>
      choice.also ? [...way.edits, ...choice.also(applyEdits(site, page, way.edits).page)] : way.edits;
    if (this.commands.attempt(edits)) choice.then();
    if (way === choice.boxless)
      this.session.notices.next(
        'A container with its own box would have moved something, so this one has display: contents. Set display to flex to give it a box.',
      );
  }

  private readonly isStill = ({ site, page }: { readonly site: Site; readonly page: Page }): boolean =>
    this.session.page() === page && this.session.site() === site;

  private async measured(except: ReadonlySet<string>, waysOn: WaysOn): Promise<Measured | undefined> {
    const loaded = await latePiece(this.session.notices, () => import('../canvas/try-ways'));
    if (!loaded) return undefined;
    for (let tries = 0; tries < 5; tries++) {
      const [site, page] = [this.session.site(), this.session.page()];
      const choice = site && page && waysOn(site, page);
      if (!choice) return undefined;
      const tried = await loaded.tryWays(
        site,
        page,
        choice.ways,
        canvasAddresses(site.id, this.session.titles()),
        except,
      );
      if (this.isStill({ site, page })) return { site, page, choice, tried };
    }
    this.session.notices.next('The page goes on changing while it is measured. Try again in a moment.');
    return undefined;
  }
}
