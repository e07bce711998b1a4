import { millisecondsInDay } from 'date-fns/constants';
import type { Schools } from '../advice/schools.ts';

/** How the positions of one colour share its stitches: the workshop's answer, {@link Schools.twins}. */
export type TurnRule = Schools['twins'];

/** Positions of one colour that take turns, in the order of their turns by the rule as the head is now: the first has it. */
export interface Turn {
  rule: TurnRule;
  order: readonly number[];
}

/** Whole weeks, Mondays first, since the one in which 1970 began; `day`: yyyy-mm-dd. No week is counted twice at a year's end. */
export const weekOf = (day: string): number =>
  Math.floor((Date.parse(`${day}T00:00:00Z`) / millisecondsInDay + 3) / 7);

/** `items` beginning with the one at `first` (any whole number), the others after it as they come round. */
export function rotated<T>(items: readonly T[], first: number): T[] {
  const from = ((first % items.length) + items.length) % items.length;
  return [...items.slice(from), ...items.slice(0, from)];
}

/**
 * Positions that serve equally, in the order of their turns: by week one after the other, in the order of their numbers; else the
 * needle that sewed least first. `sewn`: stitches of the needle there, Infinity where none is on record. `today`: yyyy-mm-dd.
 * Common practice, no published source.
 */
export function turnsOf(
  positions: readonly { position: number; sewn: number }[],
  rule: TurnRule,
  today: string,
): number[] {
  if (rule === 'week') {
    const inOrder = positions.map(({ position }) => position).sort((a, b) => a - b);
    return rotated(inOrder, weekOf(today));
  }
  return [...positions]
    .sort((a, b) => (a.sewn === b.sewn ? 0 : a.sewn - b.sewn) || a.position - b.position)
    .map(({ position }) => position);
}

/** Whose turn it is and why, for a stop that sews at `position`: "7 this week, then 12". */
export function turnText({ rule, order }: Turn, position: number): string {
  const [first, ...others] = order;
  const rest = others.join(', ');
  if (rule === 'piece')
    return `piece by piece: ${position}, then ${order.filter((other) => other !== position).join(', ')}`;
  if (rule === 'week')
    return position === first ? `${first} this week, then ${rest}` : `this week ${first} has its turn`;
  return position === first
    ? `fresher needle than at ${rest}`
    : `takes turns with ${order.filter((other) => other !== position).join(', ')}, job by job`;
}
