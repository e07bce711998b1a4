import { ProblemError } from '../base/problem.ts';

/** An id that stands in an address, in small letters. Throws a 404 problem for what is none. */
export function idOf(value: string): string {
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value)) {
    throw new ProblemError(
      404,
      'Not found',
      `“${value.slice(0, 60)}” is no id. Go back and pick it from the list.`,
    );
  }
  return value.toLowerCase();
}
