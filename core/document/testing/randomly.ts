import fc from 'fast-check';
import { RandomPages } from './random-page';

// A failing run is made smaller for so long at most: a browser silent for minutes is taken for lost, and nobody
// hears what failed.
fc.configureGlobal({ interruptAfterTimeLimit: 60_000 });

/** Numbers that make something smaller: without a stretch of them, or with a stretch of zeros, long stretches first. */
function* smaller(numbers: readonly number[]): Generator<number[]> {
  for (let length = numbers.length; length >= 1; length = Math.floor(length / 2))
    for (let from = 0; from < numbers.length; from += length) {
      yield numbers.toSpliced(from, length);
      if (numbers.slice(from, from + length).some((one) => one !== 0))
        yield numbers.map((one, at) => (at >= from && at < from + length ? 0 : one));
    }
}

/** A source of random pages that shrinks: what fails is made again from fewer and smaller numbers. */
class Randomly extends fc.Arbitrary<RandomPages> {
  generate(random: fc.Random): fc.Value<RandomPages> {
    return new fc.Value(new RandomPages(random.nextInt()), undefined);
  }

  canShrinkWithoutContext(value: unknown): value is RandomPages {
    return value instanceof RandomPages;
  }

  shrink({ seed, drawn }: RandomPages): fc.Stream<fc.Value<RandomPages>> {
    const made = (given: number[]): fc.Value<RandomPages> => new fc.Value(new RandomPages(seed, given), undefined);
    const last = drawn.findLastIndex((one) => one !== 0); // zeros at the end come by themselves
    return fc.stream(smaller(drawn.slice(0, last + 1))).map(made);
  }
}

/** Sites, pages and whatever else a test draws from {@link RandomPages}. */
export const randomly = (): fc.Arbitrary<RandomPages> => new Randomly();
