/** A field of which a line of a file says something else than the stores. */
export interface Difference {
  field: string;
  file: string;
  stores: string;
}

const near = (one: unknown, other: unknown): boolean =>
  typeof one === 'number' && typeof other === 'number'
    ? Math.abs(one - other) <= 0.01 * Math.abs(other)
    : one === other;

/** Where a line says something else than what is kept under the same name. What a line leaves open (null) does not differ; numbers do from 1 % on, as files round them. */
export const differences = (line: object, kept: object): Difference[] =>
  Object.entries(line).flatMap(([field, value]) => {
    const stands = (kept as Record<string, unknown>)[field];
    return value === null || typeof value === 'object' || stands === undefined || near(value, stands)
      ? []
      : [{ field, file: String(value) || 'nothing', stores: String(stands) || 'nothing' }];
  });

/** A name that is free yet: the name with the next number behind it. */
export function freeName(name: string, taken: readonly string[], most: number): string {
  const low = new Set(taken.map((one) => one.toLowerCase()));
  for (let number = 2; ; number++) {
    const next = `${name.slice(0, most - 4)}-${number}`;
    if (!low.has(next.toLowerCase())) return next;
  }
}
