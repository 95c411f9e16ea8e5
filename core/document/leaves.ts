/** A leaf in which two nested records differ. */
export interface Leaf {
  readonly path: readonly string[];
  readonly was: unknown;
  readonly is: unknown;
}

const text = (value: unknown): string => JSON.stringify(value) ?? '';

/** The leaves in which two nested records differ; lists are leaves. */
export function leaves(a: unknown, b: unknown, path: readonly string[] = []): Leaf[] {
  const open = (value: unknown): value is Record<string, unknown> =>
    typeof value === 'object' && value !== null && !Array.isArray(value);
  if (!open(a) && !open(b)) return text(a) === text(b) ? [] : [{ path, was: a, is: b }];
  const left = open(a) ? a : {};
  const right = open(b) ? b : {};
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) =>
    leaves(left[key], right[key], [...path, key]),
  );
}
