/** Where in a document something is wrong; every field that applies is filled. */
export interface Place {
  readonly part?: string;
  readonly breakpoint?: string;
  readonly state?: string;
  readonly property?: string;
  readonly field?: string;
}

/** Something that cannot be done, in a sentence a site builder understands, with its place. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly place: Place = {},
  ) {
    super(message);
    this.name = 'Problem';
  }
}

/** What is wrong with doing something, in words; undefined where nothing is. Anything but a Problem is thrown on. */
export function problemOf(check: () => unknown): string | undefined {
  try {
    check();
    return undefined;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
}
