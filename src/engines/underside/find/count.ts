import { UserError } from '../../../core/base/user-error.ts';

const columns = (count: number) => (count === 1 ? '1 column is' : `${count} columns are`);
const were = (count: number) => `${count} ${count === 1 ? 'was' : 'were'} said`;

/** What is said where another number of columns is seen than was said, and what to do; null where they agree or none was said. Both are whole numbers from 1 on. */
export function countTold(seen: number, said: number | undefined): string | null {
  if (said === undefined || seen === said) return null;
  const told = `${columns(seen)} seen on this picture, ${were(said)}.`;
  const one = Math.abs(seen - said) === 1;
  return seen < said
    ? `${told} Add the ${one ? 'one that is' : 'ones that are'} missing, where ${one ? 'it lies' : 'they lie'}, or set the number to ${seen}.`
    : `${told} Take off what lies on no column, or set the number to ${seen}.`;
}

/** Fewer than this part of what was said: nothing that is seen can be relied on. */
const leastSeen = 0.5;
/** So are more than this many times what was said, and so many more. */
const mostSeen = { times: 2, more: 2 } as const;

export const isFarOff = (seen: number, said: number | undefined) =>
  said !== undefined && (seen < leastSeen * said || seen > mostSeen.times * said + mostSeen.more);

export const columnsDiffer = (seen: number, said: number) =>
  new UserError(
    'ColumnsDiffer',
    `${columns(seen)} seen on this picture, ${were(said)}. Set the number of columns to what is on the picture, or take it again with all of them on it, on cloth that their threads stand out from.`,
  );
