import { computed, inject, Injectable, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { debounceTime, map, merge, skip, switchMap } from 'rxjs';
import type { Present } from '@core/api/people';
import { nameOf } from '@core/document/kinds/registry';
import { PageSession } from '../../services/page-session';
import { Requests } from './requests';
import { Selection } from './selection';

/** Colours a person may have, as the style sheet names them. */
const colours = 6;

/** Somebody else on the page, as they are shown. */
export interface Companion extends Present {
  /** Their first name, or that it is oneself in another tab. */
  readonly word: string;
  /** The number of their colour. */
  readonly colour: number;
}

/** Who else works on the page: told to them what is selected here, and to whoever draws it what is selected there. */
@Injectable()
export class Company implements OnDestroy {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly requests = inject(Requests);

  readonly people = computed<readonly Companion[]>(() => {
    const people = this.session.people();
    const colours = coloured(people);
    return people.map((one) => shownAs(one, colours.get(one.id)!)); // each has one
  });

  private readonly telling = merge(
    toObservable(this.selection.all).pipe(skip(1)),
    this.session.listening.pipe(map(() => this.selection.all())),
  )
    .pipe(
      debounceTime(150),
      switchMap((at) => this.session.tellPlace(at)),
    )
    .subscribe();

  ngOnDestroy(): void {
    this.telling.unsubscribe();
  }

  /** What somebody has selected, in words. */
  whereabouts({ at }: Present): string {
    const page = this.session.page();
    const first = at.find((id) => page && Object.hasOwn(page.parts, id));
    if (!page || first === undefined) return 'nothing selected';
    const name = nameOf(page.parts[first]!);
    return at.length === 1 ? `at “${name}”` : `at “${name}” and ${at.length - 1} more`;
  }

  /** Selects what somebody has selected, and shows it. */
  goTo({ at }: Present): void {
    const page = this.session.page();
    const there = at.filter((id) => page && Object.hasOwn(page.parts, id));
    if (there.length === 0) return;
    this.selection.selectAll(there);
    this.requests.reveals.next(there.at(-1)!);
  }
}

/** A number that stays the same for the same words. */
const numberOf = (words: string): number =>
  [...words].reduce((sum, letter) => (sum * 31 + letter.codePointAt(0)!) % 9973, 7);

/** A colour for each, the same for everybody who sees them: one's own number, or the next that nobody has. */
function coloured(people: readonly Present[]): ReadonlyMap<string, number> {
  const given = new Map<string, number>();
  for (const id of people.map((one) => one.id).sort()) {
    const first = numberOf(id) % colours;
    const order = Array.from({ length: colours }, (_, step) => (first + step) % colours);
    given.set(id, order.find((colour) => ![...given.values()].includes(colour)) ?? first);
  }
  return given;
}

function shownAs(one: Present, colour: number): Companion {
  const first = one.name.trim().split(/\s+/)[0]!; // splitting gives one at least
  return { ...one, word: one.own ? 'You, elsewhere' : first, colour };
}
